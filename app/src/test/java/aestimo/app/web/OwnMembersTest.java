package aestimo.app.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.testing.RunningApp;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.context.support.StaticApplicationContext;
import org.thymeleaf.context.Context;
import org.thymeleaf.exceptions.TemplateProcessingException;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.spring6.dialect.SpringStandardDialect;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.StringTemplateResolver;

/** Templates say the same with what is remembered of our classes as without, and may do no more. */
@ExtendWith(RunningApp.class)
class OwnMembersTest {
    private static final String NOBODY = "nobody";

    interface Named {
        default String shown() {
            return "shown " + name();
        }

        String name();
    }

    record Line(String name, int points, boolean late, List<String> words) implements Named {
        public boolean isOpen() {
            return points == 0;
        }

        public String getTitle() {
            return name.toUpperCase(Locale.ROOT);
        }

        static String secret() {
            return "of the class, not of the line";
        }

        String inner() {
            return "not public";
        }

        public String broken() {
            throw new IllegalStateException("it fails");
        }
    }

    /** Another class at the same place of a template. */
    public static final class Other {
        public String name() {
            return "other";
        }

        public int getPoints() {
            return 7;
        }
    }

    private static String say(boolean remembered, String expression) {
        SpringTemplateEngine engine = new SpringTemplateEngine();
        engine.setTemplateResolver(new StringTemplateResolver());
        if (remembered) {
            engine.setDialect(new OwnMembers.Dialect(new SpringStandardDialect()));
        }
        ((StringTemplateResolver) engine.getTemplateResolvers().iterator().next()).setTemplateMode(TemplateMode.HTML);
        Context context = new Context(
                Locale.UK,
                Map.of(
                        "lines",
                        List.of(
                                new Line("quiz", 5, true, List.of("a", "b")),
                                new Other(),
                                Map.of("name", "of a map", "points", 3),
                                new Line("survey", 0, false, List.of())),
                        "line",
                        new Line("essay", 0, false, List.of("c"))));
        context.setVariable(
                ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME,
                new ThymeleafEvaluationContext(new StaticApplicationContext(), null));
        try {
            return engine.process("<p th:each=\"own : ${lines}\">[(" + expression + ")]</p>", context);
        } catch (TemplateProcessingException refused) {
            Throwable cause = refused;
            while (cause.getCause() != null) {
                cause = cause.getCause();
            }
            return cause.getClass().getSimpleName();
        }
    }

    @Test
    void templatesReadTheSameEitherWay() {
        for (String expression : List.of(
                "${own.name} + '|' + ${own.points}",
                "${line.name} + '|' + ${line.late} + '|' + ${line.open} + '|' + ${line.title} + '|' + ${line.words.size()} + '|' + ${line.shown}",
                "${line.words[0].length()} + '|' + ${line.name.bytes.length} + '|' + ${line?.title}",
                "${line.points + own.points} + '|' + ${own.name == 'quiz' ? line.title : own.name}")) {
            String usual = say(false, expression);
            assertThat(usual).as(expression).startsWith("<p>").contains("|");
            assertThat(say(true, expression)).as(expression).isEqualTo(usual);
        }
    }

    @Test
    void whatCannotOrMayNotBeReadIsRefusedTheSameEitherWay() {
        for (String expression : List.of(
                "${line.inner}",
                "${line.missing}",
                "${line.broken}",
                "${line.class.classLoader}",
                "${line.getClass().forName('java.lang.Runtime')}",
                "${own.missing}",
                "${" + NOBODY + ".name}")) {
            String usual = say(false, expression);
            assertThat(usual).as(expression).endsWith("Exception");
            assertThat(say(true, expression)).as(expression).isEqualTo(usual);
        }
    }

    @Test
    void onlyOursIsRead() {
        OwnMembers own = OwnMembers.INSTANCE;
        Line line = new Line("essay", 0, false, List.of());
        assertThat(own.canRead(null, line, "name")).isTrue();
        assertThat(own.canRead(null, line, "class")).isFalse();
        assertThat(own.canRead(null, line, "secret")).isFalse();
        assertThat(own.canRead(null, "text", "length")).isFalse();
        assertThat(own.canRead(null, null, "name")).isFalse();
        assertThat(own.canWrite(null, line, "name")).isFalse();
        assertThatThrownBy(() -> own.read(null, "text", "length")).hasMessageContaining("no own member");
        assertThatThrownBy(() -> own.write(null, line, "name", "x")).hasMessageContaining("alter nothing");
    }

    /** Else it would be quick in the tests alone. */
    @Test
    void theApplicationsOwnPagesAreReadThisWay(RunningApp app) {
        assertThat(app.bean(SpringTemplateEngine.class).getDialects())
                .filteredOn(SpringStandardDialect.class::isInstance)
                .hasSize(1)
                .first()
                .isInstanceOfSatisfying(
                        OwnMembers.Dialect.class,
                        dialect ->
                                assertThat(dialect.getEnableSpringELCompiler()).isTrue());
    }
}
