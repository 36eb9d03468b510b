package aestimo.exchange.marks;

import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Which contact of a student a heading names, and what of it: “Mother’s e-mail”, “Contact 2 telephone”.
 *
 * @param whose in small letters, such as “mother” or “contact 2”: columns of one are of one contact
 * @param relation what the heading itself says of the relation; empty text for nothing
 */
public record ContactHeading(String whose, String relation, ColumnRole role) {
    private static final Pattern WRITTEN = Pattern.compile("(?:emergency |main |primary )?"
            + "(?<who>contact|parent|guardian|carer|parent carer|parent guardian|mother|father|mum|dad|grandmother|grandfather)s?"
            + "(?: ?(?<before>[1-9]))?(?:'s?)?"
            + "(?: (?<what>names?|full name|relation(?:ship)?(?: to student)?|e ?mails?|e ?mail address(?:es)?"
            + "|(?:tele)?phones?|(?:tele)?phone numbers?|mobiles?|mobile numbers?|tel))?(?: (?<after>[1-9]))?");

    /** Empty where the heading is of no contact. */
    public static Optional<ContactHeading> read(String heading) {
        if (heading.length() > Heading.LONGEST) {
            return Optional.empty();
        }
        Matcher written = WRITTEN.matcher(Heading.bare(heading));
        if (!written.matches()) {
            return Optional.empty();
        }
        String who = written.group("who");
        String number = written.group("before") == null ? written.group("after") : written.group("before");
        String what = written.group("what") == null ? "" : written.group("what");
        return Optional.of(new ContactHeading(
                who + (number == null ? "" : " " + number),
                who.equals("contact") ? "" : who.replace(' ', '/'),
                what.isEmpty() || what.endsWith("name") || what.equals("names")
                        ? ColumnRole.CONTACT_NAME
                        : what.startsWith("relation")
                                ? ColumnRole.CONTACT_RELATION
                                : what.startsWith("e") ? ColumnRole.CONTACT_EMAIL : ColumnRole.CONTACT_TELEPHONE));
    }
}
