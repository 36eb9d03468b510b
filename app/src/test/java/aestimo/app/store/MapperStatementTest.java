package aestimo.app.store;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.changes.ChangeFilter;
import aestimo.app.testing.RunningApp;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.ibatis.mapping.MappedStatement;
import org.apache.ibatis.mapping.SqlCommandType;
import org.apache.ibatis.session.Configuration;
import org.apache.ibatis.session.SqlSessionFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(RunningApp.class)
class MapperStatementTest {
    /** Read before anybody is signed in; every other mapper is bound to a teacher. */
    private static final List<String> DOOR = List.of("aestimo.app.account.", "aestimo.app.door.");
    /** Ask functions of the database for whom there is work or what is over, and the pace of all mail; no teacher's rows. */
    private static final List<String> OF_NOBODY = List.of(
            "aestimo.app.sending.SendingMapper.findDue",
            "aestimo.app.jobs.JobMapper.findDue",
            "aestimo.app.jobs.JobMapper.forgetOldFiles",
            "aestimo.app.book.BookMapper.mergeWrites",
            "aestimo.app.mail.MailMapper.takePlace",
            "aestimo.app.events.SecurityEventMapper.deleteBefore",
            "aestimo.app.erase.EraseMapper.forgetOld",
            // These ask who is acting by themselves.
            "aestimo.app.erase.EraseMapper.erase",
            "aestimo.app.erase.EraseMapper.rewriteSealed",
            "aestimo.app.erase.EraseMapper.eraseAccount");

    @Test
    void everyStatementIsBoundToTheSignedInTeacher(RunningApp app) {
        Configuration configuration = app.bean(SqlSessionFactory.class).getConfiguration();
        // Each statement stands under its full name and, without a dot, under its short one.
        List<MappedStatement> statements = configuration.getMappedStatementNames().stream()
                .filter(name ->
                        name.contains(".") && DOOR.stream().noneMatch(name::startsWith) && !OF_NOBODY.contains(name))
                .map(configuration::getMappedStatement)
                .toList();
        assertThat(statements).hasSizeGreaterThan(30);
        for (MappedStatement statement : statements) {
            Map<String, Object> parameters = new HashMap<>();
            for (String list : List.of("kept", "entries", "assessments", "enrolments", "numbers")) {
                parameters.put(list, List.of(1L));
            }
            parameters.put("filter", ChangeFilter.only(0));
            var bound = statement.getBoundSql(parameters);
            assertThat(bound.getParameterMappings())
                    .as(statement.getId())
                    .anyMatch(parameter -> parameter.getProperty().equals("teacher"));
            assertThat(bound.getSql()).as(statement.getId()).contains("teacher_id");
            if (statement.getSqlCommandType() == SqlCommandType.UPDATE
                    || statement.getSqlCommandType() == SqlCommandType.DELETE) {
                assertThat(bound.getSql().replaceAll("\\s+", " "))
                        .as(statement.getId())
                        .containsPattern("teacher_id = \\?");
            }
        }
    }
}
