package aestimo.app;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.Html;
import aestimo.app.testing.OwnClass;
import aestimo.app.testing.PageForm;
import aestimo.app.testing.RunningApp;
import java.net.http.HttpResponse;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/**
 * What happens when the database fails in the middle of a save: every form, at its first write, at its second and so on.
 * Nothing of it is saved, whoever sent it is told so, and sent once more it goes in.
 */
@ExtendWith(RunningApp.class)
class HalfWayTest {
    /** Those who write more often than that, such as a list of a class, are tried here and there. */
    private static final List<Integer> WRITES = List.of(1, 2, 3, 4, 5, 8, 13, 30);

    private static final String COUNTS_WRITES = """
            CREATE TABLE fail_for_a_test (at_write integer NOT NULL, teacher bigint NOT NULL);
            INSERT INTO fail_for_a_test VALUES (0, %1$s);
            CREATE FUNCTION fail_for_a_test() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
            DECLARE
                writes integer := coalesce(nullif(current_setting('test.writes', true), ''), '0')::integer + 1;
            BEGIN
                PERFORM set_config('test.writes', writes::text, true);
                IF EXISTS (SELECT FROM fail_for_a_test
                            WHERE at_write = writes AND teacher::text = current_setting('aestimo.teacher', true)) THEN
                    RAISE EXCEPTION 'the disk is full';
                END IF;
                RETURN NULL;
            END $$;
            DO $$
            DECLARE
                own text;
            BEGIN
                FOR own IN SELECT table_name FROM information_schema.columns
                            WHERE table_schema = 'public' AND column_name = 'teacher_id' AND table_name <> 'class_write'
                LOOP
                    EXECUTE format('CREATE TRIGGER fails_for_a_test BEFORE INSERT OR UPDATE OR DELETE ON %%I'
                                   ' FOR EACH STATEMENT EXECUTE FUNCTION fail_for_a_test()', own);
                END LOOP;
            END $$""";

    private static final String NO_MORE = "DROP FUNCTION fail_for_a_test CASCADE; DROP TABLE fail_for_a_test";

    /**
     * How tries ended.
     *
     * @param failed at which write last
     * @param wrong what should not have been
     * @param well what was answered where the database was well
     */
    private record Ends(Map<String, Integer> failed, List<String> wrong, Map<String, Integer> well) {
        Ends() {
            this(new TreeMap<>(), new ArrayList<>(), new TreeMap<>());
        }
    }

    private static void tryEach(
            RunningApp app, OwnClass own, Map<String, Supplier<HttpResponse<String>>> saves, Ends ends)
            throws SQLException {
        try (TeacherTables tables = new TeacherTables(app, own.teacher())) {
            tables.statement().execute(COUNTS_WRITES.formatted(own.teacher()));
            try {
                for (Map.Entry<String, Supplier<HttpResponse<String>>> save : saves.entrySet()) {
                    tryOne(tables, save.getKey(), save.getValue(), ends);
                }
            } finally {
                tables.statement().execute(NO_MORE);
            }
        }
    }

    private static void tryOne(TeacherTables tables, String name, Supplier<HttpResponse<String>> save, Ends ends)
            throws SQLException {
        for (int write : WRITES) {
            tables.statement().execute("UPDATE fail_for_a_test SET at_write = " + write);
            Map<String, String> before = tables.all();
            HttpResponse<String> answer = save.get();
            if (answer.statusCode() < 500) {
                ends.well().put(name, answer.statusCode());
                break;
            }
            ends.failed().put(name, write);
            Map<String, String> after = tables.all();
            after.entrySet().removeAll(before.entrySet());
            String words = Html.plain(answer.body());
            if (!after.isEmpty()) {
                ends.wrong().add(name + " left something in " + after.keySet() + " at write " + write);
            }
            if (!words.contains("Nothing was changed by it.") || words.contains("Exception")) {
                ends.wrong().add(name + " says at write " + write + ": " + words);
            }
        }
        tables.statement().execute("UPDATE fail_for_a_test SET at_write = 0");
        HttpResponse<String> well = save.get();
        ends.well().putIfAbsent(name, well.statusCode());
        if (well.statusCode() >= 500) {
            ends.wrong().add(name + " when the database is well again: " + Html.plain(well.body()));
        }
    }

    @Test
    void whereverAFormFailsNothingOfItIsSaved(RunningApp app) throws SQLException {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Map<String, Supplier<HttpResponse<String>>> saves = new LinkedHashMap<>();
        for (PageForm form : AllForms.of(app, own)) {
            saves.put(form.action(), () -> own.visitor().post(form.action(), AllForms.altered(form)));
        }
        Ends ends = new Ends();
        tryEach(app, own, saves, ends);
        assertThat(ends.wrong()).isEmpty();
        assertThat(ends.failed().keySet().stream()
                        .map(action -> action.replaceAll("[?].*", "").replaceAll("[0-9]+", "*")))
                .contains(
                        "/classes/*/groundwork/weights",
                        "/classes/*/groundwork/goals",
                        "/classes/*/groundwork/rules",
                        "/classes/*/room/lessons/add",
                        "/classes/*/targets/goals/*",
                        "/classes/*/to-school/*/seal",
                        "/years/*")
                .hasSizeGreaterThan(30);
    }

    @Test
    void whereverAScriptOrAFileFailsNothingOfItIsSaved(RunningApp app) throws Exception {
        OwnClass own = OwnClass.ofTheDemo(app, "9B");
        Routes.ids(app, own.visitor(), own.teacher(), own.read(book -> book));
        Map<String, Supplier<HttpResponse<String>>> saves = OtherSaves.of(app, own);
        // Kept in the row of the teacher itself, by a single write.
        saves.remove("a picture");
        Ends ends = new Ends();
        tryEach(app, own, saves, ends);
        assertThat(ends.wrong()).isEmpty();
        assertThat(ends.failed()).containsOnlyKeys(saves.keySet());
        assertThat(ends.well().values()).allMatch(status -> status < 400);
    }
}
