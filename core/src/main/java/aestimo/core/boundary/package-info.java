/** Bands and the {@link aestimo.core.boundary.Boundaries} that turn a percent into a grade (rules, section 5). */
@NullMarked
package aestimo.core.boundary;

import org.jspecify.annotations.NullMarked;
