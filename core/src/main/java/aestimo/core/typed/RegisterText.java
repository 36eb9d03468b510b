package aestimo.core.typed;

import aestimo.core.id.LessonId;
import aestimo.core.id.StudentId;
import aestimo.core.register.Presence;
import aestimo.core.register.RegisterEntry;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a teacher types into the register, and how it is said back: “here”, “late 7”, “absent excused: dentist”. One
 * letter is enough: h, l, a, and x for excused. The reason stands behind a colon.
 */
public final class RegisterText {
    private static final Pattern TYPED = Pattern.compile(
            "(h|here|p|present|l|late|a|absent|x|excused)\\s*(?<before>x|excused)?\\s*(?<minutes>[0-9]{1,3})?"
                    + "\\s*(?:min|minutes)?\\s*(?<after>x|excused)?");

    private RegisterText() {}

    /**
     * @return empty for no words: nothing is entered
     * @throws IllegalArgumentException saying what can be typed, where this cannot; or what does not go together
     */
    public static Optional<RegisterEntry> understand(String text, StudentId student, LessonId lesson) {
        int colon = text.indexOf(':');
        String said = (colon < 0 ? text : text.substring(0, colon)).strip().toLowerCase(Locale.ROOT);
        String reason = colon < 0 ? "" : text.substring(colon + 1).strip();
        if (said.isEmpty() && reason.isEmpty()) {
            return Optional.empty();
        }
        Matcher typed = TYPED.matcher(said);
        if (!typed.matches()) {
            throw new IllegalArgumentException(
                    "“" + text.strip() + "” is none of here, late with its minutes, absent and excused");
        }
        Presence presence = switch (said.charAt(0)) {
            case 'h', 'p' -> Presence.PRESENT;
            case 'l' -> Presence.LATE;
            default -> Presence.ABSENT;
        };
        boolean excused = typed.group(1).equals("x")
                || typed.group(1).equals("excused")
                || typed.group("before") != null
                || typed.group("after") != null;
        String minutes = typed.group("minutes");
        return Optional.of(new RegisterEntry(
                student, lesson, presence, excused, minutes == null ? 0 : Integer.parseInt(minutes), reason));
    }

    /** As it would be typed in full. */
    public static String of(RegisterEntry entry) {
        String said = switch (entry.presence()) {
            case PRESENT -> "here";
            case LATE -> entry.minutes() == 0 ? "late" : "late " + entry.minutes();
            case ABSENT -> "absent";
        };
        return said + (entry.excused() ? " excused" : "") + (entry.reason().isEmpty() ? "" : ": " + entry.reason());
    }
}
