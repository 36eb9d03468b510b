/**
 * Results handed to the school for one term: taken, adjusted with reasons, checked, sealed, sent, and compared with what
 * came after. Entered through {@link aestimo.app.toschool.ReturnService} and {@link
 * aestimo.app.toschool.SendingService}.
 */
package aestimo.app.toschool;
