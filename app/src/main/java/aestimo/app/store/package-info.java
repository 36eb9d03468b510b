/** What every mapper stands on: the transaction that knows its teacher, and how core values become columns. */
@NullMarked
package aestimo.app.store;

import org.jspecify.annotations.NullMarked;
