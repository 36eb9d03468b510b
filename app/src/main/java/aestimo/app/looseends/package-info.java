/**
 * Whatever is left to settle, and settling it in place; work to chase. Entry class: {@link
 * aestimo.app.looseends.LooseEndService}.
 */
package aestimo.app.looseends;
