/** What every page stands on: the clock, the errors a page may end in, and how they are shown. */
@NullMarked
package aestimo.app.web;

import org.jspecify.annotations.NullMarked;
