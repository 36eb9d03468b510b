package aestimo.app.imports;

import aestimo.exchange.marks.ColumnRole;
import aestimo.exchange.marks.MarkSheet.Row;
import aestimo.exchange.marks.StudentFinder.Asked;
import java.util.function.IntFunction;

/** What a row says of its student, by the roles of its columns. */
final class RowWords {
    private RowWords() {}

    /** The first filled cell of a role; empty text for none. */
    static String said(Row row, ColumnRole role, IntFunction<ColumnRole> roles, int columns) {
        for (int i = 0; i < columns; i++) {
            if (roles.apply(i) == role && !row.cell(i).isEmpty()) {
                return row.cell(i);
            }
        }
        return "";
    }

    /** “Brandt, Ilva”, or whatever stands there of it. */
    static String name(Row row, IntFunction<ColumnRole> roles, int columns) {
        String family = said(row, ColumnRole.FAMILY, roles, columns);
        String given = said(row, ColumnRole.GIVEN, roles, columns);
        String called = given.isEmpty() ? said(row, ColumnRole.KNOWN_AS, roles, columns) : given;
        String whole = said(row, ColumnRole.NAME, roles, columns);
        if (family.isEmpty()) {
            return whole.isEmpty() ? called : whole;
        }
        return called.isEmpty() ? family : family + ", " + called;
    }

    static Asked of(Row row, IntFunction<ColumnRole> roles, int columns) {
        return new Asked(
                said(row, ColumnRole.NUMBER, roles, columns),
                said(row, ColumnRole.EMAIL, roles, columns),
                name(row, roles, columns));
    }
}
