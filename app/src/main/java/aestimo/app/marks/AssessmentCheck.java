package aestimo.app.marks;

import aestimo.app.book.ClassBook;
import aestimo.app.frame.Days;
import aestimo.app.marks.AssessmentForm.CeilingLine;
import aestimo.app.marks.AssessmentForm.PartLine;
import aestimo.app.marks.AssessmentMapper.AssessmentRow;
import aestimo.app.marks.AssessmentMapper.CeilingRow;
import aestimo.app.marks.AssessmentMapper.PartRow;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Problems;
import aestimo.core.book.AssessmentKind;
import aestimo.core.book.Category;
import aestimo.core.book.Term;
import aestimo.core.id.TermId;
import aestimo.core.typed.TypedDay;
import aestimo.core.value.OutOf;
import aestimo.core.value.Percent;
import aestimo.core.value.Weight;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** Reads an assessment's form strictly, naming everything that will not do. */
final class AssessmentCheck {
    static final int MOST_PARTS = 40;
    private static final int MOST_CEILINGS = 5;
    private static final int LONGEST_TITLE = 80;
    private static final int LONGEST_PART = 40;
    private static final int LONGEST_INSTRUCTIONS = 2000;
    private static final BigDecimal HIGHEST = BigDecimal.valueOf(10_000);
    private static final BigDecimal HIGHEST_WEIGHT = BigDecimal.valueOf(1000);

    private final ClassBook classBook;
    private final AssessmentForm form;
    private final Problems problems = new Problems();

    private AssessmentCheck(ClassBook classBook, AssessmentForm form) {
        this.classBook = classBook;
        this.form = form;
    }

    /** @param gates of each ceiling, by the places of the parts */
    record Checked(AssessmentRow row, List<PartRow> parts, List<CeilingRow> ceilings, List<List<Integer>> gates) {}

    /** @throws FormException naming every reason why it cannot be kept */
    static Checked check(ClassBook classBook, AssessmentForm form) {
        return new AssessmentCheck(classBook, form).check();
    }

    private Checked check() {
        if (form.title().isEmpty() || form.title().length() > LONGEST_TITLE) {
            problems.at("title", "The assessment needs a title of 1 to " + LONGEST_TITLE + " letters.");
        }
        AssessmentKind kind = Arrays.stream(AssessmentKind.values())
                .filter(own -> own.name().equals(form.kind()))
                .findFirst()
                .orElse(AssessmentKind.MARKS);
        checkCategory();
        Optional<Term> given =
                classBook.book().term(new TermId(Long.toString(form.more().termId())));
        if (form.more().termId() != 0 && given.isEmpty()) {
            problems.at("term", "Choose one of the year's terms, or the one of its date.");
        }
        if (form.more().instructions().length() > LONGEST_INSTRUCTIONS) {
            problems.at("instructions", "The instructions have over " + LONGEST_INSTRUCTIONS + " characters.");
        }
        LocalDate date = date(given);
        LocalDate due = due(date);
        List<PartRow> parts = kind.isMarked() ? parts() : List.of();
        if (!kind.isMarked() && !form.parts().isEmpty()) {
            problems.add("A check or a note has no parts. Delete them, or choose marks or grades.");
        }
        OutOf outOf = kind == AssessmentKind.MARKS ? outOf(!parts.isEmpty()) : null;
        Weight weight = weight("weight", 0, form.more().weight(), "The weight within its category");
        List<List<Integer>> gates = new ArrayList<>();
        List<CeilingRow> ceilings = ceilings(parts, gates);
        problems.refuse();
        AssessmentRow row = new AssessmentRow(
                form.categoryId(),
                form.title(),
                date,
                kind,
                outOf,
                kind == AssessmentKind.GRADES && form.more().boundariesId() != 0
                        ? form.more().boundariesId()
                        : null,
                given.map(term -> form.more().termId()).orElse(null),
                Objects.equals(due, date) ? null : due,
                weight,
                form.more().bonus(),
                form.more().allowOver(),
                form.more().instructions());
        return new Checked(row, parts, ceilings, gates);
    }

    private void checkCategory() {
        Optional<Category> category = classBook.book().categories().stream()
                .filter(own -> ClassBook.id(own) == form.categoryId())
                .findFirst();
        boolean stands = form.id() != 0
                && classBook.assessment(form.id()).category().text().equals(Long.toString(form.categoryId()));
        if (category.isEmpty()) {
            problems.at("category", "Choose the category it belongs to.");
        } else if (category.get().retired() && !stands) {
            problems.at(
                    "category",
                    category.get().name() + " is retired and takes no new assessment. Choose another category.");
        }
    }

    /** Null where it is none. */
    private @Nullable LocalDate date(Optional<Term> given) {
        LocalDate date = TypedDay.read(form.date()).orElse(null);
        if (date == null) {
            problems.at("date", "The date is “" + form.date() + "”. It must be a day such as 2027-02-19.");
        } else if (given.isEmpty() && classBook.book().termOn(date).isEmpty()) {
            problems.at(
                    "date",
                    Days.brief(date) + " " + date.getYear() + " is in no term. The terms are "
                            + classBook.book().terms().stream()
                                    .map(term -> term.name() + " from " + Days.brief(term.firstDay()) + " to "
                                            + Days.brief(term.lastDay()))
                                    .collect(Collectors.joining("; "))
                            + ".");
        }
        return date;
    }

    private @Nullable LocalDate due(@Nullable LocalDate date) {
        if (form.more().due().isEmpty()) {
            return date;
        }
        LocalDate due = TypedDay.read(form.more().due()).orElse(null);
        if (due == null) {
            problems.at(
                    "due",
                    "The due date is “" + form.more().due() + "”. It must be a day such as 2027-02-26, or empty.");
            return date;
        }
        if (date != null && due.isBefore(date)) {
            problems.at("due", "It is due on " + Days.brief(due) + ", before its date, " + Days.brief(date) + ".");
        }
        return due;
    }

    private @Nullable OutOf outOf(boolean hasParts) {
        return hasParts && form.outOf().isEmpty() ? null : outOf("outOf", 0, form.outOf(), "Out of");
    }

    private @Nullable OutOf outOf(String field, int line, String text, String what) {
        try {
            OutOf outOf = OutOf.parse(text);
            if (outOf.value().compareTo(HIGHEST) > 0) {
                problems.at(field, line, what + " " + outOf + " is too much. At most " + HIGHEST + " is possible.");
            }
            return outOf;
        } catch (IllegalArgumentException none) {
            problems.at(field, line, what + " “" + text + "” is not valid. It must be a number above 0, such as 40.");
            return null;
        }
    }

    private Weight weight(String field, int line, String text, String what) {
        Weight weight = Weight.ZERO;
        try {
            weight = Weight.parse(text);
        } catch (IllegalArgumentException none) {
            // A weight of 0 is refused below in the same words.
        }
        if (weight.isZero() || weight.value().compareTo(HIGHEST_WEIGHT) > 0) {
            problems.at(
                    field,
                    line,
                    what + " is “" + text + "”. It must be a number above 0, at most " + HIGHEST_WEIGHT
                            + ", such as 1 or 2.");
        }
        return weight;
    }

    private List<PartRow> parts() {
        List<PartRow> parts = new ArrayList<>();
        Set<String> titles = new HashSet<>();
        for (int i = 0; i < form.parts().size(); i++) {
            PartLine line = form.parts().get(i);
            String called = line.title().isEmpty() ? "A part" : "Part “" + line.title() + "”";
            if (line.title().isEmpty()
                    || line.title().length() > LONGEST_PART
                    || line.title().contains(";")) {
                problems.at(
                        "partTitle",
                        i,
                        "Each part needs a title of 1 to " + LONGEST_PART + " letters, without a semicolon.");
            } else if (!titles.add(line.title())) {
                problems.at(
                        "partTitle", i, "Two parts are called “" + line.title() + "”. Give each a title of its own.");
            }
            OutOf outOf = outOf("partOutOf", i, line.outOf(), called + ", out of");
            Weight weight = weight("partWeight", i, line.weight(), called + ": its weight");
            if (outOf != null) {
                parts.add(new PartRow(line.id(), parts.size(), line.title(), outOf, weight));
            }
        }
        if (parts.size() > MOST_PARTS) {
            problems.add("There are " + parts.size() + " parts. At most " + MOST_PARTS + " are possible.");
        }
        return parts;
    }

    private List<CeilingRow> ceilings(List<PartRow> parts, List<List<Integer>> gates) {
        List<CeilingRow> ceilings = new ArrayList<>();
        for (int i = 0; i < form.ceilings().size(); i++) {
            CeilingLine line = form.ceilings().get(i);
            int place = i;
            List<Integer> own = new ArrayList<>();
            for (String gate : line.gates()) {
                parts.stream()
                        .filter(part -> part.title().equals(gate))
                        .findFirst()
                        .ifPresentOrElse(
                                part -> own.add(part.place()),
                                () -> problems.at(
                                        "gates",
                                        place,
                                        "A ceiling names “" + gate + "”, which is not a part of this assessment."));
            }
            Optional<Percent> pass = percent("pass", i, line.pass(), "A ceiling's pass percent");
            Optional<Percent> most = percent("most", i, line.most(), "What a ceiling lets pass at most");
            int fewerThan = (int) Math.min(MOST_PARTS, FormFields.toNumber(line.fewerThan()));
            if (line.gates().isEmpty()) {
                problems.at("gates", i, "A ceiling needs at least one part it looks at.");
            } else if (new HashSet<>(own).size() < own.size()) {
                problems.at("gates", i, "A ceiling names a part twice.");
            } else if (fewerThan < 1 || fewerThan > line.gates().size()) {
                problems.at(
                        "fewerThan",
                        i,
                        "A ceiling looks at " + line.gates().size() + " of the parts: “fewer than " + line.fewerThan()
                                + "” must be from 1 to " + line.gates().size() + ".");
            }
            if (pass.isPresent() && most.isPresent()) {
                ceilings.add(new CeilingRow(ceilings.size(), pass.get(), fewerThan, most.get()));
                gates.add(own);
            }
        }
        if (form.ceilings().size() > MOST_CEILINGS) {
            problems.add(
                    "There are " + form.ceilings().size() + " ceilings. At most " + MOST_CEILINGS + " are possible.");
        }
        return ceilings;
    }

    private Optional<Percent> percent(String field, int line, String text, String what) {
        try {
            Percent percent = Percent.parse(text);
            if (percent.isWithinHundred()) {
                return Optional.of(percent);
            }
        } catch (IllegalArgumentException none) {
            // Refused below in the same words as one outside the range.
        }
        problems.at(field, line, what + " is “" + text + "”. It must be a number from 0 to 100.");
        return Optional.empty();
    }
}
