package aestimo.app.store;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import javax.sql.DataSource;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Primary;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.DefaultTransactionStatus;

/**
 * Tells PostgreSQL at the start of each transaction which teacher it is for. Row-level security then hides everybody
 * else's rows; where nobody is signed in it hides them all. What a transaction leaves is checked before it is committed.
 */
@Component("transactionManager")
@Primary
class TeacherTransactions extends JdbcTransactionManager {
    private final ObjectProvider<BeforeCommit> checks;

    /** @param checks found only when they are needed: they have transactions themselves */
    TeacherTransactions(DataSource dataSource, ObjectProvider<BeforeCommit> checks) {
        super(dataSource);
        this.checks = checks;
    }

    @Override
    protected void doCommit(DefaultTransactionStatus status) {
        if (status.isReadOnly()) {
            super.doCommit(status);
        } else {
            Commits.noting(() -> super.doCommit(status));
        }
    }

    @Override
    protected void prepareForCommit(DefaultTransactionStatus status) {
        if (status.isNewTransaction() && !status.isReadOnly()) {
            ActingTeacher.current().ifPresent(teacher -> checks.forEach(own -> own.check(teacher)));
        }
    }

    /** Who is signed in may have to be read from the session first: before a connection is held, not while. */
    @Override
    protected void doBegin(Object transaction, TransactionDefinition definition) {
        ActingTeacher.current();
        super.doBegin(transaction, definition);
    }

    @Override
    protected void prepareTransactionalConnection(Connection connection, TransactionDefinition definition)
            throws SQLException {
        super.prepareTransactionalConnection(connection, definition);
        try (PreparedStatement tell = connection.prepareStatement("SELECT set_config('aestimo.teacher', ?, true)")) {
            tell.setString(1, ActingTeacher.current().map(TeacherId::toString).orElse(""));
            tell.execute();
        }
    }
}
