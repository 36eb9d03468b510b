package aestimo.post;

import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What arrived, and how the post room behaves; kept over a restart. */
@Component
class PostStore {
    private static final int MOST_SHOWN = 500;

    private final JdbcClient database;
    private final Clock clock = Clock.systemDefaultZone();

    PostStore(JdbcClient database) {
        this.database = database;
    }

    /** @param attached names of the files that came with it */
    record Message(
            long id,
            @Nullable OffsetDateTime at,
            String sender,
            String recipient,
            String answerTo,
            String subject,
            String words,
            String attached) {}

    /**
     * How it misbehaves.
     *
     * @param breakEvery of so many messages the line breaks with one; 0 for never
     * @param breakWhen {@code before} or {@code after} the message is kept; whoever sends it cannot tell
     */
    record Temper(int delayMs, int breakEvery, String breakWhen) {
        /** @param count how many messages have come, this one included */
        boolean breaksAt(int count) {
            return breakEvery > 0 && count % breakEvery == 0;
        }
    }

    record Refused(String address, String answer) {}

    void keep(Message message, byte[] whole) {
        database.sql("""
                        INSERT INTO post (at, sender, recipient, answer_to, subject, words, attached, whole)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?)""")
                .params(
                        OffsetDateTime.now(clock),
                        message.sender(),
                        message.recipient(),
                        message.answerTo(),
                        message.subject(),
                        message.words(),
                        message.attached(),
                        whole)
                .update();
    }

    int count() {
        return database.sql("SELECT count(*) FROM post").query(Integer.class).single();
    }

    /** The latest first. */
    List<Message> all() {
        return database.sql("""
                        SELECT id, at, sender, recipient, answer_to, subject, words, attached FROM post
                         ORDER BY id DESC LIMIT ?""")
                .param(MOST_SHOWN)
                .query((row, at) -> new Message(
                        row.getLong(1),
                        row.getObject(2, OffsetDateTime.class),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        row.getString(7),
                        row.getString(8)))
                .list();
    }

    Optional<byte[]> whole(long id) {
        return database.sql("SELECT whole FROM post WHERE id = ?")
                .param(id)
                .query((row, at) -> row.getBytes(1))
                .optional();
    }

    void empty() {
        database.sql("DELETE FROM post").update();
    }

    Temper temper() {
        return database.sql("SELECT delay_ms, break_every, break_when FROM post_temper")
                .query((row, at) -> new Temper(row.getInt(1), row.getInt(2), row.getString(3)))
                .single();
    }

    void setTemper(Temper temper) {
        database.sql("UPDATE post_temper SET delay_ms = ?, break_every = ?, break_when = ?")
                .params(temper.delayMs(), temper.breakEvery(), temper.breakWhen())
                .update();
    }

    List<Refused> refused() {
        return database.sql("SELECT address, answer FROM post_refused ORDER BY address")
                .query((row, at) -> new Refused(row.getString(1), row.getString(2)))
                .list();
    }

    /** What an address is refused with; empty where it is taken. */
    Optional<String> refusal(String address) {
        return database.sql("SELECT answer FROM post_refused WHERE address = lower(?)")
                .param(address)
                .query(String.class)
                .optional();
    }

    void refuse(String address, String answer) {
        database.sql("""
                        INSERT INTO post_refused (address, answer) VALUES (lower(?), ?)
                        ON CONFLICT (address) DO UPDATE SET answer = excluded.answer""").params(address, answer).update();
    }

    void refuseNoLonger(String address) {
        database.sql("DELETE FROM post_refused WHERE address = lower(?)")
                .param(address)
                .update();
    }
}
