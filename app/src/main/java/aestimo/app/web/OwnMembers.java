package aestimo.app.web;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.expression.AccessException;
import org.springframework.expression.EvaluationContext;
import org.springframework.expression.PropertyAccessor;
import org.springframework.expression.TypedValue;
import org.springframework.expression.spel.support.ReflectivePropertyAccessor;
import org.springframework.util.StringUtils;
import org.thymeleaf.IEngineConfiguration;
import org.thymeleaf.context.IContext;
import org.thymeleaf.context.IEngineContext;
import org.thymeleaf.context.IEngineContextFactory;
import org.thymeleaf.context.StandardEngineContextFactory;
import org.thymeleaf.engine.TemplateData;
import org.thymeleaf.spring6.expression.ThymeleafEvaluationContext;

/**
 * Reads what templates name of our own classes: a public method without parameters, {@code getX}, {@code isX} or {@code x}.
 * The accessor templates come with looks the method up anew each time a template names it, thousands of times for a page;
 * this one remembers it. Whatever is not ours is left to that one, with all it forbids.
 */
final class OwnMembers implements PropertyAccessor {
    private static final String OURS = "aestimo.";
    private static final ClassValue<Map<String, Optional<Method>>> KNOWN = new ClassValue<>() {
        @Override
        protected Map<String, Optional<Method>> computeValue(Class<?> type) {
            return new ConcurrentHashMap<>();
        }
    };

    private final PropertyAccessor others;

    /** @param others reads what is not ours */
    OwnMembers(PropertyAccessor others) {
        this.others = others;
    }

    @Override
    public Class<?> @Nullable [] getSpecificTargetClasses() {
        return others.getSpecificTargetClasses();
    }

    @Override
    public boolean canRead(EvaluationContext context, @Nullable Object target, String name) throws AccessException {
        return method(target, name).isPresent() || others.canRead(context, target, name);
    }

    /** What was asked of one object is read of the next without asking again, so whether it may be read is asked here too. */
    @Override
    public TypedValue read(EvaluationContext context, @Nullable Object target, String name) throws AccessException {
        Optional<Method> method = method(target, name);
        if (method.isEmpty()) {
            if (!others.canRead(context, target, name)) {
                throw new AccessException("cannot read " + name);
            }
            return others.read(context, target, name);
        }
        try {
            return new TypedValue(method.get().invoke(target));
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

    /** Puts them in before a page is made, in the place of the accessor of whatever has members. */
    static final class Contexts implements IEngineContextFactory {
        private final IEngineContextFactory usual = new StandardEngineContextFactory();

        @Override
        public IEngineContext createEngineContext(
                IEngineConfiguration configuration,
                @Nullable TemplateData template,
                @Nullable Map<String, Object> attributes,
                IContext context) {
            if (context.getVariable(ThymeleafEvaluationContext.THYMELEAF_EVALUATION_CONTEXT_CONTEXT_VARIABLE_NAME)
                    instanceof ThymeleafEvaluationContext own) {
                // It has other accessors for attributes in which less may be named.
                for (boolean restricted : new boolean[] {true, false}) {
                    own.setVariableAccessRestricted(restricted);
                    own.getPropertyAccessors()
                            .replaceAll(accessor -> accessor instanceof ReflectivePropertyAccessor
                                    ? new OwnMembers(accessor)
                                    : accessor);
                }
            }
            return usual.createEngineContext(configuration, template, attributes, context);
        }
    }
}
