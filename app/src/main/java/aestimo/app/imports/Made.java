package aestimo.app.imports;

import aestimo.app.marks.RemarkService;
import java.util.List;

/**
 * What an import made besides entries.
 *
 * @param targets what became of targets and scores; empty in those of before there were any, like {@code cards}
 * @param attendance the id of the register's own import; 0 for none
 * @param headings of the sheet, by which its reading is remembered
 */
record Made(
        List<Long> assessments,
        List<Long> enrolments,
        List<ImportedTargets.Written> targets,
        List<ImportedCards.Written> cards,
        List<ImportedContacts.Written> contacts,
        Long attendance,
        String headings,
        List<RemarkService.NoteChange> notes) {
    Made {
        contacts = contacts == null ? List.of() : contacts;
        attendance = attendance == null ? 0L : attendance;
        notes = notes == null ? List.of() : notes;
        headings = headings == null ? "" : headings;
        targets = targets == null ? List.of() : targets;
        cards = cards == null ? List.of() : cards;
    }
}
