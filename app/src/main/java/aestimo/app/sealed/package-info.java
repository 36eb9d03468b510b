/**
 * What returns fix, for the rest of the markbook: sealed terms for pages that compare, and who and what a return holds on
 * to. Entry classes: {@link aestimo.app.sealed.SealedTerms}, {@link aestimo.app.sealed.HeldByReturns}.
 */
@NullMarked
package aestimo.app.sealed;

import org.jspecify.annotations.NullMarked;
