package aestimo.app.roll;

import aestimo.app.changes.ChangeService;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.ContactService;
import aestimo.app.roll.StudentMapper.CardRow;
import aestimo.app.roll.StudentMapper.SetRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.MailAddress;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.PictureFile;
import aestimo.app.web.Problems;
import aestimo.core.typed.TypedDay;
import aestimo.core.value.Mark;
import aestimo.exchange.marks.Known;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps what belongs to a student beside the list: ways to reach them, notes, a photo, sets and when they changed. */
@Service
public class StudentService {
    static final int PHOTO_SIDE = 240;
    static final int LONGEST_NAME = 100;
    static final int LONGEST_NOTE = 500;
    static final int LONGEST_REPORT = 2000;

    private final StudentMapper mapper;
    private final ChangeService changes;
    private final StartingScoreService scores;
    private final ContactService contacts;
    private final Clock clock;

    StudentService(
            StudentMapper mapper,
            ChangeService changes,
            StartingScoreService scores,
            ContactService contacts,
            Clock clock) {
        this.mapper = mapper;
        this.changes = changes;
        this.scores = scores;
        this.contacts = contacts;
        this.clock = clock;
    }

    /** How a student may be spoken of. */
    private static final List<String> FORMS = List.of("they", "she", "he", "name");

    /** A change of set, as told: “from South to North on 2027-01-12”. */
    public record SetChange(LocalDate onDay, String was, String became) {}

    /**
     * A student with the card.
     *
     * @param startingTop what the starting score is out of
     * @param otherClasses titles of the teacher's other classes they are in
     */
    public record Shown(
            long enrolmentId,
            String name,
            StudentCard card,
            String startingTop,
            boolean hasPhoto,
            List<SetChange> sets,
            List<String> otherClasses) {
        /** A contact still to be written. */
        public Contact blank() {
            return Contact.blank();
        }

        public boolean isBarred() {
            return card.contacts().stream().anyMatch(Contact::isBarred);
        }
    }

    /** @throws NotFoundException when the class has no such student */
    @Transactional(readOnly = true)
    public Shown student(TeacherId teacher, long classId, long enrolmentId) {
        CardRow row = row(teacher, classId, enrolmentId);
        return new Shown(
                enrolmentId,
                name(row),
                new StudentCard(
                        row.preferred(),
                        row.email(),
                        contacts.of(teacher, row.studentId()),
                        row.birthday() == null ? "" : row.birthday().toString(),
                        row.supportNote(),
                        row.lastReport(),
                        score(row),
                        row.forms()),
                row.startingTop().toString(),
                row.hasPhoto(),
                mapper.findSets(teacher, enrolmentId).stream()
                        .map(set -> new SetChange(set.onDay(), set.was(), set.became()))
                        .toList(),
                mapper.findOtherClasses(teacher, row.studentId(), classId));
    }

    /** A class that a student is in, or was, and what they are in it. */
    public record Place(long classId, long enrolmentId) {}

    /** All classes of the student of an enrolment, the one named among them. */
    @Transactional(readOnly = true)
    public List<Place> places(TeacherId teacher, long classId, long enrolmentId) {
        return mapper.findPlaces(teacher, classId, enrolmentId).stream()
                .map(row -> new Place(row.classId(), row.enrolmentId()))
                .toList();
    }

    /** Everybody of a class, as rows of a sheet are matched to them. */
    @Transactional(readOnly = true)
    public List<Known> known(TeacherId teacher, long classId) {
        return mapper.findKnown(teacher, classId);
    }

    /** Everybody of a class, by enrolment. */
    @Transactional(readOnly = true)
    public Map<Long, Person> people(TeacherId teacher, long classId) {
        return Person.of(mapper.findPeople(teacher, classId));
    }

    private CardRow row(TeacherId teacher, long classId, long enrolmentId) {
        return mapper.findCard(teacher, classId, enrolmentId).orElseThrow(() -> new NotFoundException("student"));
    }

    private static String name(CardRow row) {
        return row.given().isEmpty() ? row.family() : row.family() + ", " + row.given();
    }

    private static String score(CardRow row) {
        return row.startingScore() == null ? "" : row.startingScore().toString();
    }

    /**
     * Keeps a card, and a photo where one was chosen.
     *
     * @param photo the file as sent; empty where none was chosen
     * @param withoutPhoto whether the photo that stands is exported
     * @throws FormException naming every reason why it cannot be kept
     */
    @Transactional
    public void save(
            TeacherId teacher, long classId, long enrolmentId, StudentCard card, byte[] photo, boolean withoutPhoto) {
        CardRow before = row(teacher, classId, enrolmentId);
        Problems problems = new Problems();
        if (card.preferred().length() > LONGEST_NAME) {
            problems.at("preferred", "The preferred name has over " + LONGEST_NAME + " letters.");
        }
        MailAddress.problem(card.email(), "The e-mail address").ifPresent(words -> problems.at("email", words));
        ContactService.check(card.contacts(), problems);
        if (card.supportNote().length() > LONGEST_NOTE) {
            problems.at("supportNote", "The support note has over " + LONGEST_NOTE + " characters.");
        }
        if (card.lastReport().length() > LONGEST_REPORT) {
            problems.at("lastReport", "The last report's words have over " + LONGEST_REPORT + " characters.");
        }
        if (!FORMS.contains(card.forms())) {
            problems.at("forms", "Choose the student's pronouns.");
        }
        Optional<LocalDate> birthday = birthday(card, problems);
        Optional<Mark> score = StartingScoreService.parse(
                card.startingScore(),
                before.startingTop(),
                "The starting score",
                words -> problems.at("startingScore", words));
        problems.refuse();
        mapper.updateCard(teacher, before.studentId(), card, birthday.orElse(null));
        contacts.save(teacher, before.studentId(), card.contacts());
        scores.save(teacher, classId, enrolmentId, name(before), score);
        if (photo.length > 0) {
            mapper.updatePhoto(teacher, before.studentId(), PictureFile.jpeg(photo, PHOTO_SIDE));
        } else if (withoutPhoto) {
            mapper.updatePhoto(teacher, before.studentId(), null);
        }
    }

    private Optional<LocalDate> birthday(StudentCard card, Problems problems) {
        if (card.birthday().isEmpty()) {
            return Optional.empty();
        }
        Optional<LocalDate> day = TypedDay.read(card.birthday()).filter(born -> !born.isAfter(LocalDate.now(clock)));
        if (day.isEmpty()) {
            problems.at(
                    "birthday",
                    "The birthday is “" + card.birthday() + "”. It must be a past day such as 2013-04-30, or empty.");
        }
        return day;
    }

    /** The photo as a JPEG; empty where there is none. */
    @Transactional(readOnly = true)
    public Optional<byte[]> photo(TeacherId teacher, long classId, long enrolmentId) {
        row(teacher, classId, enrolmentId);
        return mapper.findPhoto(teacher, classId, enrolmentId).map(StudentMapper.PhotoRow::photo);
    }

    /**
     * Puts students into a set from a day on.
     *
     * @param set empty for none
     * @return how many were not in it before
     * @throws FormException when the day or the set will not do
     */
    @Transactional
    public int putIntoSet(TeacherId teacher, long classId, List<Long> enrolments, String set, String day) {
        if (set.length() > LONGEST_NAME) {
            throw FormException.at("intoSet", "The set has over " + LONGEST_NAME + " letters.");
        }
        LocalDate onDay = day.isEmpty()
                ? LocalDate.now(clock)
                : TypedDay.read(day)
                        .orElseThrow(() -> FormException.at(
                                "onDay", "The day is “" + day + "”. It must be one such as 2027-02-24."));
        int moved = 0;
        for (long enrolment : enrolments) {
            CardRow row = row(teacher, classId, enrolment);
            if (!row.setName().equals(set)) {
                mapper.updateSet(teacher, classId, enrolment, set);
                mapper.recordSet(teacher, classId, enrolment, new SetRow(onDay, row.setName(), set));
                changes.recordGroundwork(
                        teacher,
                        classId,
                        "students",
                        name(row) + " (" + row.setName() + ")",
                        name(row) + " (" + set + ") from " + onDay);
                moved++;
            }
        }
        return moved;
    }
}
