package aestimo.app.web;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.expression.AccessException;
import org.springframework.expression.EvaluationContext;
import org.springframework.expression.PropertyAccessor;
import org.springframework.expression.TypedValue;
import org.springframework.util.StringUtils;
import org.thymeleaf.context.IExpressionContext;
import org.thymeleaf.spring6.dialect.SpringStandardDialect;
import org.thymeleaf.spring6.expression.SPELVariableExpressionEvaluator;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;
import org.thymeleaf.standard.expression.IStandardVariableExpression;
import org.thymeleaf.standard.expression.IStandardVariableExpressionEvaluator;
import org.thymeleaf.standard.expression.StandardExpressionExecutionContext;

/**
 * Reads what templates name of our own classes: a public method without parameters, {@code getX}, {@code isX} or {@code x}.
 * The accessor templates come with looks the method up anew each time a template names it, thousands of times for a page;
 * this one remembers it. Whatever is not ours is left to that one, with all it forbids.
 */
final class OwnMembers implements PropertyAccessor {
    static final OwnMembers INSTANCE = new OwnMembers();
    private static final String OURS = "aestimo.";
    private static final ClassValue<Map<String, Optional<Method>>> KNOWN = new ClassValue<>() {
        @Override
        protected Map<String, Optional<Method>> computeValue(Class<?> type) {
            return new ConcurrentHashMap<>();
        }
    };

    private OwnMembers() {}

    /** For every type; it is asked first. */
    @Override
    public Class<?> @Nullable [] getSpecificTargetClasses() {
        return null;
    }

    @Override
    public boolean canRead(EvaluationContext context, @Nullable Object target, String name) {
        return method(target, name).isPresent();
    }

    @Override
    public TypedValue read(EvaluationContext context, @Nullable Object target, String name) throws AccessException {
        Method method = method(target, name).orElseThrow(() -> new AccessException("no own member " + name));
        try {
            return new TypedValue(method.invoke(target));
        } catch (IllegalAccessException | InvocationTargetException failed) {
            throw new AccessException("cannot read " + name, failed);
        }
    }

    @Override
    public boolean canWrite(EvaluationContext context, @Nullable Object target, String name) {
        return false;
    }

    @Override
    public void write(EvaluationContext context, @Nullable Object target, String name, @Nullable Object value)
            throws AccessException {
        throw new AccessException("templates alter nothing");
    }

    private static Optional<Method> method(@Nullable Object target, String name) {
        return target == null
                ? Optional.empty()
                : KNOWN.get(target.getClass()).computeIfAbsent(name, own -> find(target.getClass(), own));
    }

    private static Optional<Method> find(Class<?> type, String name) {
        if (!type.getName().startsWith(OURS)) {
            return Optional.empty();
        }
        String capitalized = StringUtils.capitalize(name);
        Optional<Method> found = Stream.of("get" + capitalized, "is" + capitalized, name)
                .flatMap(each -> Stream.of(type.getMethods())
                        .filter(method -> method.getName().equals(each) && isReadable(method)))
                .findFirst();
        // Of a class that is not public itself.
        found.ifPresent(method -> method.setAccessible(true));
        return found;
    }

    private static boolean isReadable(Method method) {
        return method.getParameterCount() == 0
                && !method.isBridge()
                && !Modifier.isStatic(method.getModifiers())
                && method.getReturnType() != void.class
                && method.getDeclaringClass() != Object.class;
    }

    /** The usual dialect, but that {@link OwnMembers} are asked first. */
    static final class Dialect extends SpringStandardDialect implements IStandardVariableExpressionEvaluator {
        /** @param usual in whose place it is put */
        Dialect(SpringStandardDialect usual) {
            setEnableSpringELCompiler(usual.getEnableSpringELCompiler());
            setRenderHiddenMarkersBeforeCheckboxes(usual.getRenderHiddenMarkersBeforeCheckboxes());
        }

        @Override
        public IStandardVariableExpressionEvaluator getVariableExpressionEvaluator() {
            return this;
        }

        @Override
        public Object evaluate(
                IExpressionContext context,
                IStandardVariableExpression expression,
                StandardExpressionExecutionContext how) {
            if (context.getVariable(ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME)
                    instanceof ThymeleafEvaluationContext own) {
                List<PropertyAccessor> accessors = own.getPropertyAccessors();
                if (accessors.get(0) != INSTANCE) {
                    List<PropertyAccessor> more = new ArrayList<>(accessors);
                    more.add(0, INSTANCE);
                    own.setPropertyAccessors(more);
                }
            }
            return SPELVariableExpressionEvaluator.INSTANCE.evaluate(context, expression, how);
        }
    }
}
