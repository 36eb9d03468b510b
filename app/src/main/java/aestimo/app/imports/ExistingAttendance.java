package aestimo.app.imports;

import aestimo.app.book.ClassBook;
import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Outcome;
import aestimo.app.register.AttendanceCheck;
import aestimo.app.register.RegisterImport;
import aestimo.core.book.Student;
import aestimo.exchange.register.DayHeading;
import aestimo.exchange.register.RegisterSheet;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** The register of a class while a sheet with columns of attendance is looked at. */
final class ExistingAttendance {
    private final ClassBook classBook;
    private final AttendanceCheck check;

    ExistingAttendance(ClassBook classBook) {
        this.classBook = classBook;
        this.check = new AttendanceCheck(classBook);
    }

    /** The day over a column, and its lesson; empty where it names none. */
    Optional<DayHeading> day(Column column) {
        return DayHeading.read(column.found().heading(), Suggestion.from(classBook));
    }

    /** @param student null for one who would be added */
    FactCell cell(Column column, String text, @Nullable Student student) {
        int place = column.found().place();
        String typed = RegisterSheet.typed(text);
        DayHeading day = day(column).orElseThrow();
        try {
            if (typed.isEmpty()) {
                return new FactCell(place, "", "", Outcome.NOTHING, "");
            }
            if (student == null) {
                check.hour(day.day(), day.lesson());
                return new FactCell(place, check.understood(typed), "", Outcome.NEW, "");
            }
            RegisterImport.Entry entry = check.entry(student, day.day(), day.lesson(), typed);
            Outcome outcome = entry.isSame()
                    ? Outcome.SAME
                    : entry.was().isEmpty() ? Outcome.NEW : column.choice().over() ? Outcome.REPLACES : Outcome.KEPT;
            return new FactCell(place, entry.text(), entry.was(), outcome, "");
        } catch (IllegalArgumentException refused) {
            String why = String.valueOf(refused.getMessage());
            return new FactCell(
                    place,
                    "",
                    "",
                    Outcome.NOTHING,
                    why.substring(0, 1).toUpperCase(Locale.ROOT) + why.substring(1) + "; it is left out.");
        }
    }

    /**
     * The entry a cell becomes, of a student who is in the class by now.
     *
     * @throws IllegalArgumentException where it cannot be entered of this student
     */
    RegisterImport.Entry entry(Column column, FactCell cell, Student student) {
        DayHeading day = day(column).orElseThrow();
        return check.entry(student, day.day(), day.lesson(), cell.becomes());
    }

    AttendanceCheck check() {
        return check;
    }
}
