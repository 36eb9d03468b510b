/**
 * The application under load: 30 teachers typing at once, a large sheet answered, scrolled and typed into. Entry class:
 * {@link aestimo.bench.load.LoadRun}.
 */
@NullMarked
package aestimo.bench.load;

import org.jspecify.annotations.NullMarked;
