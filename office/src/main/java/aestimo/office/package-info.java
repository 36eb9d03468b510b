/**
 * A stand-in for a school's record system: hands out its roster and takes results over OneRoster 1.2, within dates the
 * school sets. Its page shows what came in, and lets it be slow, fail or refuse. Knows nothing of the markbook.
 */
@NullMarked
package aestimo.office;

import org.jspecify.annotations.NullMarked;
