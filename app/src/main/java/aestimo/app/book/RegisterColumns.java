package aestimo.app.book;

import aestimo.core.register.Presence;
import aestimo.core.register.RegisterEntry;

/** The register entries of a class, column by column: what stands at one place of each belongs together. */
record RegisterColumns(
        Long[] lessons, Long[] enrolments, String[] presences, Boolean[] excused, Integer[] minutes, String[] reasons) {
    int size() {
        return lessons.length;
    }

    RegisterEntry entry(int i) {
        return new RegisterEntry(
                BookService.studentId(enrolments[i]),
                BookService.lessonId(lessons[i]),
                Presence.valueOf(presences[i]),
                excused[i],
                minutes[i],
                reasons[i]);
    }
}
