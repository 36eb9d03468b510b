/**
 * What is set before marking: years and terms, classes, categories with weights, boundaries. Entry class:
 * {@link aestimo.app.groundwork.GroundworkService}.
 */
package aestimo.app.groundwork;
