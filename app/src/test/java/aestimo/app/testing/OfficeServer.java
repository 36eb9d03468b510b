package aestimo.app.testing;

import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The packaged school office in a process of its own, and what it keeps. */
public final class OfficeServer extends OfficeProcess {
    private static final Map<TestCluster, OfficeServer> ALL = new HashMap<>();

    private OfficeServer(TestCluster cluster) {
        super(cluster, "school office");
    }

    /** Keeps what it receives in its own schema of a cluster; one office for each. */
    public static synchronized OfficeServer on(TestCluster cluster) {
        OfficeServer office = ALL.computeIfAbsent(cluster, OfficeServer::new);
        if (!office.isStarted()) {
            office.start();
        }
        return office;
    }

    @Override
    List<String> arguments() {
        return List.of();
    }

    @Override
    void settings(int pagePort, Map<String, String> environment) {
        environment.put("AESTIMO_OFFICE_PORT", Integer.toString(pagePort));
    }

    /** @param how {@code 500}, {@code 429}, {@code hang} or {@code after} keeping it */
    public void behave(int delayMs, int failEvery, String how) {
        run("UPDATE temper SET delay_ms = " + delayMs + ", fail_every = " + failEvery + ", fail_how = '" + how + "'");
    }

    /** The days between which the results of Term 2 are taken. */
    public void takeTermTwo(String from, String to) {
        run("INSERT INTO takes VALUES ('tls-g2', '" + from + "', '" + to
                + "') ON CONFLICT (session_id) DO UPDATE SET from_day = excluded.from_day, to_day = excluded.to_day");
    }

    public void refuse(String number, String reason) {
        run("INSERT INTO refused VALUES ('tls-s" + number + "', '" + reason + "')");
    }

    public void refuseNobody() {
        run("DELETE FROM refused");
    }

    /** What was received: “Term 2 result 2201 84.0 6 ×1”, a line for each, in order. */
    public List<String> received() {
        return lines("""
                SELECT concat_ws(' ', k.body ->> 'title', replace(r.student_id, 'tls-s', ''), r.body ->> 'score',
                                 r.body ->> 'textScore', '×' || r.times)
                  FROM office.result r JOIN office.kept k ON k.kind = 'lineItems' AND k.id = r.line_item_id ORDER BY 1""");
    }

    /** Forgets all that was received, and how to misbehave. */
    public void beginAnew() {
        run("DELETE FROM result; DELETE FROM kept; DELETE FROM refused; DELETE FROM takes");
        behave(0, 0, "500");
    }
}
