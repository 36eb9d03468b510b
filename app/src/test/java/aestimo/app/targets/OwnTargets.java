package aestimo.app.targets;

import static aestimo.app.testing.OwnClass.location;

import aestimo.app.store.ActingTeacher;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.net.http.HttpResponse;
import java.time.LocalDate;
import java.util.List;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Targets of one small class, through the page a teacher uses. Bands A 80, B 60, C 40, D 0. Percents in Term 1 and Term 2:
 * Brandt 90 and 70, Castellan 50 and 25, Dunmore 50 and 79, Eberly nothing and 60; Farrow has nothing at all. Today is 24
 * February 2027.
 */
final class OwnTargets {
    final OwnClass own;
    final Visitor visitor;
    final String base;
    private final RunningApp app;

    OwnTargets(RunningApp running) {
        app = running;
        own = new OwnClass(app, "History");
        visitor = own.visitor();
        base = own.base() + "/targets";
        own.addStudents(
                "Number\tName\tSet\n30\tBrandt, Ilva\tNorth\n7\tCastellan, Rui\tSouth\n100\tDunmore, Fenna\tNorth\n"
                        + "8\tEberly, Jonah\tSouth\n9\tFarrow, Sunniva\t\n");
        own.addTermOne();
        own.setBands("A", "80", "B", "60", "C", "40", "D", "0");
        String category = own.addCategory("Tests");
        own.addPiece("Autumn", category, "2026-10-02", "100");
        own.addPiece("Winter", category, "2027-02-02", "100");
        own.addPiece("Spring", category, "2027-03-10", "100");
        own.type("Brandt", "Autumn", "90");
        own.type("Brandt", "Winter", "70");
        own.type("Castellan", "Autumn", "50");
        own.type("Castellan", "Winter", "25");
        own.type("Dunmore", "Autumn", "50");
        own.type("Dunmore", "Winter", "79");
        own.type("Eberly", "Winter", "60");
    }

    HttpResponse<String> send(String action, List<String> more, String... otherwise) {
        return own.sendTargets(action, more, otherwise);
    }

    HttpResponse<String> send(String reason, String holds, String... otherwise) {
        return send("", List.of("reason", reason, "holds", holds), otherwise);
    }

    String set(String... otherwise) {
        HttpResponse<String> answer = send("", List.of(), otherwise);
        return answer.statusCode() == 302 ? visitor.get(location(answer)).body() : answer.body();
    }

    /** As it would be if the targets had been set long ago. */
    void setLongAgo(String... families) {
        TransactionTemplate transactions =
                new TransactionTemplate(app.bean("transactionManager", PlatformTransactionManager.class));
        for (String family : families) {
            ActingTeacher.as(
                    own.teacher(),
                    () -> transactions.execute(status -> {
                        app.bean(TargetMapper.class)
                                .updateSince(
                                        own.teacher(), Long.parseLong(own.student(family)), LocalDate.of(2026, 9, 5));
                        return null;
                    }));
        }
    }

    String term(int place) {
        return "term" + own.read(book -> book.book().terms().get(place).id().text());
    }

    void setAll() {
        set(
                "Brandt start B",
                "Brandt end A",
                "Castellan start C",
                "Castellan end A",
                "Dunmore start C",
                "Dunmore end c",
                "Eberly end B");
    }

    String row(String family) {
        return Html.text(visitor.get(base + "?as=table").body(), "tr:contains(" + family + ")");
    }

    List<String> names(String query) {
        return Html.texts(visitor.get(base + query).body(), ".multiple-head > b");
    }
}
