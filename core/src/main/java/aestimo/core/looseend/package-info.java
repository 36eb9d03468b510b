/** What is left to settle, and work to chase (rules, section 12). Entry class: {@link aestimo.core.looseend.LooseEnds}. */
@NullMarked
package aestimo.core.looseend;

import org.jspecify.annotations.NullMarked;
