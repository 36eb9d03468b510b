package aestimo.exchange.marks;

import aestimo.core.value.OutOf;
import java.time.LocalDate;
import java.util.Optional;

/**
 * One column of a mark sheet as it is understood.
 *
 * @param place from 0
 * @param heading as it stands; a description of its place where there is none
 * @param title what an assessment made of it would be called: the heading without out-of and day
 * @param sample the first filled cell below; empty text for none
 * @param reason why it is taken for that, for the teacher
 * @param assessment the title of the assessment whose column it is; empty for a new one, or no marks
 * @param outOf what the sheet itself says its marks are out of
 * @param day what the sheet says of the day
 * @param category what stands over it as a category; empty text for none
 * @param grades whether it holds grades of the class's bands, and no marks
 * @param percent whether its marks are percents, and out of 100 only for that
 */
public record MarkColumn(
        int place,
        String heading,
        String title,
        String sample,
        ColumnRole role,
        String reason,
        Optional<String> assessment,
        Optional<OutOf> outOf,
        Optional<LocalDate> day,
        String category,
        boolean grades,
        boolean percent) {
    MarkColumn leftOut(String why) {
        return new MarkColumn(
                place,
                heading,
                title,
                sample,
                ColumnRole.LEFT_OUT,
                why,
                Optional.empty(),
                Optional.empty(),
                day,
                category,
                false,
                false);
    }
}
