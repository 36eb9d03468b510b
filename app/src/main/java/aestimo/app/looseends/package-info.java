/**
 * Whatever is left to settle, and settling it in place; work to chase. Entry class: {@link
 * aestimo.app.looseends.LooseEndService}.
 */
@NullMarked
package aestimo.app.looseends;

import org.jspecify.annotations.NullMarked;
