/**
 * What is set before marking: years and terms, classes, categories with weights, boundaries. Entry class:
 * {@link aestimo.app.groundwork.GroundworkService}.
 */
@NullMarked
package aestimo.app.groundwork;

import org.jspecify.annotations.NullMarked;
