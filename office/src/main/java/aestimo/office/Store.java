package aestimo.office;

import java.time.Clock;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** What the school keeps: its dates, its temper, and what came in. */
@Component
class Store {
    private final JdbcClient database;
    private final JsonMapper json;
    private final Clock clock;

    Store(JdbcClient database, JsonMapper json, Clock clock) {
        this.database = database;
        this.json = json;
        this.clock = clock;
    }

    /** The days between which results of a session are taken, both included. */
    record Takes(LocalDate from, LocalDate to) {}

    /** @param failEvery 0 for never */
    record Temper(int delayMs, int failEvery, String failHow) {}

    record Kept(String id, Map<String, Object> body, OffsetDateTime at) {}

    /** One result; {@code times} how often it came in. */
    record Result(
            String id,
            String lineItemId,
            String studentId,
            Map<String, Object> body,
            OffsetDateTime lastAt,
            int times) {}

    Optional<Takes> takes(String sessionId) {
        return database.sql("SELECT from_day, to_day FROM takes WHERE session_id = ?")
                .param(sessionId)
                .query((row, at) -> new Takes(row.getObject(1, LocalDate.class), row.getObject(2, LocalDate.class)))
                .optional();
    }

    void setTakes(String sessionId, Takes takes) {
        database.sql("""
                        INSERT INTO takes (session_id, from_day, to_day) VALUES (?, ?, ?)
                        ON CONFLICT (session_id) DO UPDATE SET from_day = excluded.from_day, to_day = excluded.to_day""").params(sessionId, takes.from(), takes.to()).update();
    }

    Temper temper() {
        return database.sql("SELECT delay_ms, fail_every, fail_how FROM temper")
                .query((row, at) -> new Temper(row.getInt(1), row.getInt(2), row.getString(3)))
                .single();
    }

    void setTemper(Temper temper) {
        database.sql("UPDATE temper SET delay_ms = ?, fail_every = ?, fail_how = ?")
                .params(temper.delayMs(), temper.failEvery(), temper.failHow())
                .update();
    }

    Map<String, String> refused() {
        Map<String, String> refused = new TreeMap<>();
        database.sql("SELECT user_id, reason FROM refused")
                .query((row, at) -> refused.put(row.getString(1), row.getString(2)))
                .list();
        return refused;
    }

    void refuse(String userId, String reason) {
        database.sql("""
                        INSERT INTO refused (user_id, reason) VALUES (?, ?)
                        ON CONFLICT (user_id) DO UPDATE SET reason = excluded.reason""").params(userId, reason).update();
    }

    void refuseNoLonger(String userId) {
        database.sql("DELETE FROM refused WHERE user_id = ?").param(userId).update();
    }

    /** @return whether it is new */
    @Transactional
    public boolean keep(String kind, String id, Map<String, Object> body) {
        boolean isNew = kept(kind, id).isEmpty();
        database.sql("""
                        INSERT INTO kept (kind, id, body, at) VALUES (?, ?, ?::jsonb, ?)
                        ON CONFLICT (kind, id) DO UPDATE SET body = excluded.body, at = excluded.at""")
                .params(kind, id, json.writeValueAsString(body), OffsetDateTime.now(clock))
                .update();
        return isNew;
    }

    Optional<Kept> kept(String kind, String id) {
        return all(kind).stream().filter(own -> own.id().equals(id)).findFirst();
    }

    List<Kept> all(String kind) {
        return database.sql("SELECT id, body::text, at FROM kept WHERE kind = ? ORDER BY at DESC, id")
                .param(kind)
                .query((row, at) ->
                        new Kept(row.getString(1), map(row.getString(2)), row.getObject(3, OffsetDateTime.class)))
                .list();
    }

    @SuppressWarnings("unchecked")
    private Map<String, Object> map(String text) {
        return json.readValue(text, Map.class);
    }

    /**
     * Keeps a result once, however often it comes.
     *
     * @return whether it is new
     */
    @Transactional
    public boolean keepResult(String id, String lineItemId, String studentId, Map<String, Object> body) {
        OffsetDateTime now = OffsetDateTime.now(clock);
        return database.sql("""
                        INSERT INTO result (id, line_item_id, student_id, body, first_at, last_at)
                        VALUES (?, ?, ?, ?::jsonb, ?, ?)
                        ON CONFLICT (id) DO UPDATE SET body = excluded.body, last_at = excluded.last_at, times = result.times + 1
                        RETURNING times""")
                        .params(id, lineItemId, studentId, json.writeValueAsString(body), now, now)
                        .query(Integer.class)
                        .single()
                == 1;
    }

    List<Result> results(String lineItemId) {
        return database.sql("""
                        SELECT id, line_item_id, student_id, body::text, last_at, times FROM result
                         WHERE line_item_id = ? ORDER BY student_id""")
                .param(lineItemId)
                .query((row, at) -> new Result(
                        row.getString(1),
                        row.getString(2),
                        row.getString(3),
                        map(row.getString(4)),
                        row.getObject(5, OffsetDateTime.class),
                        row.getInt(6)))
                .list();
    }
}
