package aestimo.app.roll;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * A student as one speaks of them in the room.
 *
 * @param called the name they go by, else the given one; with the first letter of the family name where two of a class
 *     are called the same
 * @param initials for where there is no photo
 * @param supportNote empty for none
 */
public record Person(
        long enrolmentId,
        String called,
        String initials,
        Optional<LocalDate> birthday,
        String supportNote,
        boolean hasPhoto) {
    /** One nobody knows more of than that they are there. */
    public static final Person UNKNOWN = new Person(0, "?", "?", Optional.empty(), "", false);

    /** Everybody of a class, by enrolment. */
    static Map<Long, Person> of(List<StudentMapper.PersonRow> rows) {
        Map<String, Integer> sameName = new HashMap<>();
        rows.forEach(row -> sameName.merge(name(row), 1, Integer::sum));
        Map<Long, Person> people = new HashMap<>();
        for (StudentMapper.PersonRow row : rows) {
            String name = name(row);
            String family = first(row.family());
            people.put(
                    row.enrolmentId(),
                    new Person(
                            row.enrolmentId(),
                            sameName.getOrDefault(name, 0) > 1 && !family.isEmpty() ? name + " " + family : name,
                            first(name) + (name.equals(row.family()) ? "" : family),
                            Optional.ofNullable(row.birthday()),
                            row.supportNote(),
                            row.hasPhoto()));
        }
        return people;
    }

    private static String name(StudentMapper.PersonRow row) {
        return Stream.of(row.preferred(), row.given(), row.family())
                .filter(text -> !text.isEmpty())
                .findFirst()
                .orElse("?");
    }

    private static String first(String name) {
        return name.isEmpty() ? "" : name.substring(0, name.offsetByCodePoints(0, 1));
    }
}
