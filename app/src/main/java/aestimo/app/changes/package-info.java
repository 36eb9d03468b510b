/** What was altered, when, from what to what. Entry class: {@link aestimo.app.changes.ChangeService}. */
@NullMarked
package aestimo.app.changes;

import org.jspecify.annotations.NullMarked;
