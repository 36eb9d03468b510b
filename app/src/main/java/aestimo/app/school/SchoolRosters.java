package aestimo.app.school;

import aestimo.app.school.SchoolException.Kind;
import aestimo.core.typed.PlainText;
import aestimo.core.typed.TypedDay;
import aestimo.exchange.oneroster.SchoolRoster;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.web.util.UriUtils;
import tools.jackson.databind.JsonNode;

/** Reads classes, students and terms from a school's service. */
@Component
public class SchoolRosters {
    /** Of a century anybody is at school in. */
    private final SchoolOffice office;

    SchoolRosters(SchoolOffice office) {
        this.office = office;
    }

    /** A class as the school has it. */
    public record SchoolClassRef(String ref, String title) {}

    /**
     * A student of a class as the school has them.
     *
     * @param ref the school's id
     * @param set empty where the school tells none
     * @param joined empty where they were there from the start
     * @param left their last day; empty while they are there
     */
    public record Person(
            String ref,
            String number,
            String family,
            String given,
            String set,
            Optional<LocalDate> joined,
            Optional<LocalDate> left) {}

    /**
     * A grading period.
     *
     * @param takesFrom from when the school takes its results, where it says so
     * @param takesTo until when, likewise
     */
    public record Period(
            String ref,
            String title,
            LocalDate starts,
            LocalDate ends,
            Optional<LocalDate> takesFrom,
            Optional<LocalDate> takesTo) {}

    /** The classes of the teacher, where the connection names one, else all. */
    public List<SchoolClassRef> classes(Connection connection) {
        String path = connection.schoolTeacher().isEmpty()
                ? "/classes"
                : "/teachers/" + segment(connection.schoolTeacher()) + "/classes";
        return office.all(connection, path, "classes", "").stream()
                .map(own -> new SchoolClassRef(text(own, "sourcedId"), text(own, "title")))
                .toList();
    }

    /** The grading periods, in the order of their dates; terms where the school has no grading periods. */
    public List<Period> periods(Connection connection) {
        List<JsonNode> sessions = office.all(connection, "/academicSessions", "academicSessions", "");
        List<Period> periods = periods(sessions, "gradingPeriod");
        return periods.isEmpty() ? periods(sessions, "term") : periods;
    }

    private static List<Period> periods(List<JsonNode> sessions, String type) {
        return sessions.stream()
                .filter(own -> text(own, "type").equals(type))
                .map(own -> new Period(
                        text(own, "sourcedId"),
                        text(own, "title"),
                        day(own, "startDate").orElseThrow(() -> missing("startDate")),
                        day(own, "endDate").orElseThrow(() -> missing("endDate")),
                        day(own.path("metadata"), "resultsFrom"),
                        day(own.path("metadata"), "resultsTo")))
                .sorted(Comparator.comparing(Period::starts))
                .toList();
    }

    private static SchoolException missing(String field) {
        return new SchoolException(Kind.HELD, "The school's service names a term without its " + field + ".");
    }

    /** The students of a class, in the order of their names. */
    public List<Person> people(Connection connection, String classRef) {
        Map<String, JsonNode> users = new HashMap<>();
        office.all(connection, "/classes/" + segment(classRef) + "/students", "users", "")
                .forEach(user -> users.put(text(user, "sourcedId"), user));
        List<Period> periods = periods(connection);
        List<Person> people = new ArrayList<>();
        for (JsonNode own :
                office.all(connection, "/enrollments", "enrollments", "class.sourcedId='" + classRef + "'")) {
            JsonNode user = users.get(text(own.path("user"), "sourcedId"));
            if (text(own, "role").equals("student") && user != null) {
                people.add(new Person(
                        text(user, "sourcedId"),
                        text(user, "identifier"),
                        text(user, "familyName"),
                        text(user, "givenName"),
                        text(own.path("metadata"), "set"),
                        day(own, "beginDate")
                                .filter(day -> periods.isEmpty()
                                        || day.isAfter(periods.get(0).starts())),
                        day(own, "endDate")
                                .filter(day -> periods.isEmpty()
                                        || day.isBefore(
                                                periods.get(periods.size() - 1).ends()))));
            }
        }
        people.sort(Comparator.comparing(Person::family).thenComparing(Person::given));
        return people;
    }

    /** The same as a roster file would hold it, for the page that shows what would be taken over. */
    public SchoolRoster roster(Connection connection, List<SchoolClassRef> chosen) {
        List<SchoolRoster.Term> terms = periods(connection).stream()
                .map(period -> new SchoolRoster.Term(period.title(), period.starts(), period.ends()))
                .toList();
        List<SchoolRoster.RosterClass> classes = chosen.stream()
                .map(own -> new SchoolRoster.RosterClass(
                        own.title(),
                        people(connection, own.ref()).stream()
                                .map(person -> new SchoolRoster.Member(
                                        person.number(),
                                        person.family(),
                                        person.given(),
                                        "",
                                        "",
                                        person.joined(),
                                        person.left()))
                                .toList()))
                .toList();
        return new SchoolRoster("", terms, classes);
    }

    /** Part of an address, whatever the school's ids are made of. */
    private static String segment(String ref) {
        return UriUtils.encodePathSegment(ref, StandardCharsets.UTF_8);
    }

    private static String text(JsonNode node, String field) {
        JsonNode value = node.get(field);
        if (value == null || value.isNull()) {
            return "";
        }
        if (!value.isValueNode()) {
            throw new SchoolException(Kind.HELD, "The school's service gives no text for " + field + ".");
        }
        return PlainText.of(value.asString()).strip();
    }

    private static Optional<LocalDate> day(JsonNode node, String field) {
        String text = text(node, field);
        if (text.isEmpty()) {
            return Optional.empty();
        }
        return Optional.of(TypedDay.read(text)
                .orElseThrow(() -> new SchoolException(
                        Kind.HELD, "The school's service says " + field + " is “" + text + "”, which is not a date.")));
    }
}
