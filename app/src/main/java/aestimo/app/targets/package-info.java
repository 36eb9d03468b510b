/**
 * Targets over the terms: setting them, results against them, starting points, and whom to help. Entered through {@link
 * aestimo.app.targets.TargetService} and {@link aestimo.app.targets.HelpService}.
 */
@NullMarked
package aestimo.app.targets;

import org.jspecify.annotations.NullMarked;
