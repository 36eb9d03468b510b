/** What is exported: tables as files of open formats, and pages as PDF. Entry class: {@link aestimo.app.paper.ExportService}. */
@NullMarked
package aestimo.app.paper;

import org.jspecify.annotations.NullMarked;
