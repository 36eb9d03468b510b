package aestimo.app.web;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.core.MethodParameter;
import org.springframework.web.bind.support.WebDataBinderFactory;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.method.support.HandlerMethodArgumentResolver;
import org.springframework.web.method.support.ModelAndViewContainer;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Makes something of a request for the handlers that ask for it by its type. */
public abstract class HandlerArgument<T> implements WebMvcConfigurer, HandlerMethodArgumentResolver {
    private final Class<T> type;

    protected HandlerArgument(Class<T> type) {
        this.type = type;
    }

    protected abstract T read(NativeWebRequest request);

    @Override
    public void addArgumentResolvers(List<HandlerMethodArgumentResolver> resolvers) {
        resolvers.add(this);
    }

    @Override
    public boolean supportsParameter(MethodParameter parameter) {
        return parameter.getParameterType() == type;
    }

    @Override
    public Object resolveArgument(
            MethodParameter parameter,
            @Nullable ModelAndViewContainer container,
            NativeWebRequest request,
            @Nullable WebDataBinderFactory factory) {
        return read(request);
    }
}
