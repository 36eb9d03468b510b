package aestimo.app.store;

import javax.sql.DataSource;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.support.JdbcTransactionManager;
import org.springframework.session.jdbc.PostgreSqlJdbcIndexedSessionRepositoryCustomizer;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sessions have transactions of their own, for nobody: they are read to learn who is signed in, so asking who is signed
 * in before reading them would never end.
 */
@Configuration
class SessionTransactions {
    /** Two requests of one page may write the same attribute at once: the later one wins, neither fails. */
    @Bean
    PostgreSqlJdbcIndexedSessionRepositoryCustomizer sessionsInPostgreSql() {
        return new PostgreSqlJdbcIndexedSessionRepositoryCustomizer();
    }

    @Bean
    TransactionOperations springSessionTransactionOperations(DataSource dataSource) {
        TransactionTemplate plain = new TransactionTemplate(new JdbcTransactionManager(dataSource));
        plain.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
        return plain;
    }
}
