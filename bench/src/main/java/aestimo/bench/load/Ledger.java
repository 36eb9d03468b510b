package aestimo.bench.load;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;

/** The database by itself: accounts put there before typing begins, and what is there afterwards against what was typed. */
final class Ledger {
    private Ledger() {}

    /**
     * Adds accounts that sign in with {@link TypingTeacher#PASSWORD}. Signing in is slow on purpose, so all share one hash.
     *
     * @param connection as the tables' owner; closed at the end
     * @param name of the accounts, followed by their number, from 0
     */
    static void addAccounts(Connection connection, String name, int number) throws SQLException {
        String hash = "{bcrypt}" + new BCryptPasswordEncoder(4).encode(TypingTeacher.PASSWORD);
        try (connection;
                PreparedStatement insert = connection.prepareStatement(
                        "INSERT INTO teacher (sign_in, name, password_hash, created_at) VALUES (?, ?, ?, now())")) {
            for (int i = 0; i < number; i++) {
                insert.setString(1, name + i);
                insert.setString(2, "Teacher " + i);
                insert.setString(3, hash);
                insert.executeUpdate();
            }
        }
    }

    /**
     * Whether every entry is as it was typed last, and there is a change for each that was said to be kept, and no more.
     *
     * @param connection as the tables' owner; closed at the end
     * @param teachers all who typed anything
     */
    static boolean holds(Connection connection, List<TypingTeacher> teachers) throws SQLException {
        Map<String, String> typed = new HashMap<>();
        int acknowledged = 0;
        for (TypingTeacher teacher : teachers) {
            typed.putAll(teacher.typed());
            acknowledged += teacher.acknowledged();
        }
        int wrong = 0;
        int entries = 0;
        int changes;
        try (connection;
                PreparedStatement select =
                        connection.prepareStatement("SELECT assessment_id, enrolment_id, mark FROM entry");
                PreparedStatement count =
                        connection.prepareStatement("SELECT count(*) FROM change WHERE what = 'entry'");
                ResultSet rows = select.executeQuery();
                ResultSet counted = count.executeQuery()) {
            while (rows.next()) {
                String expected = typed.get(rows.getLong(1) + "." + rows.getLong(2));
                entries++;
                wrong += expected != null && new BigDecimal(expected).compareTo(rows.getBigDecimal(3)) == 0 ? 0 : 1;
            }
            counted.next();
            changes = counted.getInt(1);
        }
        System.out.printf(
                "typed into %d cells, in the database %d entries, %d of them not as typed last; kept said %d times, %d changes recorded%n",
                typed.size(), entries, wrong, acknowledged, changes);
        return wrong == 0 && entries == typed.size() && changes == acknowledged;
    }
}
