/**
 * The web application: one package for each feature, each with its controller, service, mapper and views. A feature
 * calls another through its service alone. Figures are made by the core from what {@code book} hands it, never here.
 */
@NullMarked
package aestimo.app;

import org.jspecify.annotations.NullMarked;
