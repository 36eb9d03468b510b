package aestimo.office;

import jakarta.servlet.http.HttpServletResponse;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Rostering, OneRoster 1.2: reading alone. */
@RestController
@RequestMapping("/ims/oneroster/rostering/v1p2")
class RosterApi {
    static final String PREFIX = "tls-";
    private static final Pattern EQUALS = Pattern.compile("([A-Za-z.]+)='([^']*)'");

    private final Roster roster;
    private final Store store;
    private final Tokens tokens;

    RosterApi(Store store, Tokens tokens) {
        this.roster = Roster.load();
        this.store = store;
        this.tokens = tokens;
    }

    @GetMapping("/academicSessions")
    Map<String, Object> sessions(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam Map<String, String> asked,
            HttpServletResponse response) {
        tokens.require(authorization, "roster.readonly");
        List<Map<String, Object>> sessions = new ArrayList<>();
        String year = PREFIX + "year";
        sessions.add(session(year, roster.year(), "schoolYear", roster.yearStarts(), roster.yearEnds(), null));
        for (Roster.Term term : roster.terms()) {
            sessions.add(session(
                    PREFIX + term.id(),
                    term.title(),
                    "term",
                    term.starts(),
                    term.ends(),
                    ref("academicSession", year)));
            Map<String, Object> period = session(
                    periodId(term),
                    term.title(),
                    "gradingPeriod",
                    term.starts(),
                    term.ends(),
                    ref("academicSession", PREFIX + term.id()));
            Store.Takes takes = takes(term);
            period.put(
                    "metadata",
                    Map.of(
                            "resultsFrom",
                            takes.from().toString(),
                            "resultsTo",
                            takes.to().toString()));
            sessions.add(period);
        }
        return page("academicSessions", sessions, asked, response);
    }

    static String periodId(Roster.Term term) {
        return PREFIX + "g" + term.id().substring(1);
    }

    Store.Takes takes(Roster.Term term) {
        return store.takes(periodId(term)).orElse(new Store.Takes(term.takesFrom(), term.takesTo()));
    }

    private Map<String, Object> session(
            String id,
            String title,
            String type,
            LocalDate starts,
            LocalDate ends,
            @Nullable Map<String, Object> parent) {
        Map<String, Object> session = object(id);
        session.put("title", title);
        session.put("type", type);
        session.put("startDate", starts.toString());
        session.put("endDate", ends.toString());
        session.put("schoolYear", Integer.toString(roster.yearEnds().getYear()));
        if (parent != null) {
            session.put("parent", parent);
        }
        return session;
    }

    private static Map<String, Object> object(String id) {
        Map<String, Object> object = new LinkedHashMap<>();
        object.put("sourcedId", id);
        object.put("status", "active");
        object.put("dateLastModified", "2027-02-22T08:00:00Z");
        return object;
    }

    static Map<String, Object> ref(String type, String id) {
        return Map.of(
                "href",
                "/ims/oneroster/rostering/v1p2/" + (type.equals("class") ? "classes" : type + "s") + "/" + id,
                "sourcedId",
                id,
                "type",
                type);
    }

    @GetMapping("/schools")
    Map<String, Object> schools(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam Map<String, String> asked,
            HttpServletResponse response) {
        tokens.require(authorization, "roster.readonly");
        Map<String, Object> school = object(PREFIX + "school");
        school.put("name", roster.school());
        school.put("type", "school");
        return page("orgs", List.of(school), asked, response);
    }

    @GetMapping("/classes")
    Map<String, Object> classes(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam Map<String, String> asked,
            HttpServletResponse response) {
        tokens.require(authorization, "roster.readonly");
        return page("classes", roster.classes().stream().map(this::schoolClass).toList(), asked, response);
    }

    @GetMapping("/teachers/{id}/classes")
    Map<String, Object> classesOf(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String id,
            @RequestParam Map<String, String> asked,
            HttpServletResponse response) {
        tokens.require(authorization, "roster.readonly");
        if (roster.teachers().stream().noneMatch(teacher -> (PREFIX + teacher.id()).equals(id))) {
            throw new OneRosterError(404, "unknownobject", "The school has no teacher " + id + ".");
        }
        return page(
                "classes",
                roster.classes().stream()
                        .filter(own -> (PREFIX + own.teacher()).equals(id))
                        .map(this::schoolClass)
                        .toList(),
                asked,
                response);
    }

    private Map<String, Object> schoolClass(Roster.SchoolClass own) {
        Map<String, Object> made = object(PREFIX + own.id());
        made.put("title", own.title());
        made.put("classCode", own.id());
        made.put("classType", "scheduled");
        made.put("school", ref("org", PREFIX + "school"));
        made.put(
                "terms",
                roster.terms().stream()
                        .map(term -> ref("academicSession", PREFIX + term.id()))
                        .toList());
        return made;
    }

    @GetMapping("/classes/{id}/students")
    Map<String, Object> students(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String id,
            @RequestParam Map<String, String> asked,
            HttpServletResponse response) {
        tokens.require(authorization, "roster.readonly");
        return page(
                "users",
                classOf(id).members().stream()
                        .map(member -> user(roster.student(member.number())))
                        .toList(),
                asked,
                response);
    }

    private Roster.SchoolClass classOf(String id) {
        return roster.classes().stream()
                .filter(own -> (PREFIX + own.id()).equals(id))
                .findFirst()
                .orElseThrow(() -> new OneRosterError(404, "unknownobject", "The school has no class " + id + "."));
    }

    static String userId(Roster.Student student) {
        return PREFIX + "s" + student.number();
    }

    private static Map<String, Object> user(Roster.Student student) {
        Map<String, Object> user = object(userId(student));
        user.put("enabledUser", "true");
        user.put("identifier", student.number());
        user.put("givenName", student.given());
        user.put("familyName", student.family());
        user.put(
                "roles",
                List.of(Map.of("roleType", "primary", "role", "student", "org", ref("org", PREFIX + "school"))));
        return user;
    }

    @GetMapping("/enrollments")
    Map<String, Object> enrollments(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @RequestParam Map<String, String> asked,
            HttpServletResponse response) {
        tokens.require(authorization, "roster.readonly");
        List<Map<String, Object>> all = new ArrayList<>();
        for (Roster.SchoolClass own : roster.classes()) {
            for (Roster.Member member : own.members()) {
                Map<String, Object> enrollment = object(PREFIX + own.id() + "-" + member.number());
                enrollment.put("class", ref("class", PREFIX + own.id()));
                enrollment.put("user", ref("user", userId(roster.student(member.number()))));
                enrollment.put("school", ref("org", PREFIX + "school"));
                enrollment.put("role", "student");
                enrollment.put("primary", "true");
                enrollment.put(
                        "beginDate", (member.begins() == null ? roster.yearStarts() : member.begins()).toString());
                enrollment.put("endDate", (member.ends() == null ? roster.yearEnds() : member.ends()).toString());
                if (member.set() != null) {
                    enrollment.put("metadata", Map.of("set", member.set()));
                }
                all.add(enrollment);
            }
        }
        return page("enrollments", all, asked, response);
    }

    /** Filters of the form {@code field='value'}, and those with a reference's id: {@code class.sourcedId='…'}. */
    private static Map<String, Object> page(
            String name, List<Map<String, Object>> all, Map<String, String> asked, HttpServletResponse response) {
        List<Map<String, Object>> chosen = all;
        String filter = asked.getOrDefault("filter", "");
        if (!filter.isEmpty()) {
            Matcher equals = EQUALS.matcher(filter);
            if (!equals.matches()) {
                throw new OneRosterError(400, "invalid_filter_field", "The filter " + filter + " is not understood.");
            }
            chosen = all.stream()
                    .filter(own -> equals.group(2).equals(value(own, equals.group(1))))
                    .toList();
        }
        int offset = number(asked, "offset", 0);
        int limit = number(asked, "limit", 100);
        response.setHeader("X-Total-Count", Integer.toString(chosen.size()));
        int from = Math.min(offset, chosen.size());
        return Map.of(name, chosen.subList(from, Math.min(chosen.size(), from + limit)));
    }

    private static String value(Map<String, Object> object, String path) {
        Object at = object;
        for (String step : path.split("\\.")) {
            at = at instanceof Map<?, ?> map ? map.get(step) : null;
        }
        return String.valueOf(at);
    }

    private static int number(Map<String, String> asked, String name, int otherwise) {
        String text = asked.getOrDefault(name, "");
        if (text.isEmpty()) {
            return otherwise;
        }
        if (!text.matches("[0-9]{1,6}")) {
            throw new OneRosterError(400, "invaliddata", name + " is “" + text + "”, which is no number.");
        }
        return Integer.parseInt(text);
    }
}
