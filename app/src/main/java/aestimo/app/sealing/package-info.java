/**
 * A return fixed as it is sent: the document with its hash, never altered after. Entered through {@link
 * aestimo.app.sealing.SealService}.
 */
package aestimo.app.sealing;
