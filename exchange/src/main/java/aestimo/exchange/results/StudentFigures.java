package aestimo.exchange.results;

import static aestimo.exchange.results.ResultsDocument.exact;
import static aestimo.exchange.results.ResultsDocument.percent;
import static aestimo.exchange.results.ResultsDocument.textOrNull;

import aestimo.core.attendance.Attendance;
import aestimo.core.attendance.ClassAttendance;
import aestimo.core.book.Book;
import aestimo.core.boundary.Band;
import aestimo.core.counting.EntryCounts;
import aestimo.core.grading.Rank;
import aestimo.core.grading.Result;
import aestimo.core.id.TermId;
import aestimo.core.judging.ClassGoals;
import aestimo.core.judging.GoalStanding;
import aestimo.core.result.CategoryAverage;
import aestimo.core.result.Movement;
import aestimo.core.result.Needed;
import aestimo.core.result.Prospects;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import aestimo.core.result.StudentStanding;
import aestimo.core.result.TermSeries;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import aestimo.exchange.markbook.Codes;
import aestimo.exchange.markbook.JsonWriter;
import java.util.Optional;

/** The part of the results document that tells of one student. */
final class StudentFigures {
    private final Book book;
    private final TermSeries series;
    private final Optional<ClassAttendance> attendance;
    private final Optional<ClassGoals> goals;
    private final Optional<Band> needed;
    private final JsonWriter out;
    private final Places places;
    /** The place of the one term the span is; −1 for every other span. */
    private final int onlyTerm;

    StudentFigures(
            Standing standing,
            TermSeries series,
            Optional<ClassAttendance> attendance,
            Optional<ClassGoals> goals,
            Optional<Band> needed,
            JsonWriter out) {
        this.book = standing.book();
        this.series = series;
        this.attendance = attendance;
        this.goals = goals;
        this.needed = needed;
        this.out = out;
        this.places = book.rules().places();
        this.onlyTerm = onlyTerm(standing.span());
    }

    private int onlyTerm(Span span) {
        if (span instanceof Span.Terms terms && terms.terms().size() == 1) {
            TermId only = terms.terms().iterator().next();
            return book.terms().stream().map(term -> term.id()).toList().indexOf(only);
        }
        return -1;
    }

    void student(StudentStanding own) {
        out.text("id", own.student().id().text());
        out.flag("present", own.present());
        result(own.result());
        own.withoutCeilings()
                .ifPresentOrElse(
                        percent -> out.object("withoutCeilings", () -> out.text("exact", exact(percent))),
                        () -> out.nothing("withoutCeilings"));
        textOrNull(out, "ceilingCost", own.ceilingCost().map(ResultsDocument::exact));
        out.object(
                "categories",
                () -> own.categories().forEach((id, average) -> out.object(id.text(), () -> category(average))));
        rank("rank", "tied", own.rank());
        rank("setRank", "setTied", own.setRank());
        own.shares()
                .ifPresentOrElse(
                        shares -> out.list("working", shares, share -> {
                            out.text("assessment", share.assessment().id().text());
                            out.text("share", exact(share.share()));
                            out.text("points", exact(share.points()));
                        }),
                        () -> out.nothing("working"));
        prospects(own.prospects());
        movement(onlyTerm < 0 ? Optional.empty() : series.movement(own.place(), onlyTerm));
        out.object("counts", () -> counts(own.counts()));
        if (book.register().isPresent()) {
            attendance.ifPresentOrElse(
                    all -> out.object("attendance", () -> attendance(all.of(own.student()))),
                    () -> out.nothing("attendance"));
        }
        goals.ifPresent(all -> out.object(
                "goals",
                () -> all.goals()
                        .all()
                        .forEach(goal -> out.object(goal.id().text(), () -> goal(all.of(own.student(), goal))))));
    }

    private void goal(GoalStanding own) {
        out.text("level", Codes.of(own.level()));
        out.number("counted", own.counted());
        textOrNull(out, "value", own.value().map(ResultsDocument::exact));
        out.flag("byHand", own.byHand().isPresent());
    }

    private void attendance(Attendance own) {
        percent(out, own, places);
        out.number("present", own.present());
        out.number("late", own.late());
        out.number("lateExcused", own.lateExcused());
        out.number("absent", own.absent());
        out.number("absentExcused", own.absentExcused());
        out.number("minutesLate", own.minutesLate());
        out.number("notTaken", own.notTaken());
    }

    private void result(Optional<Result> result) {
        if (result.isEmpty()) {
            out.nothing("result");
            return;
        }
        Result own = result.get();
        out.object("result", () -> {
            out.text("exact", exact(own.exact()));
            out.text("shown", own.shown());
            textOrNull(out, "grade", own.grade().map(Band::label));
            textOrNull(out, "toNext", own.toNextShown());
            out.flag("justBelow", own.justBelow());
            textOrNull(out, "pass", own.pass().map(Codes::of));
        });
    }

    private void category(CategoryAverage average) {
        out.text("exact", exact(average.average()));
        out.text("shown", average.average().shown(places));
        out.number("counted", average.counted());
        out.texts(
                "dropped",
                average.dropped().stream().map(piece -> piece.id().text()).toList());
    }

    private void rank(String key, String tiedKey, Optional<Rank> rank) {
        rank.ifPresentOrElse(own -> out.number(key, own.place()), () -> out.nothing(key));
        out.flag(tiedKey, rank.filter(Rank::tied).isPresent());
    }

    private void prospects(Prospects prospects) {
        textOrNull(out, "best", prospects.best().map(this::shown));
        textOrNull(out, "worst", prospects.worst().map(this::shown));
        out.number("remaining", prospects.remaining());
        Optional<Needed> need = needed.flatMap(prospects::needed);
        if (need.isEmpty()) {
            out.nothing("needed");
        } else {
            out.object("needed", () -> {
                out.text("is", Codes.of(need.get().kind()));
                textOrNull(out, "value", need.get().shown());
            });
        }
    }

    private String shown(Percent percent) {
        return percent.shown(places);
    }

    private void movement(Optional<Movement> movement) {
        if (movement.isEmpty()) {
            out.nothing("movement");
        } else {
            out.object("movement", () -> {
                out.text("exact", exact(movement.get().change()));
                out.text("direction", Codes.of(movement.get().direction()));
            });
        }
    }

    private void counts(EntryCounts counts) {
        out.number("blank", counts.blank());
        out.number("absent", counts.absent());
        out.number("excused", counts.excused());
        out.number("notHandedIn", counts.notHandedIn());
        out.number("inDoubt", counts.inDoubt());
        out.number("late", counts.late());
        out.number("toFinish", counts.toFinish());
    }
}
