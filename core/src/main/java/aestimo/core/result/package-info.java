/** Figures over a span: averages, results, means, ranks, loose ends and their working. Entry class: {@link aestimo.core.result.Standing}. */
package aestimo.core.result;
