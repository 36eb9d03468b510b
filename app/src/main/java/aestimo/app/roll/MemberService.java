package aestimo.app.roll;

import aestimo.app.changes.ChangeService;
import aestimo.app.roll.RollMapper.EnrolmentRow;
import aestimo.app.roll.RollMapper.StudentRow;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Student;
import aestimo.exchange.oneroster.SchoolRoster.Member;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts students into classes by what a file says of them: somebody known by number and name is the same student. */
@Service
public class MemberService {
    private final RollMapper mapper;
    private final StudentMapper cards;
    private final ChangeService changes;

    MemberService(RollMapper mapper, StudentMapper cards, ChangeService changes) {
        this.mapper = mapper;
        this.cards = cards;
        this.changes = changes;
    }

    /**
     * A student put into a class that is being made.
     *
     * @param remark what could not be taken over; empty text for nothing
     */
    public record Enrolled(long enrolmentId, String remark) {}

    /** Who the teacher knows already, by number. */
    private record Found(Optional<StudentRow> same, boolean numberTaken) {}

    private static Found find(List<StudentRow> known, String number, String family, String given) {
        Optional<StudentRow> numbered = known.stream()
                .filter(row -> !number.isEmpty() && row.number().equals(number))
                .findFirst();
        Optional<StudentRow> same = numbered.filter(
                row -> RollService.name(row.family(), row.given()).equals(RollService.name(family, given)));
        return new Found(same, numbered.isPresent() && same.isEmpty());
    }

    /** A student known by one name alone goes by it; one without any is still somebody's row. */
    private static String family(String family, String given) {
        return !family.isBlank() ? family : given.isBlank() ? "(no name)" : given;
    }

    private static String remark(String family, String given, String number) {
        return family + ", " + given + " came without the number " + number
                + ", which belongs to another student of yours.";
    }

    /** Puts a student into a class. A number that belongs to somebody else, or to one who is in it already, is left out. */
    @Transactional
    public Enrolled enrol(TeacherId teacher, long classId, Student student) {
        Found known = find(mapper.findStudents(teacher), student.number(), student.family(), student.given());
        boolean there = known.same()
                .filter(row ->
                        mapper.findEnrolments(teacher, classId).stream().anyMatch(own -> own.studentId() == row.id()))
                .isPresent();
        Found found = there ? new Found(Optional.empty(), true) : known;
        long id = found.same()
                .map(StudentRow::id)
                .orElseGet(() -> mapper.insertStudent(
                        teacher,
                        found.numberTaken() ? "" : student.number(),
                        family(student.family(), student.given()),
                        student.family().isBlank() ? "" : student.given()));
        mapper.insertEnrolment(
                teacher, classId, id, student.set().orElse(""), student.joined().orElse(null));
        EnrolmentRow row = enrolment(teacher, classId, id);
        student.left()
                .ifPresent(
                        left -> mapper.updateEnrolment(teacher, classId, row.id(), row.setName(), row.joined(), left));
        return new Enrolled(
                row.id(), found.numberTaken() ? remark(student.family(), student.given(), student.number()) : "");
    }

    private EnrolmentRow enrolment(TeacherId teacher, long classId, long studentId) {
        return mapper.findEnrolments(teacher, classId).stream()
                .filter(own -> own.studentId() == studentId)
                .findFirst()
                .orElseThrow();
    }

    /** What came of a school's list. */
    public record Taken(int joined, int left, List<String> remarks) {}

    /**
     * Brings a class up to date with the school's list: who is not in it yet joins, who left has the day. An address or a
     * preferred name is taken where there is none yet. Nobody is taken out.
     */
    @Transactional
    public Taken take(TeacherId teacher, long classId, List<Member> members) {
        List<String> remarks = new ArrayList<>();
        int joined = 0;
        int left = 0;
        Map<Long, EnrolmentRow> there = new HashMap<>();
        mapper.findEnrolments(teacher, classId).forEach(row -> there.put(row.studentId(), row));
        List<StudentRow> known = mapper.findStudents(teacher);
        for (Member member : members) {
            Found found = find(known, member.number(), member.family(), member.given());
            Optional<EnrolmentRow> named = there.values().stream()
                    .filter(row -> found.same().isEmpty()
                            && row.number().isEmpty()
                            && RollService.name(row.family(), row.given())
                                    .equals(RollService.name(member.family(), member.given())))
                    .findFirst();
            long id = found.same()
                    .map(StudentRow::id)
                    .or(() -> named.map(EnrolmentRow::studentId))
                    .orElseGet(() -> mapper.insertStudent(
                            teacher,
                            found.numberTaken() ? "" : member.number(),
                            family(member.family(), member.given()),
                            member.family().isBlank() ? "" : member.given()));
            if (found.numberTaken()) {
                remarks.add(remark(member.family(), member.given(), member.number()));
            }
            cards.fillContact(teacher, id, member.preferred(), member.email());
            EnrolmentRow row = there.get(id);
            if (row == null) {
                mapper.insertEnrolment(teacher, classId, id, "", member.joined().orElse(null));
                row = enrolment(teacher, classId, id);
                there.put(id, row);
                changes.recordGroundwork(teacher, classId, "students", "", member.family() + ", " + member.given());
                joined++;
            }
            if (member.left().isPresent() && row.leftOn() == null) {
                LocalDate last = member.left().get();
                mapper.updateEnrolment(teacher, classId, row.id(), row.setName(), row.joined(), last);
                changes.recordGroundwork(
                        teacher,
                        classId,
                        "students",
                        member.family() + ", " + member.given(),
                        member.family() + ", " + member.given() + " to " + last);
                left++;
            }
        }
        return new Taken(joined, left, remarks);
    }
}
