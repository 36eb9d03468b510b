package aestimo.app.groundwork;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Plain;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Problems;
import aestimo.core.refusal.RefusedException;
import aestimo.core.rules.GradeOn;
import aestimo.core.rules.Method;
import aestimo.core.rules.Ranking;
import aestimo.core.rules.Rules;
import aestimo.core.rules.TermResults;
import aestimo.core.rules.YearResult;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.util.Optional;
import java.util.function.Function;

/**
 * A class's rules as typed; numbers as text, choices by the names the core gives them.
 *
 * @param version of the class's groundwork when the form was made
 * @param pass label of the pass band; empty: none named
 * @param notHandedIn percent; empty: it counts nothing
 */
public record RulesForm(
        int version,
        String method,
        String places,
        String gradeOn,
        String borderline,
        String movementAt,
        String pass,
        String notHandedIn,
        String lateDeduction,
        String yearResult,
        String termResults,
        String ranking) {
    static RulesForm read(FormFields fields) {
        return new RulesForm(
                (int) fields.number("version"),
                fields.text("method"),
                fields.text("places"),
                fields.text("gradeOn"),
                decimal(fields, "borderline"),
                decimal(fields, "movementAt"),
                fields.text("pass"),
                fields.text("missing").equals("ignored") ? "" : decimal(fields, "notHandedIn"),
                decimal(fields, "lateDeduction"),
                fields.text("yearResult"),
                fields.text("termResults"),
                fields.text("ranking"));
    }

    private static String decimal(FormFields fields, String name) {
        return fields.text(name).replace(',', '.');
    }

    static RulesForm of(ClassBook classBook) {
        Rules rules = classBook.book().rules();
        return new RulesForm(
                classBook.row().version(),
                rules.method().name(),
                Integer.toString(rules.places().count()),
                rules.gradeOn().name(),
                Plain.words(rules.borderline()),
                Plain.words(rules.movementAt()),
                rules.pass().orElse(""),
                rules.notHandedIn().map(Plain::words).orElse(""),
                Plain.words(rules.lateDeduction()),
                rules.year().name(),
                rules.termResults().name(),
                rules.ranking().name());
    }

    RulesForm withVersion(int other) {
        return new RulesForm(
                other,
                method,
                places,
                gradeOn,
                borderline,
                movementAt,
                pass,
                notHandedIn,
                lateDeduction,
                yearResult,
                termResults,
                ranking);
    }

    RulesForm withRounding(String otherPlaces, String otherGradeOn) {
        return new RulesForm(
                version,
                method,
                otherPlaces,
                otherGradeOn,
                borderline,
                movementAt,
                pass,
                notHandedIn,
                lateDeduction,
                yearResult,
                termResults,
                ranking);
    }

    /** @throws FormException naming everything that is no rule */
    Rules toRules() {
        Problems problems = new Problems();
        Reader reader = new Reader(problems);
        Rules rules = Rules.withDefaults()
                .withMethod(reader.choice("method", Method.class, method, "how a result is made"))
                .withPlaces(reader.read(
                        "places", places, text -> new Places(Integer.parseInt(text)), Places.ONE, "Decimals"))
                .withGradeOn(reader.choice("gradeOn", GradeOn.class, gradeOn, "what grades go by"))
                .withPass(Optional.of(pass).filter(label -> !label.isEmpty()))
                .withRanking(reader.choice("ranking", Ranking.class, ranking, "how ranks are counted"))
                .withYear(
                        reader.choice("yearResult", YearResult.class, yearResult, "how the year is made"),
                        reader.choice("termResults", TermResults.class, termResults, "how terms go into the year"));
        rules = reader.keep("borderline", rules, "Just below", borderline, rules::withBorderline);
        rules = reader.keep("movementAt", rules, "Movement", movementAt, rules::withMovementAt);
        rules = reader.keep("lateDeduction", rules, "The late deduction", lateDeduction, rules::withLateDeduction);
        if (notHandedIn.isEmpty()) {
            rules = rules.withNotHandedIn(Optional.empty());
        } else {
            Rules others = rules;
            rules = reader.keep(
                    "notHandedIn",
                    rules,
                    "Not handed in",
                    notHandedIn,
                    percent -> others.withNotHandedIn(Optional.of(percent)));
        }
        problems.refuse();
        return rules;
    }

    /** Reads one field after the other and notes what will not do. */
    private record Reader(Problems problems) {
        <E extends Enum<E>> E choice(String field, Class<E> type, String text, String what) {
            try {
                return Enum.valueOf(type, text);
            } catch (IllegalArgumentException none) {
                problems.at(field, "Choose " + what + ".");
                return type.getEnumConstants()[0];
            }
        }

        <T> T read(String field, String text, Function<String, T> reading, T otherwise, String what) {
            try {
                return reading.apply(text);
            } catch (IllegalArgumentException none) {
                problems.at(field, what + " cannot be “" + text + "”. Choose one of those offered.");
                return otherwise;
            }
        }

        Rules keep(String field, Rules rules, String what, String text, Function<Percent, Rules> change) {
            try {
                Percent percent = Percent.parse(text);
                if (percent.compareTo(Percent.HUNDRED) > 0) {
                    problems.at(field, what + " is “" + text + "”. More than 100 makes no sense there.");
                    return rules;
                }
                return change.apply(percent);
            } catch (RefusedException refused) {
                problems.at(field, what + ": " + refused.refusals().get(0).words() + ".");
            } catch (IllegalArgumentException none) {
                problems.at(
                        field,
                        what + " is “" + text + "”. It must be a number such as 2 or 0.5, with at most four places.");
            }
            return rules;
        }
    }
}
