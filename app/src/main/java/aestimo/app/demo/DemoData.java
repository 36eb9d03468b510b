package aestimo.app.demo;

import aestimo.app.account.AccountService;
import aestimo.app.account.AccountSettings;
import aestimo.app.book.BookService;
import aestimo.app.groundwork.Forms;
import aestimo.app.groundwork.YearService;
import aestimo.app.guard.PublicAddress;
import aestimo.app.school.Connection;
import aestimo.app.school.SchoolField.Holds;
import aestimo.app.school.SchoolService;
import aestimo.app.school.SchoolService.FieldLine;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import java.time.DayOfWeek;
import java.util.List;
import java.util.Map;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Loads the demo into an empty installation: Tidewater Lane School, two teachers, through the same services a teacher's
 * clicks go through. Each teacher's data comes in one transaction, so that an interrupted start leaves nothing half made.
 */
@Component
@ConditionalOnProperty(name = "aestimo.demo", havingValue = "true")
class DemoData implements ApplicationRunner {
    /** Known to everybody, so good for nothing but the demo. */
    private static final String PASSWORD = "tidewater-lane";

    private static final String SCHOOL = "Tidewater Lane School";

    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);

    private static final List<Forms.TermLine> TERMS = List.of(
            new Forms.TermLine(0, "Term 1", "2026-09-01", "2026-12-11", "30", false),
            new Forms.TermLine(0, "Term 2", "2027-01-04", "2027-03-26", "30", false),
            new Forms.TermLine(0, "Term 3", "2027-04-12", "2027-07-02", "40", false));

    /** The classes that keep a register, with the days of their lessons. */
    private static final Map<String, List<DayOfWeek>> LESSONS = Map.of(
            "9B", List.of(DayOfWeek.TUESDAY, DayOfWeek.WEDNESDAY),
            "8D", List.of(DayOfWeek.MONDAY, DayOfWeek.THURSDAY),
            "10A", List.of(DayOfWeek.WEDNESDAY, DayOfWeek.FRIDAY));

    private final AccountService accounts;
    private final YearService years;
    private final DemoClass classes;
    private final DemoLetters letters;
    private final DemoContacts contacts;
    private final DemoRegister register;
    private final DemoSeats seats;
    private final DemoGoals goals;
    private final DemoPhotos photos;
    private final BookService books;
    private final SchoolService school;
    private final String office;
    private final TransactionTemplate transactions;

    DemoData(
            AccountService accounts,
            YearService years,
            DemoClass classes,
            DemoLetters letters,
            DemoContacts contacts,
            DemoRegister register,
            DemoSeats seats,
            DemoGoals goals,
            DemoPhotos photos,
            BookService books,
            SchoolService school,
            @Value("${aestimo.office}") String office,
            PublicAddress address,
            PlatformTransactionManager transactionManager) {
        if (address.isSecure()) {
            throw new IllegalStateException(
                    "The demo has passwords that everybody knows: it serves this machine alone.");
        }
        this.accounts = accounts;
        this.years = years;
        this.classes = classes;
        this.letters = letters;
        this.contacts = contacts;
        this.register = register;
        this.seats = seats;
        this.goals = goals;
        this.photos = photos;
        this.books = books;
        this.school = school;
        this.office = office;
        this.transactions = new TransactionTemplate(transactionManager);
    }

    /** May be interrupted at any point and run again: what is there already is left alone. */
    @Override
    public void run(ApplicationArguments arguments) {
        load(
                "marin",
                "Aude Marin",
                List.of(DemoPlans.NINE_B, DemoPlans.EIGHT_D, DemoPlans.TEN_A, DemoPlans.ELEVEN_C, DemoPlans.NINE_T));
        load("okello", "Tobias Okello", List.of(DemoPlans.SEVEN_A));
        if (!office.isEmpty()) {
            connect("marin");
            connect("okello");
        }
    }

    /** The school office that ships with the demo; what it is reached by may be another with every start. */
    private void connect(String signIn) {
        TeacherId teacher = accounts.find(signIn).orElseThrow();
        ActingTeacher.as(
                teacher,
                () -> transactions.execute(status -> {
                    school.connect(teacher, new Connection(office, "markbook", PASSWORD, "tls-" + signIn));
                    return teacher;
                }));
    }

    private void load(String signIn, String name, List<DemoPlan> plans) {
        TeacherId teacher = accounts.find(signIn).orElseGet(() -> accounts.create(signIn, name, PASSWORD));
        boolean made = ActingTeacher.as(
                teacher,
                () -> transactions.execute(status -> {
                    if (!years.years(teacher).isEmpty()) {
                        return false;
                    }
                    long year = years.create(teacher, new Forms.YearForm("2026/27", 0, TERMS));
                    AccountSettings look = accounts.look(teacher);
                    accounts.changeLook(
                            teacher,
                            new AccountSettings(
                                    look.name(),
                                    SCHOOL,
                                    look.theme(),
                                    look.rowHeight(),
                                    look.typeSize(),
                                    look.spelling(),
                                    signIn + "@tidewater.example",
                                    false,
                                    false));
                    school.saveAsked(
                            teacher,
                            List.of(
                                    new FieldLine("behaviour", Holds.LABEL, "A, B, C, D"),
                                    new FieldLine("effort", Holds.LABEL, "1, 2, 3, 4")),
                            "300");
                    plans.forEach(plan -> classes.make(teacher, year, plan));
                    books.classes(teacher).stream()
                            .filter(row -> LESSONS.containsKey(row.name()))
                            .forEach(row ->
                                    register.make(teacher, row.id(), LESSONS.getOrDefault(row.name(), List.of())));
                    books.classes(teacher).stream()
                            .filter(row -> row.name().equals("9B"))
                            .forEach(row -> {
                                seats.make(teacher, row.id());
                                contacts.make(teacher, row.id());
                                photos.make(teacher, row.id());
                                letters.make(teacher, row.id());
                            });
                    books.classes(teacher).stream()
                            .filter(row -> row.name().equals("9B") || row.name().equals("10A"))
                            .forEach(row -> goals.make(teacher, row.id(), row.name()));
                    return true;
                }));
        if (made) {
            LOG.info("The demo of {} is loaded.", signIn);
        }
    }
}
