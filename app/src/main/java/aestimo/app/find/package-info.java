/** Finding any student, class, assessment or page by two letters. Entry class: {@link aestimo.app.find.FindService}. */
@NullMarked
package aestimo.app.find;

import org.jspecify.annotations.NullMarked;
