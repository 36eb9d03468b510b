package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import aestimo.app.whole.WholeClassService;
import aestimo.core.testing.Seed;
import aestimo.exchange.markbook.MarkbookWriter;
import java.io.ByteArrayOutputStream;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.BrokenBarrierException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CyclicBarrier;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Several windows of one teacher that send at the same moment: whatever comes of it fits together. */
@ExtendWith(RunningApp.class)
class AtOnceTest {
    private static final int WINDOWS = 4;
    private static final int EACH = 40;
    private static final List<String> TYPED =
            List.of("", "0", "1", "7,5", "100", "A", "abc", "2027-02-24", "year", "-1");

    private static HttpResponse<String> sent(Supplier<HttpResponse<String>> save, CyclicBarrier together) {
        try {
            together.await();
        } catch (InterruptedException | BrokenBarrierException broken) {
            throw new IllegalStateException(broken);
        }
        return save.get();
    }

    /** Sends each twice at the same moment; whatever was answered that is no answer, by what was sent. */
    private static Map<String, List<Integer>> brokenByTwo(Map<String, Supplier<HttpResponse<String>>> saves) {
        Map<String, List<Integer>> broken = new TreeMap<>();
        CyclicBarrier together = new CyclicBarrier(2);
        saves.forEach((name, save) -> {
            List<CompletableFuture<HttpResponse<String>>> clicks = Stream.of(1, 2)
                    .map(click -> CompletableFuture.supplyAsync(() -> sent(save, together)))
                    .toList();
            List<Integer> codes =
                    clicks.stream().map(click -> click.join().statusCode()).toList();
            if (codes.stream().anyMatch(code -> code >= 500)) {
                broken.put(name, codes);
            }
        });
        return broken;
    }

    @Test
    void aFormThatIsSentTwiceAtOnceIsAnsweredTwiceInWords(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Map<String, Supplier<HttpResponse<String>>> saves = new LinkedHashMap<>();
        for (PageForm form : AllForms.of(app, own)) {
            saves.put(form.action(), () -> own.visitor().post(form.action(), AllForms.altered(form)));
        }
        assertThat(brokenByTwo(saves)).isEmpty();
        fitTogether(app, own);
    }

    @Test
    void whatAScriptOrAFileSavesTwiceAtOnceIsSavedOnce(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        Map<String, Supplier<HttpResponse<String>>> saves = OtherSaves.of(app, own);
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            long recorded = tables.recorded();
            assertThat(brokenByTwo(Map.of("entries", saves.get("entries")))).isEmpty();
            assertThat(brokenByTwo(Map.of("register", saves.get("the register"))))
                    .isEmpty();
            assertThat(tables.recorded())
                    .as("five marks and five in the register, each once")
                    .isEqualTo(recorded + 10);
        }
        assertThat(brokenByTwo(saves)).isEmpty();
        fitTogether(app, own);
    }

    @Test
    void whateverWindowsSendBesideEachOtherIsAnsweredInWords(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        List<PageForm> forms = AllForms.of(app, own);
        long seed = Seed.next();
        List<CompletableFuture<List<String>>> windows = IntStream.range(0, WINDOWS)
                .mapToObj(window -> CompletableFuture.supplyAsync(() -> worked(own, forms, new Random(seed + window))))
                .toList();
        assertThat(windows.stream().map(CompletableFuture::join).flatMap(List::stream))
                .as("seed " + seed)
                .isEmpty();
        fitTogether(app, own);
    }

    /** What a window was answered that is no answer. */
    private static List<String> worked(OwnClass own, List<PageForm> forms, Random random) {
        List<String> broken = new ArrayList<>();
        List<String> students = own.read(book ->
                book.book().students().stream().map(one -> one.id().text()).toList());
        List<String> pieces = own.read(book ->
                book.book().assessments().stream().map(one -> one.id().text()).toList());
        for (int i = 0; i < EACH; i++) {
            PageForm form = forms.get(random.nextInt(forms.size()));
            HttpResponse<String> answer;
            if (random.nextInt(3) == 0) {
                answer = own.visitor().put(own.base() + "/entries", """
                        [{"id": "%s", "assessment": %s, "student": %s, "part": 0, "base": %d, "text": "%d"}]""".formatted(
                                UUID.randomUUID(),
                                pieces.get(random.nextInt(pieces.size())),
                                students.get(random.nextInt(students.size())),
                                random.nextInt(3),
                                random.nextInt(9)));
            } else {
                List<String> fields = new ArrayList<>(List.of(AllForms.altered(form)));
                if (random.nextBoolean() && !fields.isEmpty()) {
                    fields.set(random.nextInt(fields.size() / 2) * 2 + 1, TYPED.get(random.nextInt(TYPED.size())));
                }
                answer = own.visitor().post(form.action(), fields.toArray(new String[0]));
            }
            if (answer.statusCode() >= 500) {
                broken.add(answer.statusCode() + " " + form.action() + " " + Html.plain(answer.body()));
            }
        }
        return broken;
    }

    /** Every class can be opened, and is shown as it would be read by somebody who never saw it. */
    private static void fitTogether(RunningApp app, OwnClass own) throws SQLException {
        Map<Long, String> shown = files(app, own);
        assertThat(shown).isNotEmpty();
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            // So nothing that was read before is of use.
            tables.statement().execute("UPDATE term SET starts = starts WHERE teacher_id = " + own.teacher());
        }
        assertThat(files(app, own)).isEqualTo(shown);
    }

    private static Map<Long, String> files(RunningApp app, OwnClass own) {
        TeacherId teacher = own.teacher();
        return ActingTeacher.as(
                teacher,
                () -> app.bean(BookService.class).allClasses(teacher).stream()
                        .collect(Collectors.toMap(ClassRow::id, row -> file(app, teacher, row.id()))));
    }

    private static String file(RunningApp app, TeacherId teacher, long classId) {
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        MarkbookWriter.write(app.bean(WholeClassService.class).exports(teacher, classId, true), file);
        return file.toString(StandardCharsets.UTF_8);
    }
}
