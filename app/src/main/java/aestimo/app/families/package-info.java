/** The pages of the workspace To families: letters, sentences, letters one by one, handing out. Nothing else depends on them. */
@NullMarked
package aestimo.app.families;

import org.jspecify.annotations.NullMarked;
