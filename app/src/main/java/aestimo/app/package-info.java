/**
 * The web application: one package for each feature, each with its controller, service, mapper and views. A feature
 * calls another through its service alone. Figures are made by the core from what {@code book} hands it, never here.
 */
package aestimo.app;
