package aestimo.app.imports;

import aestimo.app.imports.ImportPlan.Fate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What is said of an import: what waits, what becomes of its rows, what was done. */
public record ImportWords(ImportPlan plan) {
    /** Such as “2 students to settle · 1 not in the class”; “all clear” only where nothing wants to be looked at. */
    public String waits() {
        List<String> words = new ArrayList<>();
        counted(words, plan.count(Fate.TO_SETTLE), "student to settle", "students to settle");
        counted(words, plan.count(Fate.STRANGER), "not in the class", "not in the class");
        counted(words, plan.openWords(), "word to settle", "words to settle");
        counted(words, plan.problems().size(), "column to settle", "columns to settle");
        counted(words, looks().size(), "cell to look at", "cells to look at");
        return words.isEmpty() ? "all clear" : String.join(" · ", words);
    }

    /**
     * What comes in otherwise than the sheet has it, and nobody was asked about: saved in doubt, or left out. Such as
     * “Brandt, Ilva”, its line and why.
     */
    public record Look(int line, String student, String why) {}

    /** In the order of the rows. */
    public List<Look> looks() {
        Set<String> asked = plan.words().stream().map(CellWords.Asked::word).collect(Collectors.toSet());
        return plan.lines().stream()
                .filter(ImportPlan.Line::isTaken)
                .flatMap(line -> Stream.concat(
                                line.cells().stream()
                                        .filter(cell -> cell.outcome() == ImportPlan.Outcome.DOUBT
                                                && !asked.contains(CellWords.word(CellWords.plain(cell.text()))))
                                        .map(ImportPlan.Cell::told),
                                line.facts().stream()
                                        .map(ImportPlan.FactCell::reason)
                                        .filter(reason -> !reason.isEmpty()))
                        .map(why -> new Look(line.row().line(), line.student(), why)))
                .toList();
    }

    /** What becomes of all rows, and how many entries would go: “22 students matched · 1 left out · 3 marks replace others”. */
    public String counts() {
        List<String> words = new ArrayList<>();
        words.add(plan.count(Fate.MATCHED) == 1 ? "1 student matched" : plan.count(Fate.MATCHED) + " students matched");
        counted(words, plan.count(Fate.ADDED), "student joins", "students join");
        counted(words, plan.count(Fate.TO_SETTLE), "to settle", "to settle");
        counted(words, plan.count(Fate.STRANGER), "not in the class", "not in the class");
        counted(words, plan.count(Fate.LEFT), "row left out", "rows left out");
        counted(words, plan.replaced(), "mark replaces another", "marks replace others");
        counted(words, plan.notes(), "note", "notes");
        counted(words, plan.cardsWritten(), "entry on a card", "entries on cards");
        counted(words, plan.contactsWritten(), "entry of a contact", "entries of contacts");
        counted(words, plan.attendanceWritten(), "entry of the register", "entries of the register");
        counted(words, plan.doubtful(), "in doubt", "in doubt");
        return String.join(" · ", words);
    }

    private static void counted(List<String> words, long count, String one, String many) {
        if (count > 0) {
            words.add(count + " " + (count == 1 ? one : many));
        }
    }

    /** What the button says that imports it all. */
    public String button() {
        if (plan.written() > 0) {
            return plan.written() == 1 ? "Import 1 mark" : "Import " + plan.written() + " marks";
        }
        if (plan.targetsWritten() > 0) {
            return "Import the targets";
        }
        return plan.attendanceWritten() > 0
                ? "Import the attendance"
                : plan.count(Fate.ADDED) > 0 ? "Import the students" : plan.notes() > 0 ? "Import the notes" : "Import";
    }

    /** What was done, once it is. */
    public String done() {
        List<String> words = new ArrayList<>();
        if (plan.written() > 0) {
            words.add((plan.written() == 1 ? "1 mark is" : plan.written() + " marks are") + " imported"
                    + (plan.doubtful() == 0
                            ? ""
                            : plan.doubtful() == 1 ? "; 1 is in doubt" : "; " + plan.doubtful() + " are in doubt"));
        }
        if (plan.targetsWritten() > 0) {
            words.add(
                    plan.targetsWritten() == 1
                            ? "1 target or starting score is imported"
                            : plan.targetsWritten() + " targets and starting scores are imported");
        }
        if (plan.notes() > 0) {
            words.add(plan.notes() == 1 ? "1 note is imported" : plan.notes() + " notes are imported");
        }
        if (plan.cardsWritten() > 0) {
            words.add(
                    plan.cardsWritten() == 1
                            ? "1 entry on a student’s card is filled in"
                            : plan.cardsWritten() + " entries on students’ cards are filled in");
        }
        if (plan.contactsWritten() > 0) {
            words.add(
                    plan.contactsWritten() == 1
                            ? "1 entry of a contact is added"
                            : plan.contactsWritten() + " entries of contacts are added");
        }
        if (plan.attendanceWritten() > 0) {
            words.add(
                    plan.attendanceWritten() == 1
                            ? "1 entry of the register is imported"
                            : plan.attendanceWritten() + " entries of the register are imported");
        }
        long joined = plan.count(Fate.ADDED);
        if (joined > 0) {
            words.add(joined == 1 ? "1 student joined" : joined + " students joined");
        }
        return String.join(". ", words) + ".";
    }
}
