/** How what a teacher types is understood: {@link aestimo.core.typed.EntryText}. */
package aestimo.core.typed;
