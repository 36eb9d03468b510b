/**
 * The frame every page stands in: spine, workspaces, year line, span. Entry class: {@link aestimo.app.frame.FrameService}.
 */
package aestimo.app.frame;
