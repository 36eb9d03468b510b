package aestimo.app.seats;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.core.seating.Wish;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Seating plans: nobody on two seats, nothing overwritten unseen, what is asked kept or named. */
@ExtendWith(RunningApp.class)
class SeatsTest {
    private RunningApp app;
    private OwnClass own;
    private String seats;

    @BeforeEach
    void makeAPlan(RunningApp running) {
        app = running;
        own = new OwnClass(app, "");
        own.addStudents("Brandt, Ilva\nCastellan, Rui\nDunmore, Fenna\nEberly, Jonah\nFarrow, Sunniva\n");
        seats = own.base() + "/room/seats";
        create("Room 4", 2, 3, 3);
    }

    private String create(String name, int rows, int across, int together) {
        return post(
                seats + "/new",
                "name",
                name,
                "shape",
                "ROWS",
                "rows0",
                "" + rows,
                "rows1",
                "" + across,
                "rows2",
                "" + together);
    }

    private <T> T run(Supplier<T> work) {
        return ActingTeacher.as(own.teacher(), work);
    }

    private SeatPlan plan() {
        return run(() -> app.bean(SeatService.class).plans(own.teacher(), own.id()))
                .get(0);
    }

    /** Such as “1,1 Ilva”, in the order of the seats. */
    private List<String> seated() {
        return plan().seats().stream()
                .filter(seat -> seat.student() != 0)
                .map(seat -> seat.column() + "," + seat.row() + " "
                        + own.<String>read(book -> book.student(seat.student()).given()))
                .toList();
    }

    private String arrange(String order, int version) {
        return post(seats + "/" + plan().id() + "/arrange", "order", order, "version", "" + version);
    }

    /** The page that is shown in the end, as a browser follows. */
    private String post(String address, String... fields) {
        HttpResponse<String> answer = own.visitor().post(address, fields);
        return answer.statusCode() == 302
                ? own.visitor().get(OwnClass.location(answer)).body()
                : answer.body();
    }

    private String ask(String kind, String student, String other) {
        return post(
                seats + "/" + plan().id() + "/wishes",
                "kind",
                kind,
                "student",
                own.student(student),
                "other",
                other.isEmpty() ? "" : own.student(other));
    }

    private HttpResponse<String> place(int version, String... seat) {
        String all = List.of(seat).stream().collect(Collectors.joining(","));
        return own.visitor().put(seats + "/" + plan().id() + "/places?version=" + version, "[" + all + "]");
    }

    private static String seat(int column, int row, boolean broken, String student) {
        return "{\"column\": %d, \"row\": %d, \"broken\": %s, \"student\": %s}".formatted(column, row, broken, student);
    }

    @Test
    void everybodyIsSeatedByNameAndWhatCannotBeKeptIsNamedWithWhatItIsAgainst() {
        ask("NOT_BESIDE", "Brandt", "Castellan");
        ask("NEAR_FRONT", "Farrow", "");
        ask("BESIDE", "Castellan", "Brandt");
        String page = arrange("NAME", 1);
        assertThat(seated()).containsExactly("1,1 Ilva", "2,1 Fenna", "3,1 Rui", "1,3 Jonah", "2,3 Sunniva");
        assertThat(Html.texts(page, ".notice li"))
                .containsExactly("Rui beside Ilva: it contradicts Ilva not beside Rui");
        assertThat(Html.texts(page, ".wishes span"))
                .containsExactly("Ilva not beside Rui", "Sunniva near the front", "Rui beside Ilva");
        assertThat(ask("NOT_BESIDE", "Castellan", "Brandt")).isNotEmpty();
    }

    @Test
    void theSameIsNotAskedTwiceAndNobodyBesideThemselves() {
        ask("NOT_BESIDE", "Brandt", "Castellan");
        assertThat(ask("NOT_BESIDE", "Castellan", "Brandt")).contains("That wish is there already.");
        assertThat(ask("BESIDE", "Brandt", "Brandt")).contains("Choose who else it is about.");
        assertThat(ask("BESIDE", "Brandt", "")).contains("Choose who else it is about.");
        assertThat(ask("THIS_SEAT", "Brandt", "")).contains("Put the student on the seat first");
        arrange("NAME", 1);
        assertThat(ask("THIS_SEAT", "Eberly", "")).contains("Jonah in row 2, seat 1");
        String wish = Html.values(own.visitor().get(seats).body(), ".wishes form", "action")
                .get(0);
        post(wish);
        assertThat(run(() -> app.bean(WishService.class).of(own.teacher(), own.id())))
                .extracting(asked -> asked.wish().kind())
                .containsExactly(Wish.Kind.THIS_SEAT);
        assertThat(own.visitor().post(wish).statusCode()).isEqualTo(404);
    }

    @Test
    void whatWasAlteredElsewhereIsNeverOverwritten() {
        String ilva = own.student("Brandt");
        assertThat(place(
                                1,
                                seat(1, 1, false, ilva),
                                seat(2, 1, false, "0"),
                                seat(3, 1, false, "0"),
                                seat(4, 1, false, "0"),
                                seat(5, 1, false, "0"))
                        .body())
                .contains("\"version\":2");
        HttpResponse<String> late = place(1, seat(5, 5, false, ilva));
        assertThat(late.statusCode()).isEqualTo(422);
        assertThat(late.body()).contains("changed elsewhere meanwhile");
        assertThat(arrange("CHANCE", 1)).contains("changed elsewhere meanwhile");
        assertThat(seated()).containsExactly("1,1 Ilva");
    }

    @Test
    void aPlanThatCannotBeIsRefusedWhole() {
        String ilva = own.student("Brandt");
        place(1, seat(1, 1, false, ilva));
        assertThat(place(2, seat(1, 1, false, ilva), seat(2, 1, false, ilva)).body())
                .contains("Brandt, Ilva would be on two seats");
        assertThat(place(2, seat(1, 1, false, "0"), seat(1, 1, false, ilva)).body())
                .contains("One seat is there twice");
        assertThat(place(2, seat(1, 1, true, ilva)).body()).contains("marked as broken");
        assertThat(place(2, seat(-1, 1, false, ilva)).body()).contains("outside the room");
        assertThat(place(2, seat(1, 1, false, "987654321")).statusCode()).isEqualTo(404);
        String[] many = new String[121];
        for (int i = 0; i < many.length; i++) {
            many[i] = seat(i % 30, i / 30, false, "0");
        }
        assertThat(place(2, many).body()).contains("at most 120 seats");
        assertThat(seated()).containsExactly("1,1 Ilva");
        assertThat(plan().version()).isEqualTo(2);
    }

    @Test
    void moreStudentsThanSeatsAreToldAndArrangingAndDrawingAreUndone() {
        arrange("NAME", 1);
        List<String> before = seated();
        String draw = seats + "/" + plan().id() + "/draw";
        String drawn = post(draw, "shape", "ROWS", "rows0", "1", "rows1", "2", "rows2", "2", "version", "2");
        assertThat(drawn).contains("The tables are drawn.");
        assertThat(seated()).as("as far as there are seats").containsExactly("1,1 Ilva", "2,1 Rui");
        assertThat(arrange("NAME", 3))
                .contains("There are 5 students and 2 seats that can be used. Draw 3 more first; nobody was moved.");
        assertThat(post(seats + "/" + plan().id() + "/undo", "version", "3"))
                .contains("The seats are as they were before.");
        assertThat(seated()).isEqualTo(before);
        assertThat(post(draw, "shape", "ROWS", "rows0", "0", "rows1", "x", "rows2", "2", "version", "4"))
                .contains("Choose a number from 1 to 12 here.", "Choose a number from 1 to 20 here.");
        assertThat(post(draw, "shape", "ROWS", "rows0", "12", "rows1", "20", "rows2", "2", "version", "4"))
                .contains("That would be 240 seats; a plan has at most 120.");
        assertThat(seated()).isEqualTo(before);
    }

    @Test
    void whoLeavesTheClassLeavesTheSeat() {
        arrange("NAME", 1);
        assertThat(seated()).hasSize(5);
        own.visitor().post(own.base() + "/groundwork/students/" + own.student("Dunmore") + "/delete", "sure", "true");
        Optional<SeatPlan.Placed> free =
                plan().seats().stream().filter(seat -> seat.student() == 0).findFirst();
        assertThat(free).isPresent();
    }

    @Test
    void onePlanOfAClassIsInUseAndThePdfShowsWhoSitsThere() throws Exception {
        arrange("NAME", 1);
        post(seats + "/" + plan().id() + "/copy");
        create("Lab", 1, 4, 2);
        assertThat(run(() -> app.bean(SeatService.class).plans(own.teacher(), own.id())))
                .extracting(SeatPlan::name, SeatPlan::inUse)
                .containsExactly(
                        org.assertj.core.groups.Tuple.tuple("Room 4", true),
                        org.assertj.core.groups.Tuple.tuple("Lab", false),
                        org.assertj.core.groups.Tuple.tuple("Room 4, copy", false));
        byte[] pdf = own.visitor().download(seats + "/" + plan().id() + "/plan.pdf");
        try (var document = Loader.loadPDF(pdf)) {
            assertThat(document.getNumberOfPages()).isEqualTo(1);
            assertThat(new PDFTextStripper().getText(document))
                    .contains("Room 4", "Ilva", "Sunniva")
                    .containsOnlyOnce("front, your desk");
        }
        own.visitor().post(seats + "/" + plan().id() + "/delete");
        assertThat(plan().inUse()).as("the next is in use").isTrue();
        assertThat(create("", 1, 4, 2)).contains("The plan needs a name");
        assertThat(new String(own.visitor().download(own.base() + "/room"), StandardCharsets.UTF_8))
                .contains("No lessons yet");
    }
}
