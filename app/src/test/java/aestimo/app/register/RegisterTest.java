package aestimo.app.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.frame.SpanChoice;
import aestimo.app.marks.TypedEntry;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.book.Student;
import aestimo.core.looseend.LooseEnd;
import aestimo.core.looseend.LooseEnds;
import aestimo.core.register.Lesson;
import aestimo.core.register.Register;
import aestimo.core.typed.RegisterText;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.function.Supplier;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Lessons and who was in them: nothing said twice, nothing overwritten unseen, nothing lost with a pattern. */
@ExtendWith(RunningApp.class)
class RegisterTest {
    private RunningApp app;
    private OwnClass own;

    @BeforeEach
    void makeAClassWithALesson(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\nEberly, Jonah\nFarrow, Sunniva\n");
        add("2027-02-23", 1);
    }

    private <T> T run(Supplier<T> work) {
        return ActingTeacher.as(own.teacher(), work);
    }

    private void add(String day, int at) {
        run(() -> {
            app.bean(LessonService.class).add(own.teacher(), own.id(), day, at);
            return null;
        });
    }

    private Register register() {
        return own.read(book -> book.book().register().orElseThrow());
    }

    private Lesson lesson() {
        return register().inOrder().get(0);
    }

    private Student student(String family) {
        return own.read(book -> book.book().students().stream()
                .filter(one -> one.family().equals(family))
                .findFirst()
                .orElseThrow());
    }

    private TypedEntry typed(String family, int base, String text, UUID... over) {
        return new TypedEntry(
                UUID.randomUUID(),
                Long.parseLong(lesson().id().text()),
                Long.parseLong(student(family).id().text()),
                0,
                base,
                text,
                "typed",
                List.of(over));
    }

    private RegisterService.Outcome apply(TypedEntry typed) {
        return run(() -> app.bean(RegisterService.class).apply(own.teacher(), own.id(), List.of(typed)))
                .outcomes()
                .get(0);
    }

    private String said(String family) {
        return register()
                .entry(student(family).id(), lesson())
                .map(RegisterText::of)
                .orElse("");
    }

    @Test
    void whatIsDeliveredTwiceIsAppliedOnceAndWhatStandsElsewhereIsAskedAbout() {
        TypedEntry late = typed("Brandt", 0, "l 7: bus");
        assertThat(apply(late))
                .extracting(RegisterService.Outcome::kept, RegisterService.Outcome::version)
                .containsExactly(true, 1);
        assertThat(apply(late))
                .extracting(RegisterService.Outcome::kept, RegisterService.Outcome::version)
                .containsExactly(true, 1);
        assertThat(said("Brandt")).isEqualTo("late 7: bus");
        // Another device saw nothing there yet.
        RegisterService.Outcome other = apply(typed("Brandt", 0, "absent"));
        assertThat(other.kept()).isFalse();
        assertThat(other.text()).isEqualTo("late 7: bus");
        assertThat(apply(typed("Brandt", other.version(), "absent")).kept()).isTrue();
        // The first comes once more, long after: it was kept, and is not put back.
        RegisterService.Outcome again = apply(late);
        assertThat(again.kept()).isTrue();
        assertThat(again.overtaken()).isTrue();
        assertThat(said("Brandt")).isEqualTo("absent");
    }

    /** Two taps that wait for the line go in one request. */
    @Test
    void aStudentWhoComesTwiceInOneRequestIsLeftAsTheSecondSays() {
        TypedEntry first = typed("Brandt", 0, "absent");
        TypedEntry second = typed("Brandt", 1, "");
        RegisterService.Applied applied =
                run(() -> app.bean(RegisterService.class).apply(own.teacher(), own.id(), List.of(first, second)));
        assertThat(applied.outcomes())
                .extracting(
                        RegisterService.Outcome::kept, RegisterService.Outcome::version, RegisterService.Outcome::text)
                .containsOnly(tuple(true, 2, ""));
        assertThat(said("Brandt")).isEmpty();
        assertThat(applied.filled()).isEqualTo(register().entries().size());
    }

    /** Only a lesson of before today can be a loose end. */
    @Test
    void looseEndsAreToldAnewWhereALessonOfThePastIsAltered() {
        LocalDate today = own.read(book -> book.book().today());
        for (LocalDate day : List.of(today.minusDays(1), today)) {
            run(() -> {
                app.bean(LessonService.class).add(own.teacher(), own.id(), day.toString(), 7);
                return null;
            });
        }
        List<Lesson> added =
                register().inOrder().stream().filter(lesson -> lesson.at() == 7).toList();
        int before = own.read(book -> LooseEnds.of(book.book()).size());
        List<Optional<Integer>> told = new ArrayList<>();
        for (Lesson lesson : added) {
            List<TypedEntry> all = own.read(book -> book.book().students().stream()
                    .map(student -> new TypedEntry(
                            UUID.randomUUID(),
                            Long.parseLong(lesson.id().text()),
                            Long.parseLong(student.id().text()),
                            0,
                            0,
                            "here",
                            "typed",
                            List.of()))
                    .toList());
            told.add(run(() -> app.bean(RegisterService.class).apply(own.teacher(), own.id(), all))
                    .looseEnds());
        }
        assertThat(told).containsExactly(Optional.of(before - 1), Optional.empty());
        assertThat(own.<Integer>read(book -> LooseEnds.of(book.book()).size())).isEqualTo(before - 1);
    }

    @Test
    void oneThatFollowsALostAnswerGoesOverItAndOverNobodyElses() {
        TypedEntry first = typed("Brandt", 0, "here");
        apply(first);
        assertThat(apply(typed("Brandt", 0, "late 3", first.id())).kept()).isTrue();
        assertThat(said("Brandt")).isEqualTo("late 3");
        TypedEntry second = typed("Castellan", 0, "here");
        apply(second);
        apply(typed("Castellan", 1, "absent"));
        assertThat(apply(typed("Castellan", 0, "late 3", second.id())).kept()).isFalse();
        assertThat(said("Castellan")).isEqualTo("absent");
    }

    @Test
    void twoDevicesThatTakeTheWholeClassAtOnceLeaveOneEntryForEach() throws Exception {
        ExecutorService devices = Executors.newFixedThreadPool(2);
        List<Future<RegisterService.Applied>> taking = new ArrayList<>();
        for (String words : List.of("here", "absent")) {
            List<TypedEntry> all = new ArrayList<>();
            for (String family : List.of("Farrow", "Brandt", "Eberly", "Castellan", "Dunmore")) {
                all.add(typed(family, 0, words));
            }
            taking.add(devices.submit(
                    () -> run(() -> app.bean(RegisterService.class).apply(own.teacher(), own.id(), all))));
        }
        int kept = 0;
        for (Future<RegisterService.Applied> one : taking) {
            kept += (int) one.get().outcomes().stream()
                    .filter(RegisterService.Outcome::kept)
                    .count();
        }
        devices.shutdown();
        assertThat(kept).isEqualTo(5);
        assertThat(register().entries()).hasSize(5);
        assertThat(run(() -> app.bean(RegisterService.class)
                        .versions(own.teacher(), Long.parseLong(lesson().id().text()))))
                .hasSize(5)
                .allSatisfy((student, version) -> assertThat(version).isEqualTo(1));
    }

    @Test
    void badWordsAndOthersIdsAreRefusedWholeAndLeaveNothing() {
        String address = own.base() + "/room/entries?span=year";
        String lesson = lesson().id().text();
        String brandt = student("Brandt").id().text();
        String item = "{\"id\":\"%s\",\"assessment\":%s,\"student\":%s,\"part\":0,\"base\":0,\"text\":%s}";
        String good = item.formatted(UUID.randomUUID(), lesson, brandt, "\"here\"");
        Map<String, Integer> refused = Map.of(
                item.formatted(UUID.randomUUID(), lesson, brandt, "\"gone fishing\""),
                422,
                item.formatted(UUID.randomUUID(), lesson, brandt, "\"here excused\""),
                422,
                item.formatted(UUID.randomUUID(), lesson, brandt, "\"a: " + "x".repeat(120) + "\""),
                422,
                item.formatted(UUID.randomUUID(), lesson, brandt, "\"" + "x".repeat(5000) + "\""),
                422,
                item.formatted(UUID.randomUUID(), lesson, brandt, "null"),
                422,
                item.formatted(UUID.randomUUID(), "1", brandt, "\"here\""),
                404,
                item.formatted(UUID.randomUUID(), lesson, "1", "\"here\""),
                404,
                "{\"id\":1}",
                400);
        refused.forEach((bad, status) -> {
            HttpResponse<String> answer = own.visitor().put(address, "[" + good + "," + bad + "]");
            assertThat(answer.statusCode()).as(bad).isEqualTo(status);
            assertThat(answer.body()).as(bad).doesNotContain("Exception");
        });
        assertThat(register().entries()).isEmpty();
        assertThat(own.visitor().put(address, "[" + good + "]").body()).contains("\"kept\":true", "\"typed\":\"here\"");
    }

    @Test
    void anEntryTakenBackIsGoneFromFiguresAndItsWayIsRecorded() {
        apply(typed("Brandt", 0, "here"));
        apply(typed("Castellan", 0, "absent"));
        assertThat(percent("Brandt")).isEqualTo("100.0");
        assertThat(percent("Castellan")).isEqualTo("0.0");
        apply(typed("Castellan", 1, ""));
        assertThat(percent("Castellan")).isEmpty();
        assertThat(looseEnds()).containsExactly(LooseEnd.Kind.REGISTER);
        for (String family : List.of("Dunmore", "Eberly", "Farrow")) {
            apply(typed(family, 0, "here"));
        }
        assertThat(apply(typed("Castellan", 2, "late 5 x")).kept()).isTrue();
        assertThat(looseEnds()).isEmpty();
        String changes = own.visitor().get(own.base() + "/changes").body();
        assertThat(Html.texts(changes, "tbody tr"))
                .anyMatch(row -> row.contains("Castellan, Rui") && row.contains("lesson 1 of 23 Feb"))
                .anyMatch(row -> row.contains("late 5 excused"));
    }

    private List<LooseEnd.Kind> looseEnds() {
        return own.read(book -> LooseEnds.of(book.book()).stream()
                .map(LooseEnd::kind)
                .filter(kind -> kind == LooseEnd.Kind.REGISTER)
                .toList());
    }

    private String percent(String family) {
        return own.read(book -> {
            ClassFigures at = ClassFigures.of(book, SpanChoice.read(Map.of("span", "year"), book.book()));
            return Catalogue.find(at, "attendance")
                    .orElseThrow()
                    .of(
                            at,
                            at.standing()
                                    .of(book.book().students().stream()
                                            .filter(one -> one.family().equals(family))
                                            .findFirst()
                                            .orElseThrow()
                                            .id()))
                    .shown();
        });
    }

    private int save(String daysOff, RegisterMapper.TimeRow... times) {
        return run(() -> app.bean(LessonService.class).save(own.teacher(), own.id(), List.of(times), daysOff, true));
    }

    @Test
    void aPatternMakesItsLessonsAndANewOneLeavesWhatWasTaken() {
        // The term runs from Monday 4 January to Friday 26 March: 12 Tuesdays and 12 Thursdays.
        assertThat(save("", RegisterMapper.TimeRow.of(2, 2, "EVERY"), RegisterMapper.TimeRow.of(4, 1, "A")))
                .isEqualTo(1 + 12 + 6);
        assertThat(save(
                        "2027-02-15 to 2027-02-19 Winter break\n\n2027-03-02",
                        RegisterMapper.TimeRow.of(2, 2, "EVERY")))
                .isEqualTo(1 + 12 - 2);
        Lesson taken = register().inOrder().stream()
                .filter(lesson -> lesson.at() == 2)
                .findFirst()
                .orElseThrow();
        run(() -> app.bean(RegisterService.class)
                .apply(
                        own.teacher(),
                        own.id(),
                        List.of(new TypedEntry(
                                UUID.randomUUID(),
                                Long.parseLong(taken.id().text()),
                                Long.parseLong(student("Brandt").id().text()),
                                0,
                                0,
                                "here",
                                null,
                                null))));
        assertThat(save("", RegisterMapper.TimeRow.of(5, 1, "B"))).isEqualTo(1 + 1 + 6);
        assertThat(register().lessons()).contains(taken);
        assertThatThrownBy(() -> run(() -> {
                    app.bean(LessonService.class)
                            .delete(
                                    own.teacher(),
                                    own.id(),
                                    Long.parseLong(taken.id().text()));
                    return null;
                }))
                .isInstanceOf(FormException.class)
                .hasMessageContaining("This lesson has entries. Delete them first");
    }

    @Test
    void daysOffComeFromACalendarFileAndNothingElseOfIt() {
        String address = own.base() + "/room/lessons/calendar?span=year";
        own.visitor().get(own.base() + "/room/lessons");
        String calendar = """
                BEGIN:VCALENDAR
                VERSION:2.0
                BEGIN:VEVENT
                SUMMARY:Winter
                  break
                DTSTART;VALUE=DATE:20270215
                DTEND;VALUE=DATE:20270220
                END:VEVENT
                BEGIN:VEVENT
                SUMMARY:Staff meeting
                DTSTART:20270301T160000Z
                DTEND:20270301T170000Z
                END:VEVENT
                BEGIN:VEVENT
                SUMMARY:<b>Founders' day</b>
                DTSTART;VALUE=DATE:20270312
                END:VEVENT
                BEGIN:VEVENT
                SUMMARY:Summer
                DTSTART;VALUE=DATE:20270801
                DTEND;VALUE=DATE:99990101
                END:VEVENT
                BEGIN:VEVENT
                SUMMARY:Every Monday
                DTSTART;VALUE=DATE:20270104
                RRULE:FREQ=WEEKLY
                END:VEVENT
                END:VCALENDAR
                """.replace("\n", "\r\n");
        String page = own.visitor()
                .upload(address, "calendar", calendar.getBytes(StandardCharsets.UTF_8))
                .body();
        assertThat(Html.text(page, "#daysOff"))
                .contains("2027-02-15 to 2027-02-19 Winter break", "2027-03-12 <b>Founders' day</b>")
                .doesNotContain("Staff", "Summer", "Monday");
        assertThat(page).contains("6 days of the calendar are put in below").doesNotContain("<b>Founders");
        for (String bad : List.of(
                "",
                "no calendar at all",
                "BEGIN:VCALENDAR\r\nEND:VCALENDAR",
                "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nDTSTART;VALUE=DATE:2027",
                "x".repeat(1_100_000))) {
            HttpResponse<String> answer =
                    own.visitor().upload(address, "calendar", bad.getBytes(StandardCharsets.UTF_8));
            assertThat(answer.statusCode()).isEqualTo(200);
            assertThat(Html.texts(answer.body(), ".notice")).isNotEmpty();
        }
        assertThat(run(() -> app.bean(LessonService.class).pattern(own.teacher(), own.id()))
                        .daysOff())
                .isEmpty();
    }

    @Test
    void aDayOffIsOneForEveryClassOfTheYear() {
        OwnClass other = own.another("9C");
        run(() -> app.bean(LessonService.class)
                .save(own.teacher(), other.id(), List.of(RegisterMapper.TimeRow.of(3, 1, "EVERY")), "", true));
        save("2027-02-17 Winter day\n2027-02-16", RegisterMapper.TimeRow.of(2, 1, "EVERY"));
        List<String> days = other.read(book -> book.book().register().orElseThrow().inOrder().stream()
                .map(lesson -> lesson.date().toString())
                .toList());
        assertThat(days).hasSize(11).doesNotContain("2027-02-17").contains("2027-02-24");
    }

    @Test
    void theClockOfALessonIsShownAndAWrongOneIsRefusedBesideItsField() {
        String address = own.base() + "/room/lessons?span=year";
        String[] week = {"weekday", "2", "at", "1", "week", "EVERY", "starts", "8.05", "ends", "08:50"};
        own.visitor().post(address, week);
        assertThat(Html.text(own.visitor().get(own.base() + "/room").body(), ".register-lesson h2"))
                .contains("lesson 1", "08:05–08:50");
        week[9] = "07:00";
        assertThat(own.visitor().post(address, week).body()).contains("The lesson must end after it begins.");
        week[7] = "25:00";
        assertThat(own.visitor().post(address, week).body()).contains("Write when the lesson begins as 10:40");
        String[] twice = {
            "weekday", "2", "at", "1", "week", "EVERY", "starts", "08:00", "ends", "",
            "weekday", "2", "at", "1", "week", "EVERY", "starts", "09:00", "ends", ""
        };
        assertThat(own.visitor().post(address, twice).body()).contains("One lesson of the week is there twice.");
    }

    @Test
    void aPatternThatWillNotDoIsRefusedWithWhatWasTypedAndChangesNothing() {
        String address = own.base() + "/room/lessons?span=year";
        own.visitor().get(address);
        String page = own.visitor()
                .post(
                        address,
                        "weekday",
                        "9",
                        "at",
                        "0",
                        "week",
                        "C",
                        "daysOff",
                        "2027-13-01 never\n2027-03-05 to 2027-03-01 backwards")
                .body();
        assertThat(Html.texts(page, ".notice li, .notice p"))
                .anyMatch(words -> words.contains("Choose the day of the week"))
                .anyMatch(words -> words.contains("from 1 to 20"))
                .anyMatch(words -> words.contains("“2027-13-01 never” is not a date"))
                .anyMatch(words -> words.contains("backwards” is not a date"));
        assertThat(Html.text(page, "#daysOff")).contains("2027-13-01 never");
        assertThat(register().lessons()).hasSize(1);
        for (String day : List.of("", "2027-08-01", "2027-02-23")) {
            assertThat(own.visitor()
                            .post(own.base() + "/room/lessons/add?span=year", "day", day, "number", "1")
                            .statusCode())
                    .isEqualTo(200);
        }
        assertThat(register().lessons()).hasSize(1);
    }

    @Test
    void aClassComesBackFromItsFileWithItsRegister() {
        apply(typed("Brandt", 0, "late 4 x: dentist"));
        apply(typed("Castellan", 0, "here"));
        own.addCategory("Tests");
        // A colleague has a class of the same name.
        byte[] file = own.visitor()
                .get(own.base() + "/groundwork/class/markbook?memos=true")
                .body()
                .replace("\"9B\"", "\"9X\"")
                .getBytes(StandardCharsets.UTF_8);
        OwnClass colleague = new OwnClass(app, "");
        HttpResponse<String> imported = colleague.visitor().upload("/classes/import", "file", file);
        assertThat(Html.texts(imported.body(), ".notice")).isEmpty();
        String made = OwnClass.location(imported);
        assertThat(colleague.visitor().get(made.replaceAll("/marks.*", "/room")).body())
                .contains("late 4 excused: dentist", "Tue 23 Feb, lesson 1");
    }

    @Test
    void anotherTeachersLessonIsNotThere() {
        OwnClass other = new OwnClass(app, "");
        other.addStudents("Gavrila, Petra\n");
        long lesson = Long.parseLong(lesson().id().text());
        assertThat(other.visitor().get(other.base() + "/room?lesson=" + lesson).statusCode())
                .isEqualTo(404);
        assertThatThrownBy(() -> ActingTeacher.as(other.teacher(), () -> {
                    app.bean(LessonService.class).delete(other.teacher(), other.id(), lesson);
                    return null;
                }))
                .isInstanceOf(NotFoundException.class);
        assertThat(register().lessons()).hasSize(1);
    }
}
