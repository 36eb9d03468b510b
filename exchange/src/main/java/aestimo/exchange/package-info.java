/** Open formats in and out, without a server. Each format has a package; all of them know the core, none the application. */
@NullMarked
package aestimo.exchange;

import org.jspecify.annotations.NullMarked;
