/** The register: lessons of a class, and who was there. */
@NullMarked
package aestimo.app.register;

import org.jspecify.annotations.NullMarked;
