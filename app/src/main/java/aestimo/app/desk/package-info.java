/** The first page, all classes at a glance; the list of loose ends; the account page. */
package aestimo.app.desk;
