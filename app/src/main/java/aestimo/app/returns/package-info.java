/**
 * Results prepared for the school for one term: taken from the class, adjusted with reasons, checked, and compared with
 * what came after. Entered through {@link aestimo.app.returns.ReturnService}.
 */
@NullMarked
package aestimo.app.returns;

import org.jspecify.annotations.NullMarked;
