package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.HelpService;
import aestimo.app.targets.TargetBands;
import aestimo.app.targets.TargetService;
import aestimo.app.targets.TargetsForm;
import aestimo.core.book.Student;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Result;
import aestimo.core.result.Span;
import aestimo.core.result.Standing;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** Gives a class of the demo its targets, starting scores, and those marked for help, by the results of its first term. */
@Component
class DemoTargets {
    private static final int TOP = 140;

    private final TargetService targets;
    private final HelpService helps;
    private final BookService books;

    DemoTargets(TargetService targets, HelpService helps, BookService books) {
        this.targets = targets;
        this.helps = helps;
        this.books = books;
    }

    void make(TeacherId teacher, long classId, DemoPlan plan) {
        if (plan.targets().isEmpty()) {
            return;
        }
        DemoPlan.Targets wanted = plan.targets().get();
        ClassBook classBook = books.open(teacher, classId);
        Boundaries bands = classBook.book().boundaries();
        Standing first = Standing.of(
                Counting.of(classBook.book()),
                new Span.Terms(Set.of(classBook.book().terms().get(0).id())));
        Random random = new Random(plan.seed() + 1);
        List<TargetsForm.Line> lines = new ArrayList<>();
        for (Student student : classBook.book().students()) {
            double percent = first.of(student.id())
                    .result()
                    .map(Result::exact)
                    .map(exact -> exact.exact().toApproximation())
                    .orElse(55.0);
            int score = (int) Math.round(62 + percent * 0.62 + 6 * random.nextGaussian());
            int top = bands.bands().size() - 1;
            int reached = first.of(student.id())
                    .result()
                    .flatMap(Result::grade)
                    .map(bands::stepOf)
                    .orElse(top / 2);
            int start = Math.max(0, Math.min(top - 1, reached - random.nextInt(2)));
            int end = Math.min(top, start + 1 + random.nextInt(2));
            int stage = Math.max(0, start - random.nextInt(2));
            if (student.family().equals(wanted.without())) {
                continue;
            }
            TargetBands asked = new TargetBands(
                    label(bands, start),
                    label(bands, end),
                    wanted.scores() ? label(bands, stage) : "",
                    new TreeMap<>());
            lines.add(new TargetsForm.Line(
                    ClassBook.id(student),
                    asked,
                    TargetBands.NONE,
                    wanted.scores() ? Integer.toString(Math.min(TOP - 5, score)) : ""));
        }
        targets.save(
                teacher,
                classId,
                new TargetsForm(Integer.toString(TOP), wanted.scores() ? wanted.stage() : "", lines, "", true));
        for (DemoPlan.Helped helped : wanted.helped()) {
            Student student = classBook.book().students().stream()
                    .filter(own -> own.family().equals(helped.family()))
                    .findFirst()
                    .orElseThrow();
            helps.begin(
                    teacher,
                    classId,
                    ClassBook.id(student),
                    helped.reason(),
                    helped.doing(),
                    LocalDate.of(2027, 2, 24).plusDays(helped.inDays()).toString());
        }
    }

    private static String label(Boundaries bands, int step) {
        Band band = bands.atStep(step);
        return band.label();
    }
}
