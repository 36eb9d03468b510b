/** One list of students over several classes, with chosen figures and conditions. Entry class: {@link aestimo.app.across.AcrossController}. */
@NullMarked
package aestimo.app.across;

import org.jspecify.annotations.NullMarked;
