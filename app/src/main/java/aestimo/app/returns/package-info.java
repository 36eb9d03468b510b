/**
 * Results prepared for the school for one term: taken from the class, adjusted with reasons, checked, and compared with
 * what came after. Entered through {@link aestimo.app.returns.ReturnService}.
 */
package aestimo.app.returns;
