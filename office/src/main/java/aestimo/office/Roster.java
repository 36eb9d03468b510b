package aestimo.office;

import java.io.IOException;
import java.io.InputStream;
import java.time.LocalDate;
import java.util.List;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The school's own records of who teaches and attends what: an invented school, fixed with the application. */
record Roster(
        String school,
        String year,
        LocalDate yearStarts,
        LocalDate yearEnds,
        List<Term> terms,
        List<Teacher> teachers,
        List<Student> students,
        List<SchoolClass> classes) {
    /** A term, with the days between which its results are taken unless the office sets others. */
    record Term(String id, String title, LocalDate starts, LocalDate ends, LocalDate takesFrom, LocalDate takesTo) {}

    record Teacher(String id, String family, String given) {}

    record Student(String number, String family, String given) {}

    record SchoolClass(String id, String title, String teacher, List<Member> members) {}

    /** @param begins null, like {@code ends}, for the year's own; {@code set} null for none */
    record Member(String number, String set, LocalDate begins, LocalDate ends) {}

    static Roster load() {
        JsonMapper json = JsonMapper.builder()
                .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .build();
        try (InputStream file = new ClassPathResource("roster.json").getInputStream()) {
            return json.readValue(file, Roster.class);
        } catch (IOException missing) {
            throw new IllegalStateException("the service lacks its roster.json", missing);
        }
    }

    Student student(String number) {
        return students.stream()
                .filter(own -> own.number().equals(number))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("roster.json names no student " + number));
    }
}
