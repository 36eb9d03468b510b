/** The pages and files of returns to the school. Nothing else depends on them. */
@NullMarked
package aestimo.app.toschool;

import org.jspecify.annotations.NullMarked;
