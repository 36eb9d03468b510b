/** One list of students over several classes, with chosen figures and conditions. Entry class: {@link aestimo.app.across.AcrossController}. */
package aestimo.app.across;
