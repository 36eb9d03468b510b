package aestimo.app.school;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.roll.MemberService;
import aestimo.app.roll.RollService;
import aestimo.app.roll.RollService.RollLine;
import aestimo.app.roll.StudentService;
import aestimo.app.school.SchoolException.Kind;
import aestimo.app.school.SchoolRosters.Person;
import aestimo.app.school.SchoolRosters.SchoolClassRef;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.exchange.oneroster.SchoolRoster.Member;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Links classes with the school's own, and brings their lists of students up to date with it. */
@Service
public class CompareService {
    private final SchoolService school;
    private final SchoolRosters rosters;
    private final BookService books;
    private final RollService roll;
    private final MemberService members;
    private final StudentService students;
    private final Clock clock;

    CompareService(
            SchoolService school,
            SchoolRosters rosters,
            BookService books,
            RollService roll,
            MemberService members,
            StudentService students,
            Clock clock) {
        this.school = school;
        this.rosters = rosters;
        this.books = books;
        this.roll = roll;
        this.members = members;
        this.students = students;
        this.clock = clock;
    }

    /**
     * Asks the school for a class's students and links them; outside any transaction, for the school may be slow.
     *
     * @throws SchoolException when no school is connected, it does not answer, or has no such class
     */
    public List<Person> people(TeacherId teacher, long classId) {
        Connection connection = school.connection(teacher)
                .orElseThrow(
                        () -> new SchoolException(Kind.HELD, "No school is connected. Connect it under The school."));
        String ref = school.classRef(teacher, classId);
        if (ref.isEmpty()) {
            ref = link(teacher, connection, classId);
        }
        List<Person> people = rosters.people(connection, ref);
        school.saveDates(teacher, rosters.periods(connection));
        school.linkStudents(teacher, classId, people);
        return people;
    }

    private String link(TeacherId teacher, Connection connection, long classId) {
        ClassRow row = books.classRow(teacher, classId);
        Optional<SchoolClassRef> same = rosters.classes(connection).stream()
                .filter(own -> own.title().equalsIgnoreCase(row.title()))
                .findFirst();
        String ref = same.orElseThrow(() -> new SchoolException(
                        Kind.HELD, "The school has no class “" + row.title() + "”. Give the class the school's name."))
                .ref();
        school.linkClass(teacher, classId, ref);
        return ref;
    }

    /** In what the school's list and the class differ. */
    List<RosterDifference> differences(TeacherId teacher, long classId, List<Person> people) {
        return RosterDifference.between(roll.students(teacher, classId), school.studentRefs(teacher, classId), people);
    }

    /**
     * Takes over the differences chosen, all or none.
     *
     * @param chosen their keys
     * @return how many were taken over
     * @throws FormException when one cannot be taken over, or none was chosen
     */
    @Transactional
    public int take(TeacherId teacher, long classId, List<Person> people, Set<String> chosen) {
        List<RosterDifference> all = differences(teacher, classId, people).stream()
                .filter(own -> chosen.contains(own.key()))
                .toList();
        if (all.isEmpty()) {
            throw new FormException("Tick what to take over. Nothing was changed.");
        }
        for (RosterDifference own : all) {
            switch (own.kind()) {
                case JOINED -> join(teacher, classId, own.person().orElseThrow());
                case SET ->
                    students.putIntoSet(
                            teacher,
                            classId,
                            List.of(own.line().orElseThrow().enrolmentId()),
                            own.person().orElseThrow().set(),
                            "");
                case NAME, LEFT -> alter(teacher, classId, own);
            }
        }
        school.linkStudents(teacher, classId, people);
        return all.size();
    }

    private void join(TeacherId teacher, long classId, Person person) {
        members.take(
                teacher,
                classId,
                List.of(new Member(
                        person.number(), person.family(), person.given(), "", "", person.joined(), person.left())));
        if (!person.set().isEmpty()) {
            roll.students(teacher, classId).stream()
                    .filter(line -> line.family().equals(person.family())
                            && line.given().equals(person.given())
                            && line.set().isEmpty())
                    .findFirst()
                    .ifPresent(line -> students.putIntoSet(
                            teacher,
                            classId,
                            List.of(line.enrolmentId()),
                            person.set(),
                            person.joined().map(LocalDate::toString).orElse("")));
        }
    }

    private void alter(TeacherId teacher, long classId, RosterDifference own) {
        long id = own.line().orElseThrow().enrolmentId();
        List<RollLine> lines = roll.students(teacher, classId).stream()
                .map(line -> line.enrolmentId() == id ? altered(line, own) : line)
                .toList();
        roll.save(teacher, classId, lines, Set.of());
    }

    private RollLine altered(RollLine line, RosterDifference own) {
        boolean left = own.kind() == RosterDifference.Kind.LEFT;
        return new RollLine(
                line.enrolmentId(),
                line.number(),
                left ? line.family() : own.person().orElseThrow().family(),
                left ? line.given() : own.person().orElseThrow().given(),
                line.set(),
                line.joined(),
                left
                        ? own.person()
                                .flatMap(Person::left)
                                .orElse(LocalDate.now(clock).minusDays(1))
                                .toString()
                        : line.left(),
                line.removable());
    }
}
