package aestimo.app.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import aestimo.app.testing.RunningApp;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.context.support.StaticApplicationContext;
import org.springframework.expression.AccessException;
import org.springframework.expression.EvaluationContext;
import org.springframework.expression.spel.support.ReflectivePropertyAccessor;
import org.thymeleaf.context.Context;
import org.thymeleaf.exceptions.TemplateProcessingException;
import org.thymeleaf.spring6.SpringTemplateEngine;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;
import org.thymeleaf.templatemode.TemplateMode;
import org.thymeleaf.templateresolver.StringTemplateResolver;

/** Templates say the same with what is remembered of our classes as without, and may do no more. */
@ExtendWith(RunningApp.class)
class OwnMembersTest {
    private static final String NOBODY = "nobody";

    /** As text, and in an attribute in which less may be named. */
    private static final String TEMPLATE =
            "<p th:each=\"own : ${lines}\" th:utext=\"$it\" th:cx=\"$it\" th:title=\"$it\"></p>";

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
            engine.setEngineContextFactory(new OwnMembers.Contexts());
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
            return engine.process(TEMPLATE.replace("$it", expression), context);
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
            assertThat(usual).as(expression).startsWith("<p cx=").contains("|");
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

    /** What is not ours goes through the accessor that was there, also where ours was read at the same place before. */
    @Test
    void onlyOursIsRead() throws AccessException {
        ReflectivePropertyAccessor nothing = new ReflectivePropertyAccessor() {
            @Override
            public boolean canRead(EvaluationContext context, @Nullable Object target, String name) {
                return false;
            }
        };
        OwnMembers own = new OwnMembers(nothing);
        Line line = new Line("essay", 0, false, List.of());
        assertThat(own.canRead(null, line, "name")).isTrue();
        assertThat(own.read(null, line, "name").getValue()).isEqualTo("essay");
        for (String name : List.of("class", "secret", "inner")) {
            assertThat(own.canRead(null, line, name)).as(name).isFalse();
        }
        assertThat(own.canRead(null, "text", "length")).isFalse();
        assertThatThrownBy(() -> own.read(null, "text", "length")).hasMessageContaining("cannot read length");
        assertThatThrownBy(() -> own.read(null, null, "name")).hasMessageContaining("cannot read name");
        assertThat(own.canWrite(null, line, "name")).isFalse();
        assertThatThrownBy(() -> own.write(null, line, "name", "x")).hasMessageContaining("alter nothing");
    }

    /** Else it would be quick in the tests alone. */
    @Test
    void theApplicationsOwnPagesAreReadThisWay(RunningApp app) {
        Context context = new Context();
        ThymeleafEvaluationContext own = new ThymeleafEvaluationContext(new StaticApplicationContext(), null);
        context.setVariable(ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME, own);
        app.bean(SpringTemplateEngine.class)
                .getConfiguration()
                .getEngineContextFactory()
                .createEngineContext(app.bean(SpringTemplateEngine.class).getConfiguration(), null, null, context);
        for (boolean restricted : new boolean[] {true, false}) {
            own.setVariableAccessRestricted(restricted);
            assertThat(own.getPropertyAccessors())
                    .hasAtLeastOneElementOfType(OwnMembers.class)
                    .noneMatch(ReflectivePropertyAccessor.class::isInstance);
        }
        assertThat(own.isVariableAccessRestricted()).isFalse();
    }
}
