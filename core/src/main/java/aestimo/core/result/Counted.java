package aestimo.core.result;

import aestimo.core.book.Assessment;
import aestimo.core.value.Percent;

/** An assessment that counts for a student, with the percent it counts as, deductions taken off. */
public record Counted(Assessment assessment, Percent percent) {}
