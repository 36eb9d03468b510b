package aestimo.app.book;

/**
 * A class as listed.
 *
 * @param subject may be empty
 * @param tint which of the eight colours it has, 1 to 8
 * @param version counts the saves of its groundwork
 * @param takesResults false for a tutor group: nothing in it counts, and nothing is missed
 * @param archived kept for reading: in no list of classes, and nothing in it can be altered
 */
public record ClassRow(
        long id,
        long yearId,
        String yearName,
        long boundariesId,
        String name,
        String subject,
        int tint,
        int version,
        boolean takesResults,
        boolean archived) {
    private static final int TAB_SUBJECT = 4;

    /** “9B Geography”. */
    public String title() {
        return subject.isEmpty() ? name : name + " " + subject;
    }

    /** Short enough for an index tab: “9B Geog”. */
    public String tab() {
        String shortName = name.length() > 6 ? name.substring(0, 6) : name;
        return subject.isEmpty()
                ? shortName
                : shortName + " " + subject.substring(0, Math.min(TAB_SUBJECT, subject.length()));
    }
}
