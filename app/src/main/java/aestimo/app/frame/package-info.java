/**
 * The frame every page stands in: spine, workspaces, year line, span. Entry class: {@link aestimo.app.frame.FrameService}.
 */
@NullMarked
package aestimo.app.frame;

import org.jspecify.annotations.NullMarked;
