/** What was sealed for the school, for pages that compare terms. Entry class: {@link aestimo.app.sealed.SealedTerms}. */
package aestimo.app.sealed;
