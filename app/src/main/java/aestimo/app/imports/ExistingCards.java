package aestimo.app.imports;

import aestimo.app.imports.ImportPlan.Column;
import aestimo.app.imports.ImportPlan.FactCell;
import aestimo.app.imports.ImportPlan.Outcome;
import aestimo.app.roll.CardFacts;
import aestimo.app.roll.CardFacts.Fact;
import aestimo.exchange.days.WrittenTime;
import aestimo.exchange.marks.ColumnRole;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the cards of a class say while a sheet with more of it is looked at.
 *
 * @param facts by enrolment
 */
record ExistingCards(Map<Long, CardFacts> facts, LocalDate today) {
    /** What a cell would do; {@code enrolmentId} 0 for a student who would be added. */
    FactCell cell(Column column, String text, long enrolmentId, boolean monthFirst) {
        Fact fact = fact(column.choice().role());
        String standing = facts.getOrDefault(enrolmentId, CardFacts.NONE).get(fact);
        Optional<String> day = fact == Fact.BIRTHDAY ? day(text, monthFirst) : Optional.of(text);
        Optional<String> problem = text.isEmpty()
                ? Optional.empty()
                : day.isEmpty()
                        ? Optional.of("“" + text + "” is no past day such as 30 Apr 2013; it is left out.")
                        : CardFacts.problem(fact, text).map(words -> words + " It is left out.");
        String becomes = problem.isPresent() ? "" : day.orElse("");
        // An address a form was sent from does not take the place of the one that is kept.
        boolean isKept =
                fact == Fact.EMAIL && (!standing.isEmpty() || !column.choice().over());
        Outcome outcome = becomes.isEmpty() || isKept
                ? Outcome.NOTHING
                : becomes.equals(standing)
                        ? Outcome.SAME
                        : standing.isEmpty() ? Outcome.NEW : column.choice().over() ? Outcome.REPLACES : Outcome.KEPT;
        return new FactCell(column.found().place(), becomes, standing, outcome, problem.orElse(""));
    }

    private Optional<String> day(String text, boolean monthFirst) {
        return WrittenTime.read(text, monthFirst, LocalDate.EPOCH)
                .filter(it -> !it.bare())
                .map(it -> it.day().isAfter(today) ? it.day().minusYears(100) : it.day())
                .filter(day -> !day.isAfter(today))
                .map(LocalDate::toString);
    }

    private static Fact fact(ColumnRole role) {
        return switch (role) {
            case KNOWN_AS -> Fact.PREFERRED;
            case EMAIL -> Fact.EMAIL;
            case BIRTHDAY -> Fact.BIRTHDAY;
            case SUPPORT -> Fact.SUPPORT;
            case REPORT -> Fact.REPORT;
            default -> throw new IllegalArgumentException("bug: " + role + " is not of the card");
        };
    }

    /** The card once the cells of a row are written; the same where none is. */
    static CardFacts after(CardFacts before, List<Column> columns, List<FactCell> cells) {
        CardFacts after = before;
        for (FactCell cell : cells) {
            ColumnRole role = columns.get(cell.column()).choice().role();
            // A student of another class who joins has a card already, which the sheet was not held against.
            boolean isFree = cell.outcome() != Outcome.NEW
                    || role.isCard() && after.get(fact(role)).isEmpty();
            if (role.isCard() && cell.outcome().isWritten() && isFree) {
                after = after.with(fact(role), cell.becomes());
            }
        }
        return after;
    }
}
