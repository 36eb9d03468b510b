package aestimo.app.imports;

import static aestimo.app.testing.OwnClass.location;
import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.ClassBook;
import aestimo.app.contacts.Contact;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.register.LessonService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.typed.RegisterText;
import java.net.http.HttpResponse;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Contacts and attendance as columns of a sheet, beside marks and with students who join. */
@ExtendWith(RunningApp.class)
class ImportedFactsTest {
    private static final String CONTACTS = """
            No\tName\tMother's name\tMother email\tMother mobile\tFather e-mail\tContact 2\tContact 2 relationship
            21\tIlva Brandt\tAda Brandt\tada@home.example\t020 55 11\tnowhere\tRuth Quill\taunt
            22\tKofi Osei\t\tosei@home.example\t\t\t\t
            23\tSam Orford\tNell Orford\tnell@home.example\t\t\t\t
            """;
    private static final String ATTENDANCE = """
            Name\t12 Jan\t13 Jan (2)\tDune walk /25\t5 Aug\tReading age
            Ilva Brandt\t/\tL 5\t20\t/\t12
            Kofi Osei\ta\tcoughing\t15\t/\t11
            Sam Orford\t/\t/\t9\t/\t12
            Esme Quill\t/\t/\t9\t/\t12
            Meera Iyer\t/\t/\t9\t/\t12
            """;

    private RunningApp app;
    private OwnClass own;
    private Visitor visitor;
    private String base;

    @BeforeEach
    void makeAClass(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("21\tBrandt\tIlva\n22\tOsei\tKofi\n24\tQuill\tEsme\n25\tIyer\tMeera\n");
        own.addCategory("Fieldwork");
        visitor = own.visitor();
        base = own.base() + "/marks/import";
    }

    private String open(String text) {
        String opened = location(visitor.post(base, "pasted", text)).replaceAll("\\?.*", "");
        String add = OwnClass.found(
                "value=\"([0-9]+=add)\"[^>]*>\\s*Add Sam Orford",
                visitor.get(opened).body());
        String[] fields = PageForm.fields(visitor.get(opened).body(), "settle-form");
        String[] more = Arrays.copyOf(fields, fields.length + 2);
        more[fields.length] = "settle";
        more[fields.length + 1] = add;
        visitor.post(opened + "/settle", more);
        return opened;
    }

    private String take(String opened) {
        HttpResponse<String> answer = visitor.post(
                opened + "/import", PageForm.fields(visitor.get(opened).body(), "settle-form"));
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    private String undo(String opened) {
        return visitor.get(location(visitor.post(opened + "/undo"))).body();
    }

    private List<String> contacts(String family) {
        long enrolment = Long.parseLong(own.student(family));
        Map<Long, Reach> all = ActingTeacher.as(
                own.teacher(), () -> app.bean(ContactService.class).ofClass(own.teacher(), own.id()));
        return all.get(enrolment).contacts().stream()
                .map(one -> String.join(", ", one.name(), one.relation(), one.email(), one.telephone()))
                .toList();
    }

    private List<String> register() {
        return own.read(book -> book.book().register().stream()
                .flatMap(all -> all.inOrder().stream()
                        .flatMap(lesson -> book.book().students().stream()
                                .flatMap(student -> all.entry(student.id(), lesson).stream()
                                        .map(entry -> student.given() + " " + lesson.date() + " " + lesson.at() + " "
                                                + RegisterText.of(entry)))))
                .toList());
    }

    @Test
    void contactsAreAddedWithTheirColumnsAndGoAgainWithTheImport() {
        String opened = open(CONTACTS);
        assertThat(Html.plain(visitor.get(opened).body()))
                .contains("The e-mail address of the contact", "It is left out.", "1 student joins");
        assertThat(take(opened)).contains("8 entries of contacts are added. 1 student joined.");
        assertThat(contacts("Brandt"))
                .containsExactly("Ada Brandt, mother, ada@home.example, 020 55 11", "Ruth Quill, aunt, , ");
        assertThat(contacts("Osei")).containsExactly("Mother of Kofi Osei, mother, osei@home.example, ");
        assertThat(contacts("Orford")).containsExactly("Nell Orford, mother, nell@home.example, ");
        assertThat(undo(opened)).contains("The import is undone");
        assertThat(contacts("Brandt")).isEmpty();
        assertThat(contacts("Osei")).isEmpty();
    }

    @Test
    void whatIsThereOfAContactStaysAndWhatItLacksIsAdded() {
        long enrolment = Long.parseLong(own.student("Brandt"));
        Contact ada = new Contact(0, "Ada B.", "mum", "ADA@home.example", "", "", Contact.Purpose.NEVER);
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(ContactService.class).save(own.teacher(), own.id(), enrolment, List.of(ada));
            return null;
        });
        String opened = open(CONTACTS);
        assertThat(visitor.get(opened).body()).contains("Ada B. stays, not Ada Brandt");
        take(opened);
        assertThat(contacts("Brandt"))
                .as("the same by the address")
                .containsExactly("Ada B., mum, ADA@home.example, 020 55 11", "Ruth Quill, aunt, , ");
        assertThat(ActingTeacher.as(
                                own.teacher(),
                                () -> app.bean(ContactService.class).ofClass(own.teacher(), own.id()))
                        .get(enrolment)
                        .contacts()
                        .get(0)
                        .isBarred())
                .isTrue();
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(ContactService.class).save(own.teacher(), own.id(), enrolment, List.of());
            return null;
        });
        assertThat(undo(opened)).contains("The contacts of Brandt, Ilva were altered since. Nothing was undone.");
        assertThat(contacts("Osei")).hasSize(1);
    }

    @Test
    void attendanceUnderDaysGoesIntoTheRegisterBesideTheMarks() {
        ActingTeacher.as(own.teacher(), () -> {
            app.bean(LessonService.class).add(own.teacher(), own.id(), "2027-01-12", 3);
            return null;
        });
        String opened = open(ATTENDANCE);
        String page = Html.plain(visitor.get(opened).body());
        assertThat(page)
                .contains(
                        "it holds attendance under a day",
                        "“coughing” is none of here, late with its minutes, absent and excused; it is left out.",
                        "5 Aug 2027 is in no term; it is left out.",
                        "9 entries of the register",
                        "Import 5 marks");
        assertThat(take(opened)).contains("5 marks are imported. 9 entries of the register are imported.");
        assertThat(register())
                .containsExactlyInAnyOrder(
                        "Ilva 2027-01-12 3 here",
                        "Kofi 2027-01-12 3 absent",
                        "Esme 2027-01-12 3 here",
                        "Meera 2027-01-12 3 here",
                        "Sam 2027-01-12 3 here",
                        "Ilva 2027-01-13 2 late 5",
                        "Esme 2027-01-13 2 here",
                        "Meera 2027-01-13 2 here",
                        "Sam 2027-01-13 2 here");
        assertThat(undo(opened)).contains("The import is undone");
        assertThat(register()).isEmpty();
        assertThat(own.<Integer>read(book -> book.book().students().size())).isEqualTo(4);
        assertThat(own.<Integer>read(ImportedFactsTest::lessons))
                .as("the lesson of before")
                .isEqualTo(1);
    }

    private static int lessons(ClassBook book) {
        return book.book().register().orElseThrow().lessons().size();
    }

    @Test
    void attendanceUndoneInTheRoomIsNotUndoneTwice() {
        String opened = open(ATTENDANCE);
        take(opened);
        String room = own.base() + "/room/import";
        String undo = OwnClass.found(
                "action=\"([^\"]*/room/import/[0-9]+/undo)", visitor.get(room).body());
        visitor.post(undo);
        assertThat(register()).isEmpty();
        assertThat(undo(opened)).contains("The import is undone");
        assertThat(own.<Integer>read(book -> book.book().assessments().size())).isZero();
    }

    @Test
    void attendanceWithoutADayIsNotTaken() {
        String opened = open("Name\tWas there\tDune walk /25\nIlva Brandt\t/\t20\nSam Orford\ta\t3\n");
        String[] fields = PageForm.fields(visitor.get(opened).body(), "settle-form", "taken1", "ATTENDANCE");
        visitor.post(opened + "/settle", fields);
        assertThat(visitor.get(opened).body())
                .contains("“Was there” holds attendance, but names no day, such as 1 Sep.", "1 column to settle");
    }

    @Test
    void wordsForAbsenceUnderADayAreMarksWhereNobodyIsSaidToBeThere() {
        String opened = open("Name\t12 Jan\nIlva Brandt\ta\nKofi Osei\t\nSam Orford\tx\n");
        assertThat(visitor.get(opened).body()).doesNotContain("it holds attendance under a day");
    }
}
