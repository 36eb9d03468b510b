package aestimo.app.testing;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The packaged post room in a process of its own, where the application of a cluster sends its mail. */
public final class PostServer extends OfficeProcess {
    private static final Map<TestCluster, PostServer> ALL = new HashMap<>();

    private final int mailPort;

    private PostServer(TestCluster cluster) {
        super(cluster, "post room");
        this.mailPort = cluster.mailPort();
    }

    /** One for each cluster, empty and well-behaved. */
    public static synchronized PostServer on(TestCluster cluster) {
        PostServer post = ALL.computeIfAbsent(cluster, PostServer::new);
        if (!post.isStarted()) {
            post.start();
        }
        return post;
    }

    @Override
    List<String> arguments() {
        return List.of("post");
    }

    @Override
    void settings(int pagePort, Map<String, String> environment) {
        environment.put("AESTIMO_POST_PAGE_PORT", Integer.toString(pagePort));
        environment.put("AESTIMO_POST_PORT", Integer.toString(mailPort));
    }

    /**
     * Misbehaves from now on.
     *
     * @param breakEvery of so many messages the line breaks with one; 0 for none
     * @param when {@code before} or {@code after} it is kept
     */
    public void behave(int delayMs, int breakEvery, String when) {
        run("UPDATE post_temper SET delay_ms = " + delayMs + ", break_every = " + breakEvery + ", break_when = '" + when
                + "'");
    }

    /** Takes what comes while something is done, however long that takes, and says only afterwards that it has it. */
    public void holdWhile(Runnable done) {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            statement.execute("LOCK TABLE post IN SHARE MODE");
            done.run();
            connection.rollback();
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
    }

    public void refuse(String address, String answer) {
        run("INSERT INTO post_refused VALUES ('" + address + "', '" + answer + "')");
    }

    public void refuseNobody() {
        run("DELETE FROM post_refused");
    }

    public void beginAnew() {
        run("DELETE FROM post; DELETE FROM post_refused");
        behave(0, 0, "after");
    }

    /** A message that arrived. */
    public record Arrived(
            String recipient,
            String sender,
            String answerTo,
            String subject,
            String words,
            String attached,
            byte[] whole) {}

    /** In the order they came in. */
    public List<Arrived> arrived() {
        List<Arrived> all = new ArrayList<>();
        try (Connection connection = connection();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "SELECT recipient, sender, answer_to, subject, words, attached, whole FROM post ORDER BY id")) {
            while (row.next()) {
                all.add(new Arrived(
                        row.getString(1),
                        row.getString(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        row.getBytes(7)));
            }
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
        return all;
    }

    /** The addresses that got something, in the order they did. */
    public List<String> recipients() {
        return arrived().stream().map(Arrived::recipient).toList();
    }
}
