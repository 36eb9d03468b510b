package aestimo.bench.load;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.Visitor;
import java.util.ArrayList;
import java.util.List;

/** A teacher whose class the school office knows, with a return of it to seal and send: everything it asks for is filled. */
final class ReturningTeacher {
    private final TypingTeacher typing;
    private final Visitor visitor;
    private final int fields;

    /** @param fields how many the school asks for beside the result */
    private ReturningTeacher(TypingTeacher typing, int fields) {
        this.typing = typing;
        this.visitor = typing.visitor();
        this.fields = fields;
    }

    /** 8D Geography, known by the numbers of its 28 students. */
    static ReturningTeacher knownTo(String office, String address, String signIn, int fields) {
        StringBuilder roster = new StringBuilder("Number\tName\n");
        for (int number = 2101; number <= 2128; number++) {
            roster.append(number).append("\tFamily").append(number).append(", Given\n");
        }
        TypingTeacher typing =
                TypingTeacher.withClass(address, signIn, "8D", 0, 12).joinedBy(roster.toString());
        typing.fillAll();
        typing.setBands();
        ReturningTeacher teacher = new ReturningTeacher(typing, fields);
        teacher.connect(office);
        return teacher;
    }

    private void connect(String office) {
        visitor.get("/school");
        visitor.post(
                "/school", "address", office, "client", "markbook", "secret", "tidewater-lane", "schoolTeacher", "");
        List<String> asked = new ArrayList<>(List.of("commentLength", "300"));
        for (int i = 0; i < fields; i++) {
            asked.addAll(List.of("name", "field " + i, "labels", "1, 2, 3"));
        }
        visitor.post("/school/asks", asked.toArray(new String[0]));
        visitor.get(typing.base() + "/groundwork/students/school");
    }

    TypingTeacher typing() {
        return typing;
    }

    /** Begins a return with every field filled; tells its address. */
    String begin() {
        String base = typing.base() + "/to-school";
        String term = OwnClass.found(
                "name=\"term\" value=\"([0-9]+)\"", visitor.get(base).body());
        visitor.post(base + "/begin", "term", term);
        String own = base + "/"
                + OwnClass.found("/to-school/([0-9]+)/save", visitor.get(base).body());
        List<String> rows = new ArrayList<>();
        for (long student : typing.students()) {
            rows.addAll(List.of("enrolment", Long.toString(student), "comment", "A steady term."));
            for (String empty : List.of("was", "sentAs", "reason")) {
                rows.addAll(List.of(empty, ""));
            }
            for (int i = 0; i < fields; i++) {
                rows.addAll(List.of("field" + i, "2"));
            }
        }
        visitor.post(own + "/save", rows.toArray(new String[0]));
        return own;
    }

    /** What the page that asks once more shows, and sealing is asked of. */
    String askToSeal(String own) {
        return OwnClass.found(
                "name=\"shown\" value=\"([^\"]+)\"", visitor.get(own + "/seal").body());
    }

    void post(String path, String... fields) {
        typing.post(path, fields);
    }
}
