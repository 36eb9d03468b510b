package aestimo.app.school;

import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.school.SchoolField.Holds;
import aestimo.app.school.SchoolMapper.FieldRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import java.net.URI;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps how the school is reached, what it asks for, and by which ids it knows classes and students. */
@Service
public class SchoolService {
    private static final int LONGEST_COMMENT = 4000;
    private static final int USUAL_COMMENT = 300;
    private static final int MOST_FIELDS = 8;
    private static final int LONGEST_NAME = 40;
    private static final int LONGEST_HEADING = 80;
    private static final int LONGEST_ADDRESS = 300;
    private static final int HIGHEST_PORT = 65_535;

    private final SchoolMapper mapper;
    private final SchoolHosts hosts;
    private final SecurityEvents events;

    SchoolService(SchoolMapper mapper, SchoolHosts hosts, SecurityEvents events) {
        this.mapper = mapper;
        this.hosts = hosts;
        this.events = events;
    }

    /** Empty where no school is connected. */
    @Transactional(readOnly = true)
    public Optional<Connection> connection(TeacherId teacher) {
        return mapper.findConnection(teacher);
    }

    /**
     * Keeps how the school is reached; an empty secret keeps the saved one, as long as address and client stay the same: a
     * secret goes nowhere it was not given for.
     *
     * @throws FormException when the address is none, or client or secret are missing
     */
    @Transactional
    public void connect(TeacherId teacher, Connection asked) {
        String address = withoutEndSlashes(asked.address());
        Optional<Connection> before = mapper.findConnection(teacher);
        String standing = before.filter(
                        own -> own.address().equals(address) && own.client().equals(asked.client()))
                .map(Connection::secret)
                .orElse("");
        Problems problems = new Problems();
        if (!isAddress(address)) {
            problems.at(
                    "address",
                    "The address is “" + asked.address()
                            + "”. It must be one such as https://records.school.example, without a name or password in it.");
        } else {
            hosts.problem(URI.create(address)).ifPresent(words -> problems.at("address", words));
        }
        if (asked.client().isEmpty()) {
            problems.at("client", "The client's name is missing. The school gives it with the secret.");
        }
        String secret = asked.secret().isEmpty() ? standing : asked.secret();
        if (secret.isEmpty()) {
            problems.at(
                    "secret",
                    before.isEmpty()
                            ? "The client's secret is missing."
                            : "The saved secret is for another address or client. Type the one for this.");
        }
        problems.refuse();
        mapper.writeConnection(teacher, new Connection(address, asked.client(), secret, asked.schoolTeacher()));
        events.record(teacher, Kind.SCHOOL_CHANGED, "connected");
    }

    private static String withoutEndSlashes(String address) {
        int end = address.length();
        while (end > 0 && address.charAt(end - 1) == '/') {
            end--;
        }
        return address.substring(0, end);
    }

    private static boolean isAddress(String text) {
        try {
            URI address = URI.create(text);
            return ("http".equals(address.getScheme()) || "https".equals(address.getScheme()))
                    && text.length() <= LONGEST_ADDRESS
                    && address.getHost() != null
                    && address.getPort() <= HIGHEST_PORT
                    && address.getPort() != 0
                    && address.getUserInfo() == null
                    && address.getQuery() == null
                    && address.getFragment() == null;
        } catch (IllegalArgumentException none) {
            return false;
        }
    }

    @Transactional
    public void disconnect(TeacherId teacher) {
        mapper.deleteConnection(teacher);
        events.record(teacher, Kind.SCHOOL_CHANGED, "disconnected");
    }

    /** What else the school asks for, in its order. */
    @Transactional(readOnly = true)
    public List<SchoolField> fields(TeacherId teacher) {
        return mapper.findFields(teacher).stream()
                .map(row -> new SchoolField(
                        row.name(),
                        Holds.valueOf(row.holds()),
                        row.labels().lines().toList()))
                .toList();
    }

    /** The most letters of a comment; 0 where the school takes none. */
    @Transactional(readOnly = true)
    public int commentLength(TeacherId teacher) {
        return mapper.findCommentLength(teacher).orElse(USUAL_COMMENT);
    }

    /**
     * A further field as a form holds it.
     *
     * @param labels with commas between
     */
    public record FieldLine(String name, Holds holds, String labels) {}

    /**
     * Keeps what the school asks for.
     *
     * @param lines those without a name are left out
     * @throws FormException naming everything that will not do
     */
    @Transactional
    public void saveAsked(TeacherId teacher, List<FieldLine> lines, String commentLength) {
        Problems problems = new Problems();
        List<FieldRow> rows = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < lines.size(); i++) {
            FieldLine line = lines.get(i);
            String name = line.name();
            if (name.isEmpty()) {
                continue;
            }
            List<String> own = Arrays.stream(
                            line.holds() == Holds.LABEL ? line.labels().split(",") : new String[0])
                    .map(String::strip)
                    .filter(label -> !label.isEmpty())
                    .distinct()
                    .toList();
            if (name.length() > LONGEST_NAME || !seen.add(name.toLowerCase(Locale.ROOT))) {
                problems.at("name", i, "“" + name + "” is there twice, or has over " + LONGEST_NAME + " letters.");
            }
            if (own.isEmpty() && line.holds() == Holds.LABEL) {
                problems.at("labels", i, name + " has no labels. Give them with commas between, such as A, B, C.");
            }
            rows.add(new FieldRow(rows.size(), name, line.holds().name(), String.join("\n", own)));
        }
        if (rows.size() > MOST_FIELDS) {
            problems.add("There are over " + MOST_FIELDS + " further fields.");
        }
        if (!commentLength.matches("[0-9]{1,4}") || Integer.parseInt(commentLength) > LONGEST_COMMENT) {
            problems.at(
                    "commentLength",
                    "A comment has “" + commentLength + "” letters at most. It must be a number from 0 to "
                            + LONGEST_COMMENT + "; 0: the school takes none.");
        }
        problems.refuse();
        mapper.deleteFields(teacher);
        rows.forEach(row -> mapper.insertField(teacher, row));
        mapper.writeCommentLength(teacher, Integer.parseInt(commentLength));
    }

    /** All a column may hold, with the usual headings: what every school gets, then its further fields. */
    private List<LayoutColumn> possible(TeacherId teacher) {
        List<LayoutColumn> possible = new ArrayList<>(LayoutColumn.KEYS);
        fields(teacher)
                .forEach(field -> possible.add(new LayoutColumn(LayoutColumn.FIELD + field.name(), field.name())));
        return possible;
    }

    /** The columns of a file of results: as the teacher laid them out for the school, else all there are. */
    @Transactional(readOnly = true)
    public List<LayoutColumn> layout(TeacherId teacher) {
        List<LayoutColumn> kept = mapper.findLayout(teacher);
        return kept.isEmpty() ? possible(teacher) : kept;
    }

    /** The columns laid out, then those left out, with an empty heading. */
    @Transactional(readOnly = true)
    public List<LayoutColumn> layoutToEdit(TeacherId teacher) {
        List<LayoutColumn> all = new ArrayList<>(layout(teacher));
        possible(teacher).stream()
                .filter(own -> all.stream().noneMatch(there -> there.key().equals(own.key())))
                .forEach(own -> all.add(new LayoutColumn(own.key(), "")));
        return all;
    }

    /**
     * Keeps the columns in the order given; those with an empty heading are left out.
     *
     * @throws FormException when none is left, or a heading is too long or stands twice
     */
    @Transactional
    public void saveLayout(TeacherId teacher, List<LayoutColumn> columns) {
        List<String> known = possible(teacher).stream().map(LayoutColumn::key).toList();
        List<LayoutColumn> kept = columns.stream()
                .filter(own -> !own.heading().isEmpty() && known.contains(own.key()))
                .toList();
        long headings = kept.stream().map(LayoutColumn::heading).distinct().count();
        if (kept.isEmpty()
                || headings < kept.size()
                || kept.stream().anyMatch(own -> own.heading().length() > LONGEST_HEADING)) {
            throw new FormException("Give at least one column a heading; each of at most " + LONGEST_HEADING
                    + " letters, and none twice.");
        }
        mapper.deleteLayout(teacher);
        for (int i = 0; i < kept.size(); i++) {
            mapper.insertLayout(teacher, i, kept.get(i));
        }
    }

    /** The id a class goes by at the school; empty text where it is not known there. */
    @Transactional(readOnly = true)
    public String classRef(TeacherId teacher, long classId) {
        return mapper.findClassRef(teacher, classId).orElseThrow(() -> new NotFoundException("class"));
    }

    /** The ids students of a class go by at the school, by enrolment; those not known there are left out. */
    @Transactional(readOnly = true)
    public Map<Long, String> studentRefs(TeacherId teacher, long classId) {
        Map<Long, String> refs = new HashMap<>();
        mapper.findStudents(teacher, classId).stream()
                .filter(row -> !row.schoolRef().isEmpty())
                .forEach(row -> refs.put(row.enrolmentId(), row.schoolRef()));
        return refs;
    }

    /**
     * The days between which a school takes the results of a term, as it said last.
     *
     * @param from inclusive, like {@code to}
     */
    public record Dates(LocalDate from, LocalDate to) {
        public boolean hold(LocalDate day) {
            return !day.isBefore(from) && !day.isAfter(to);
        }
    }

    /** Empty where the school never said. */
    @Transactional(readOnly = true)
    public Optional<Dates> dates(TeacherId teacher, LocalDate starts, LocalDate ends) {
        return mapper.findDates(teacher, starts, ends).map(row -> new Dates(row.takesFrom(), row.takesTo()));
    }

    /** Keeps what the school says of its dates. */
    @Transactional
    public void saveDates(TeacherId teacher, List<SchoolRosters.Period> periods) {
        periods.stream()
                .filter(own -> own.takesFrom().isPresent() && own.takesTo().isPresent())
                .forEach(own -> mapper.writeDates(
                        teacher,
                        new SchoolMapper.DatesRow(
                                own.starts(),
                                own.ends(),
                                own.takesFrom().get(),
                                own.takesTo().get())));
    }

    @Transactional
    public void linkClass(TeacherId teacher, long classId, String ref) {
        mapper.updateClassRef(teacher, classId, ref);
    }

    /**
     * Links students of a class with those of the school who have the same number, else the same name where nobody else
     * has it.
     */
    @Transactional
    public void linkStudents(TeacherId teacher, long classId, List<SchoolRosters.Person> people) {
        for (SchoolMapper.StudentRow row : mapper.findStudents(teacher, classId)) {
            List<SchoolRosters.Person> same = people.stream()
                    .filter(person -> !row.number().isEmpty() && person.number().equals(row.number()))
                    .toList();
            if (same.isEmpty()) {
                same = people.stream()
                        .filter(person -> person.family().equalsIgnoreCase(row.family())
                                && person.given().equalsIgnoreCase(row.given()))
                        .toList();
            }
            if (same.size() == 1 && !same.get(0).ref().equals(row.schoolRef())) {
                mapper.updateStudentRef(teacher, row.studentId(), same.get(0).ref());
            }
        }
    }
}
