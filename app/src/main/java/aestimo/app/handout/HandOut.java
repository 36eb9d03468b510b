package aestimo.app.handout;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.OpenClass;
import aestimo.app.store.TeacherId;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How letters are asked to be handed out, by a form or a job.
 *
 * @param dates the parameters of the page that say which dates its figures are for
 * @param chosen enrolments of those the letter is for
 * @param duplex whether it is printed on both sides, so that each student begins a sheet
 * @param perPage 1, or 2 or 4 mark sheets on a page, to be cut
 * @param draft whether it is not recorded as handed out
 * @param longer whether letters may have more pages than wanted
 */
public record HandOut(
        long letterId,
        Map<String, String> dates,
        List<Long> chosen,
        As as,
        boolean duplex,
        int perPage,
        boolean draft,
        boolean longer) {
    private static final List<String> DATES = List.of("span", "from", "to", "pieces");

    public HandOut {
        dates = Map.copyOf(dates);
        chosen = List.copyOf(chosen);
    }

    /** What letters are handed out as. */
    public enum As {
        PDF("application/pdf", "PDF"),
        ZIP("application/zip", "one file for each"),
        DOCX("application/vnd.openxmlformats-officedocument.wordprocessingml.document", "document");

        private final String type;
        private final String words;

        As(String type, String words) {
            this.type = type;
            this.words = words;
        }

        public String type() {
            return type;
        }

        public String words() {
            return words;
        }

        /** With its dot. */
        public String ending() {
            return "." + key();
        }

        public String key() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }

        /** What a form asks for; a PDF where it asks for nothing there is. */
        public static As of(String asked) {
            return Arrays.stream(values())
                    .filter(own -> own.name().equalsIgnoreCase(asked))
                    .findFirst()
                    .orElse(PDF);
        }
    }

    /** What a page was asked for: the dates its figures are for. */
    public static Map<String, String> dates(OpenClass open) {
        Map<String, String> dates = new HashMap<>(open.parameters());
        dates.keySet().retainAll(DATES);
        return dates;
    }

    /** The class over the same dates, opened outside any request. */
    public static OpenClass open(TeacherId teacher, ClassBook classBook, Map<String, String> dates) {
        return new OpenClass(new SignedInTeacher(teacher, ""), classBook, new HashMap<>(dates));
    }
}
