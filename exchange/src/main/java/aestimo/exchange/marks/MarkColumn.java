package aestimo.exchange.marks;

import aestimo.core.value.OutOf;
import java.util.Optional;

/**
 * One column of a mark sheet as it is understood.
 *
 * @param place from 0
 * @param heading as it stands; a description of its place where there is none
 * @param sample the first filled cell below; empty text for none
 * @param reason why it is taken for that, for the teacher
 * @param assessment the title of the assessment whose column it is; empty for a new one, or no marks
 * @param outOf what the sheet itself says its marks are out of
 */
public record MarkColumn(
        int place,
        String heading,
        String sample,
        ColumnRole role,
        String reason,
        Optional<String> assessment,
        Optional<OutOf> outOf) {}
