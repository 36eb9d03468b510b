package aestimo.app.toschool;

import static aestimo.app.testing.OwnClass.all;
import static aestimo.app.testing.OwnClass.location;

import aestimo.app.book.ClassBook;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.sending.Progress;
import aestimo.app.sending.SendingService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Await;
import aestimo.app.testing.Html;
import aestimo.app.testing.OfficeServer;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RowForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.util.List;

/**
 * The results of one small class on their way to a school office that runs, by the forms a teacher uses. Bands A 80, B 60,
 * C 0; Aldous 84, Arkady 61.5, Bellweather 40, Brandt nothing.
 */
final class OwnReturn {
    static final List<String> FAMILIES = List.of("Aldous", "Arkady", "Bellweather", "Brandt");

    final OwnClass own;
    final Visitor visitor;
    final String base;
    private final RunningApp app;

    OwnReturn(RunningApp app, OfficeServer office) {
        this.app = app;
        own = new OwnClass(app, "Geography");
        visitor = own.visitor();
        base = own.base() + "/to-school";
        mark("2027-02-02");
        visitor.get("/school");
        visitor.post(
                "/school",
                "address",
                office.address() + "/",
                "client",
                "markbook",
                "secret",
                "tidewater-lane",
                "schoolTeacher",
                "tls-marin");
        visitor.post("/school/asks", "name", "effort", "labels", "1, 2, 3", "commentLength", "40");
        // The lists are held against each other, and everybody is known from then on.
        visitor.get(own.base() + "/groundwork/students/school");
    }

    private OwnReturn(RunningApp app, OwnClass own) {
        this.app = app;
        this.own = own;
        visitor = own.visitor();
        base = own.base() + "/to-school";
        mark("2026-05-04");
    }

    /** The same students in a class of the year before, marked alike. */
    OwnReturn ofTheYearBefore(String name) {
        return new OwnReturn(app, own.ofTheYearBefore(name));
    }

    private void mark(String day) {
        own.addStudents(
                "Number\tName\n2201\tAldous, Wren\n2202\tArkady, Tomas\n2203\tBellweather, Ida\n2204\tBrandt, Ilva\n");
        own.setBands("A", "80", "B", "60", "C", "0");
        own.addPiece("Winter", own.addCategory("Tests"), day, "100");
        own.type("Aldous", "Winter", "84");
        own.type("Arkady", "Winter", "61.5");
        own.type("Bellweather", "Winter", "40");
    }

    String page() {
        return Html.plain(visitor.get(base).body());
    }

    /** Begins, and completes every row. */
    void begin() {
        beginOnly();
        save(
                "Aldous sentAs ",
                "Aldous field0 1",
                "Arkady field0 2",
                "Bellweather field0 3",
                "Brandt field0 3",
                "Brandt sentAs –",
                "Brandt reason away since January",
                "Aldous comment Steady.");
    }

    void beginOnly() {
        String term = own.read(book -> book.book().terms().get(0).id().text());
        told(visitor.post(base + "/begin", "term", term));
    }

    String id() {
        return all("/to-school/([0-9]+)/(?:save|results)", page()).get(0);
    }

    /** @param otherwise such as “Brandt sentAs B” */
    String save(String... otherwise) {
        return told(visitor.post(base + "/" + id() + "/save", fields(otherwise)));
    }

    /** The id of somebody's row. */
    String row(String family) {
        return Html.value(page(), "tr[data-row]:contains(" + family + ", )", "data-row");
    }

    String[] fields(String... otherwise) {
        return RowForm.fields(page(), "tr[data-row]", otherwise).toArray(new String[0]);
    }

    /** What the page says after a form was sent. */
    String told(HttpResponse<String> answer) {
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    /** The stamp of what the page that asks once more shows. */
    String shown() {
        List<String> shown = Html.values(told(visitor.get(base + "/" + id() + "/seal")), "[name=shown]", "value");
        return shown.isEmpty() ? "" : shown.get(0);
    }

    String seal() {
        return told(visitor.post(base + "/" + id() + "/seal", "shown", shown()));
    }

    String send() {
        return told(visitor.post(base + "/" + id() + "/send"));
    }

    Progress progress() {
        return ActingTeacher.as(own.teacher(), () -> {
            List<SchoolReturn> all = app.bean(ReturnService.class).ofClass(own.teacher(), own.id());
            return app.bean(SendingService.class).progress(own.teacher(), all.get(all.size() - 1));
        });
    }

    void awaitReceived() {
        Await.until("all of it is received", () -> progress().isReceived());
    }

    ClassBook book() {
        return own.read(book -> book);
    }
}
