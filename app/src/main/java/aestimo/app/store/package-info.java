/** What every mapper stands on: the transaction that knows its teacher, and how core values become columns. */
package aestimo.app.store;
