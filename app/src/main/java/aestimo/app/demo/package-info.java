/** The invented school year of the demo, made from a fixed seed. */
package aestimo.app.demo;
