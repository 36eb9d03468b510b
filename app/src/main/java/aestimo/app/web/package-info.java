/** What every page stands on: the clock, the errors a page may end in, and how they are shown. */
package aestimo.app.web;
