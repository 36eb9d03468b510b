/** The invented school year of the demo, made from a fixed seed. */
@NullMarked
package aestimo.app.demo;

import org.jspecify.annotations.NullMarked;
