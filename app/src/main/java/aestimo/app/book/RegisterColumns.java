package aestimo.app.book;

import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.register.Presence;
import aestimo.core.register.RegisterEntry;

/** The register entries of a class, column by column: what stands at one place of each belongs together. */
record RegisterColumns(
        Long[] lessons, Long[] enrolments, String[] presences, Boolean[] excused, Integer[] minutes, String[] reasons) {
    int size() {
        return lessons.length;
    }

    RegisterEntry entry(int i, LessonId lesson, StudentId student) {
        return new RegisterEntry(student, lesson, Presence.valueOf(presences[i]), excused[i], minutes[i], reasons[i]);
    }
}
