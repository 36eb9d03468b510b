/** The first page, all classes at a glance; the list of loose ends; the account page. */
@NullMarked
package aestimo.app.desk;

import org.jspecify.annotations.NullMarked;
