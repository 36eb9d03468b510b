package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.goals.GoalsMaker;
import aestimo.app.groundwork.TryOutService;
import aestimo.app.handout.HandOut;
import aestimo.app.handout.HandOutService;
import aestimo.app.imports.ImportService;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.ReadyMade;
import aestimo.app.letters.SentenceService;
import aestimo.app.register.LessonService;
import aestimo.app.register.RegisterImportService;
import aestimo.app.returns.ReturnService;
import aestimo.app.seats.SeatService;
import aestimo.app.seats.Shape;
import aestimo.app.seats.WishService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.HelpService;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import aestimo.core.seating.Wish;
import aestimo.exchange.sheet.Sheet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/** Every route there is, and what fills the ids in them. */
final class Routes {
    private Routes() {}

    /** As “GET /classes/{classId}/marks”. */
    static Set<String> all(RunningApp app) {
        Set<String> routes = new TreeSet<>();
        for (RequestMappingInfo info : app.bean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .keySet()) {
            Set<RequestMethod> methods = info.getMethodsCondition().getMethods();
            for (String path : info.getPatternValues()) {
                for (RequestMethod method : methods.isEmpty() ? Set.of(RequestMethod.GET) : methods) {
                    routes.add(method + " " + path);
                }
            }
        }
        return routes;
    }

    /** The path of a route with ids in the places of their names. */
    static String path(String route, Map<String, String> ids) {
        String path = route.substring(route.indexOf(' ') + 1);
        for (Map.Entry<String, String> id : ids.entrySet()) {
            path = path.replace("{" + id.getKey() + "}", id.getValue());
        }
        assertThat(path).as("every id of %s is known here", route).doesNotContain("{");
        return path;
    }

    /** The ids of a class, and of one of everything else a teacher has beside it, made where there is none. */
    static Map<String, String> ids(RunningApp app, Visitor visitor, TeacherId teacher, ClassBook classBook) {
        Map<String, String> ids = new HashMap<>(idsWithin(classBook));
        ids.put("listId", list(visitor));
        ids.putAll(ActingTeacher.as(teacher, () -> made(app, teacher, classBook)));
        return ids;
    }

    private static Map<String, String> idsWithin(ClassBook classBook) {
        return Map.of(
                "classId", Long.toString(classBook.row().id()),
                "yearId", Long.toString(classBook.row().yearId()),
                "assessmentId", classBook.book().assessments().get(0).id().text(),
                "categoryId", classBook.book().categories().get(0).id().text(),
                "enrolmentId", classBook.book().students().get(0).id().text());
    }

    private static Map<String, String> made(RunningApp app, TeacherId teacher, ClassBook classBook) {
        long classId = classBook.row().id();
        TryOutService tryOuts = app.bean(TryOutService.class);
        tryOuts.save(teacher, classId, "Of another", TryOutService.of(classBook));
        HelpService helps = app.bean(HelpService.class);
        if (helps.due(teacher).isEmpty()) {
            long student =
                    Long.parseLong(classBook.book().students().get(0).id().text());
            helps.begin(teacher, classId, student, "Falls back", "Tuesdays", "2027-02-24");
        }
        long term = Long.parseLong(classBook.book().terms().get(0).id().text());
        long letter = ReadyMade.make(
                        "half-year", teacher, app.bean(LetterService.class), app.bean(SentenceService.class))
                .orElseThrow();
        HandOut how = new HandOut(
                letter,
                Map.of("span", "year"),
                List.of(Long.parseLong(classBook.book().students().get(0).id().text())),
                HandOut.As.DOCX,
                false,
                1,
                true,
                true);
        long file = app.bean(HandOutService.class)
                .handOut(HandOut.open(teacher, classBook, how.dates()), how, "")
                .file()
                .orElseThrow()
                .id();
        JobService jobs = app.bean(JobService.class);
        long job = jobs.begin(teacher, new JobService.Asked(classId, "of another", "letters", "Letters", "{}", 1))
                .job()
                .id();
        jobs.stop(teacher, classId, job);
        Map<String, String> ids = new HashMap<>(madeBefore(app, teacher, classBook, letter, tryOuts, helps, term));
        ids.put("fileId", Long.toString(file));
        ids.put("jobId", Long.toString(job));
        ids.put("lessonId", lesson(app, teacher, classId));
        ids.putAll(room(app, teacher, classBook));
        ids.put("goalId", goal(app, teacher, classId));
        return ids;
    }

    private static Map<String, String> room(RunningApp app, TeacherId teacher, ClassBook classBook) {
        long classId = classBook.row().id();
        long student = Long.parseLong(classBook.book().students().get(0).id().text());
        SeatService seats = app.bean(SeatService.class);
        WishService wishes = app.bean(WishService.class);
        long plan = seats.create(teacher, classId, "Of another", Shape.ROWS, List.of(2, 2, 2));
        if (wishes.of(teacher, classId).isEmpty()) {
            wishes.ask(teacher, classId, Wish.Kind.NEAR_FRONT, student, 0, plan);
        }
        RegisterImportService imports = app.bean(RegisterImportService.class);
        String name = classBook.book().students().get(0).listName();
        if (imports.all(teacher, classId).isEmpty()) {
            List<List<String>> rows = List.of(List.of("Name", "2027-02-24 (1)"), List.of(name, "late 77"));
            imports.take(teacher, classId, new Sheet("", rows), "Of another", true);
        }
        return Map.of(
                "planId", Long.toString(plan),
                "wishId", Long.toString(wishes.of(teacher, classId).get(0).id()),
                "registerImportId",
                        Long.toString(imports.all(teacher, classId).get(0).id()));
    }

    private static String goal(RunningApp app, TeacherId teacher, long classId) {
        BookService books = app.bean(BookService.class);
        if (books.open(teacher, classId).book().goals().isEmpty()) {
            app.bean(GoalsMaker.class).addAndLink(teacher, classId, Map.of("Of another", List.of()));
        }
        return books.open(teacher, classId)
                .book()
                .goals()
                .orElseThrow()
                .all()
                .get(0)
                .id()
                .text();
    }

    private static String lesson(RunningApp app, TeacherId teacher, long classId) {
        BookService books = app.bean(BookService.class);
        if (books.open(teacher, classId).book().register().isEmpty()) {
            app.bean(LessonService.class).add(teacher, classId, "2027-02-24", 1);
        }
        return books.open(teacher, classId)
                .book()
                .register()
                .orElseThrow()
                .lessons()
                .get(0)
                .id()
                .text();
    }

    private static Map<String, String> madeBefore(
            RunningApp app,
            TeacherId teacher,
            ClassBook classBook,
            long letter,
            TryOutService tryOuts,
            HelpService helps,
            long term) {
        long classId = classBook.row().id();
        return Map.of(
                "letterId", Long.toString(letter),
                "groupId",
                        Long.toString(app.bean(SentenceService.class)
                                .groups(teacher)
                                .get(0)
                                .id()),
                "tryOutId", Long.toString(tryOuts.saved(teacher, classId).get(0).id()),
                "helpId", Long.toString(helps.due(teacher).get(0).id()),
                "returnId", Long.toString(app.bean(ReturnService.class).begin(teacher, classId, term)),
                "importId",
                        Long.toString(app.bean(ImportService.class)
                                .start(
                                        teacher,
                                        classId,
                                        "marks",
                                        List.of(new Sheet(
                                                "", List.of(List.of("Name", "Geography"), List.of("Ilva", "3")))))));
    }

    private static String list(Visitor visitor) {
        visitor.get("/across");
        visitor.post("/across/save", "name", "Of another", "choices", "span=year");
        return OwnClass.found("/across/([0-9]+)/remove", visitor.get("/across").body());
    }
}
