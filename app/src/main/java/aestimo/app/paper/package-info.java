/** What is exported: tables as files of open formats, and pages as PDF. Entry class: {@link aestimo.app.paper.ExportService}. */
package aestimo.app.paper;
