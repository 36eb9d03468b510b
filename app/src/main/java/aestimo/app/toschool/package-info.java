/** The pages and files of returns to the school. Nothing else depends on them. */
package aestimo.app.toschool;
