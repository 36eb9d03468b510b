/** Pictures of a class's figures, worked out here and drawn as SVG by the pages: {@link aestimo.app.picture.Rail}. */
@NullMarked
package aestimo.app.picture;

import org.jspecify.annotations.NullMarked;
