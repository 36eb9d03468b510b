package aestimo.app.whole;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.groundwork.Forms.ClassForm;
import aestimo.app.groundwork.Forms.TermLine;
import aestimo.app.groundwork.Forms.YearForm;
import aestimo.app.groundwork.GroundworkService;
import aestimo.app.groundwork.YearService;
import aestimo.app.roll.MemberService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.exchange.oneroster.SchoolRoster;
import aestimo.exchange.oneroster.SchoolRoster.RosterClass;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes classes from the school's roster, or brings those that are there up to date with it. */
@Service
public class RosterService {
    private static final int MOST_MEMBERS = 500;

    private final BookService books;
    private final YearService years;
    private final GroundworkService groundwork;
    private final MemberService members;

    RosterService(BookService books, YearService years, GroundworkService groundwork, MemberService members) {
        this.books = books;
        this.years = years;
        this.groundwork = groundwork;
        this.members = members;
    }

    /**
     * A class of the roster.
     *
     * @param there the teacher's class of that name in the roster's year; empty: it would be made
     * @param late how many joined after the year's first day
     * @param left how many left
     */
    public record Proposal(int place, RosterClass from, Optional<ClassRow> there, long late, long left) {}

    /** What the roster proposes; keeps nothing. */
    @Transactional(readOnly = true)
    public List<Proposal> proposals(TeacherId teacher, SchoolRoster roster) {
        Optional<YearService.Year> year = year(teacher, roster);
        List<Proposal> proposals = new ArrayList<>();
        for (RosterClass own : roster.classes()) {
            proposals.add(new Proposal(
                    proposals.size(),
                    own,
                    year.flatMap(found -> there(teacher, found, own)),
                    own.members().stream()
                            .filter(member -> member.joined().isPresent())
                            .count(),
                    own.members().stream()
                            .filter(member -> member.left().isPresent())
                            .count()));
        }
        return proposals;
    }

    /** The year that has the roster's terms, day for day, else its name; where the roster names no terms, the newest. */
    private Optional<YearService.Year> year(TeacherId teacher, SchoolRoster roster) {
        List<YearService.Year> all = years.years(teacher);
        return all.stream()
                .filter(year -> roster.terms().isEmpty() || isLike(year.terms(), roster.terms()))
                .findFirst()
                .or(() -> all.stream()
                        .filter(year -> year.name().equals(roster.year()))
                        .findFirst());
    }

    private static boolean isLike(List<YearService.Term> own, List<SchoolRoster.Term> terms) {
        return terms.stream()
                .allMatch(term -> own.stream()
                        .anyMatch(other -> other.starts().equals(term.starts())
                                && other.ends().equals(term.ends())));
    }

    private Optional<ClassRow> there(TeacherId teacher, YearService.Year year, RosterClass own) {
        return books.allClasses(teacher).stream()
                .filter(row -> row.yearId() == year.id() && row.title().equalsIgnoreCase(own.title()))
                .findFirst();
    }

    /** What became of one class. */
    public record Kept(long classId, String title, boolean made, int joined, int left, List<String> remarks) {
        /** “9B Geography: 2 joined, 1 left.”. */
        public String words() {
            return title + (made ? " is made" : "") + ": " + joined + " joined"
                    + (left > 0 ? ", " + left + " left" : "") + "."
                    + (remarks.isEmpty() ? "" : " " + String.join(" ", remarks));
        }
    }

    /**
     * Takes over the chosen classes, all or none.
     *
     * @param chosen their places in the roster
     * @throws FormException when there is nothing to take, or no year to put it in
     */
    @Transactional
    public List<Kept> save(TeacherId teacher, SchoolRoster roster, List<Integer> chosen) {
        if (chosen.isEmpty()) {
            throw new FormException("Tick the classes to import.");
        }
        YearService.Year year = year(teacher, roster).orElseGet(() -> made(teacher, roster));
        List<Kept> kept = new ArrayList<>();
        for (int place : chosen) {
            if (place < 0 || place >= roster.classes().size()) {
                throw new FormException("A class was chosen that the roster does not hold. Choose the file again.");
            }
            RosterClass own = roster.classes().get(place);
            if (own.members().size() > MOST_MEMBERS) {
                throw new FormException(own.title() + " has over " + MOST_MEMBERS + " students in the roster.");
            }
            Optional<ClassRow> there = there(teacher, year, own);
            long classId = there.map(ClassRow::id).orElseGet(() -> make(teacher, year, own, kept.size()));
            MemberService.Taken taken = members.take(teacher, classId, own.members());
            kept.add(new Kept(classId, own.title(), there.isEmpty(), taken.joined(), taken.left(), taken.remarks()));
        }
        return kept;
    }

    /** “9B Geography” is 9B in Geography. */
    private long make(TeacherId teacher, YearService.Year year, RosterClass own, int place) {
        int space = own.title().indexOf(' ');
        String name = space > 0 ? own.title().substring(0, space) : own.title();
        String subject = space > 0 ? own.title().substring(space + 1) : "";
        return groundwork.createClass(
                teacher, new ClassForm(year.id(), name, subject, place % GroundworkService.TINTS + 1));
    }

    private YearService.Year made(TeacherId teacher, SchoolRoster roster) {
        if (roster.terms().isEmpty()) {
            throw new FormException("The roster names no terms. Make the year with its terms first, then come back.");
        }
        List<TermLine> lines = roster.terms().stream()
                .map(term -> new TermLine(
                        0, term.title(), term.starts().toString(), term.ends().toString()))
                .toList();
        String name = roster.year().isEmpty()
                ? Integer.toString(roster.terms().get(0).starts().getYear())
                : roster.year();
        return years.year(teacher, years.create(teacher, new YearForm(name, 0, lines)));
    }
}
