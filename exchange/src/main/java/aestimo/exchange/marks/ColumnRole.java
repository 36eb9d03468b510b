package aestimo.exchange.marks;

import java.util.Optional;
import java.util.regex.Pattern;

/** What a column of a mark sheet holds. */
public enum ColumnRole {
    LEFT_OUT("left out"),
    NUMBER("is the number"),
    EMAIL("is the e-mail address"),
    NAME("is the name"),
    FAMILY("is the family name"),
    GIVEN("is the given name"),
    KNOWN_AS("is the name they go by"),
    SET("is the set"),
    /** When each row was handed in: decides which of several rows of one student counts. */
    WHEN("says when"),
    BIRTHDAY("is the date of birth"),
    SUPPORT("is the support note"),
    REPORT("is the last report"),
    SCORE("is the starting score"),
    STAGE("is the grade of an earlier stage"),
    START("is the target's start"),
    END("is the target's end"),
    /** The target of one term; which, is said beside it. */
    TERM("is the target of a term"),
    CONTACT_NAME("is a contact’s name"),
    CONTACT_RELATION("is a contact’s relation"),
    CONTACT_EMAIL("is a contact’s e-mail"),
    CONTACT_TELEPHONE("is a contact’s telephone"),
    /** What the register says of one lesson; which, is said by the heading. */
    ATTENDANCE("is attendance on a day"),
    MARKS("holds marks");

    private static final Pattern NUMBERS = Pattern.compile(
            "(adm(ission)?|student|pupil|learner|candidate|roll|exam(ination)?)? ?(number|no|nr|num|id)|upn|(student|pupil) code");
    private static final Pattern EMAILS =
            Pattern.compile("(student |pupil |school )?(e ?mail|mail)( address)?|username|user ?name|sign ?in|login");
    private static final Pattern KNOWN_AS_NAMES = Pattern.compile(
            "known as|preferred( (name|forename|first name))?|(chosen|calling) name|nickname|nick ?name|goes by");
    private static final Pattern NAMES = Pattern.compile(
            "names?|(student|pupil|learner|candidate|child|participant|respondent)s?( ?'?s? (full )?names?)?|full names?"
                    + "|name of (the )?(student|pupil|learner)|(family|surname|last name|family name)( name)?[ ,]+(and )?"
                    + "(given|forename|first name|given name)s?|(given|forename|first name|first)s?[ ,]+(and )?(family|surname|last|last name)s?");
    private static final Pattern SETS = Pattern.compile("set|(teaching |lab |maths |science )?(set|group)( name)?");
    private static final Pattern FAMILIES =
            Pattern.compile("(legal |student |pupil )?(family|family name|surname|sur name|last|last name|lastname)s?");
    private static final Pattern GIVENS = Pattern.compile(
            "(legal |student |pupil )?(given|given name|first|first name|firstname|forename|fore name|christian name)s?");
    private static final Pattern TIMES = Pattern.compile(
            "timestamp|time ?stamp|(date |time )?submitted( (at|on))?|submission( (date|time))?|completed( (at|on))?|completion time"
                    + "|finished( (at|on))?|start(ed)?( (at|on|time))|handed in( (at|on))?|when|date and time|submit time|end time");
    private static final Pattern BIRTHDAYS = Pattern.compile("date of birth|d ?o ?b|birth ?day|birth ?date|born( on)?");
    private static final Pattern SUPPORTS = Pattern.compile(
            "support( (note|notes|needs?|plan))?|needs?|special (educational )?needs|access( arrangements)?");
    private static final Pattern REPORTS = Pattern.compile("(last|previous|earlier) (report|comment)s?");
    private static final Pattern SCORES = Pattern.compile(
            "(start(ing)?|entry|baseline|base line) (score|mark|test)|standardi[sz]ed score|score at (entry|the start)|baseline");
    private static final Pattern STAGES =
            Pattern.compile("(earlier|previous) (stage|grade)|end of (earlier|last) stage");
    private static final Pattern STARTS = Pattern.compile("start(ing)?( (grade|band|target|point))?");
    private static final Pattern ENDS =
            Pattern.compile("end( (grade|band|target))?|targets?( (grade|band))?|end of year( (target|grade))?");
    /** What lists say of students besides, often in figures that could be taken for marks. */
    private static final Pattern OTHERS = Pattern.compile(
            "age|years?( group)?|form( group)?|tutor( (group|name))?|class|house|gender|sex|pronouns?|title|row|seat|line|s ?n|address"
                    + "|(home |street )?address( [0-9])?|town|post ?code|phone( number)?|(mobile|telephone)( number)?|(reading|spelling) age"
                    + "|attendance( %)?|absences?|lates|behaviour( points)?|comments?|notes?|feedback|remarks?"
                    + "|language|ethnicity|eal|fsm|days? (absent|present)|duration|time taken|weight(ing)?");

    private final String words;

    ColumnRole(String words) {
        this.words = words;
    }

    /** Such as “is the name”. */
    public String words() {
        return words;
    }

    /** Whether the column says who the row is. */
    public boolean isPerson() {
        return this == NUMBER || this == EMAIL || this == NAME || this == FAMILY || this == GIVEN || this == KNOWN_AS;
    }

    /** Whether the column says where the student began or is to get to. */
    public boolean isTarget() {
        return this == SCORE || this == STAGE || this == START || this == END || this == TERM;
    }

    /** Whether the column says something of the student that stays on the student's card. */
    public boolean isCard() {
        return this == KNOWN_AS || this == BIRTHDAY || this == SUPPORT || this == REPORT || this == EMAIL;
    }

    /** Whether the column says something of somebody to write to or call about the student. */
    public boolean isContact() {
        return this == CONTACT_NAME || this == CONTACT_RELATION || this == CONTACT_EMAIL || this == CONTACT_TELEPHONE;
    }

    /** Whether the column says something of the student that is neither a mark nor who it is. */
    public boolean isFact() {
        return isTarget() || isCard() || isContact() || this == ATTENDANCE;
    }

    /** The role a heading names; empty where it names none. */
    public static Optional<ColumnRole> headed(String heading) {
        String plain = Heading.bare(heading);
        for (ColumnRole role : values()) {
            Pattern own = switch (role) {
                case NUMBER -> NUMBERS;
                case EMAIL -> EMAILS;
                case FAMILY -> FAMILIES;
                case GIVEN -> GIVENS;
                case KNOWN_AS -> KNOWN_AS_NAMES;
                case NAME -> NAMES;
                case SET -> SETS;
                case WHEN -> TIMES;
                case BIRTHDAY -> BIRTHDAYS;
                case SUPPORT -> SUPPORTS;
                case REPORT -> REPORTS;
                case SCORE -> SCORES;
                case STAGE -> STAGES;
                case START -> STARTS;
                case END -> ENDS;
                case LEFT_OUT -> OTHERS;
                default -> null;
            };
            if (own != null && own.matcher(plain).matches()) {
                return Optional.of(role);
            }
        }
        return ContactHeading.read(heading).map(ContactHeading::role);
    }
}
