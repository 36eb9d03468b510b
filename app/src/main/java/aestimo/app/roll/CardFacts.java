package aestimo.app.roll;

import aestimo.app.web.MailAddress;
import java.time.LocalDate;
import java.util.Optional;

/**
 * What lists of students usually say besides names, and the card keeps; each empty text for nothing.
 *
 * @param preferred the name they go by
 * @param birthday a day such as 2013-04-30
 * @param supportNote for the teacher alone
 */
public record CardFacts(String preferred, String email, String birthday, String supportNote, String lastReport) {
    public static final CardFacts NONE = new CardFacts("", "", "", "", "");

    /** One of them. */
    public enum Fact {
        PREFERRED,
        EMAIL,
        BIRTHDAY,
        SUPPORT,
        REPORT
    }

    public String get(Fact fact) {
        return switch (fact) {
            case PREFERRED -> preferred;
            case EMAIL -> email;
            case BIRTHDAY -> birthday;
            case SUPPORT -> supportNote;
            case REPORT -> lastReport;
        };
    }

    public CardFacts with(Fact fact, String text) {
        return new CardFacts(
                fact == Fact.PREFERRED ? text : preferred,
                fact == Fact.EMAIL ? text : email,
                fact == Fact.BIRTHDAY ? text : birthday,
                fact == Fact.SUPPORT ? text : supportNote,
                fact == Fact.REPORT ? text : lastReport);
    }

    /** Why a text cannot be kept as a fact, other than a birthday; empty where it can. */
    public static Optional<String> problem(Fact fact, String text) {
        int longest = switch (fact) {
            case SUPPORT -> StudentService.LONGEST_NOTE;
            case REPORT -> StudentService.LONGEST_REPORT;
            default -> StudentService.LONGEST_NAME;
        };
        return fact == Fact.EMAIL
                ? MailAddress.problem(text, "The e-mail address")
                : text.length() > longest ? Optional.of("It has over " + longest + " characters.") : Optional.empty();
    }

    Optional<LocalDate> day() {
        return birthday.isEmpty() ? Optional.empty() : Optional.of(LocalDate.parse(birthday));
    }
}
