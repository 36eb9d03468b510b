/** Lists to print or to hand on: of one class or several, with a heading, own words and a line to sign. */
@NullMarked
package aestimo.app.lists;

import org.jspecify.annotations.NullMarked;
