/** What was altered, when, from what to what. Entry class: {@link aestimo.app.changes.ChangeService}. */
package aestimo.app.changes;
