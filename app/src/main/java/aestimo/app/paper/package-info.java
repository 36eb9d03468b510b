/** What is taken away: tables as files of open formats, and pages as PDF. Entry class: {@link aestimo.app.paper.TakeAwayService}. */
package aestimo.app.paper;
