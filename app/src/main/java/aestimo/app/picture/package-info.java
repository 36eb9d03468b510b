/** Pictures of a class's figures, worked out here and drawn as SVG by the pages: {@link aestimo.app.picture.Rail}. */
package aestimo.app.picture;
