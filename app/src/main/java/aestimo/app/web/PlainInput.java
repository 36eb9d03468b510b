package aestimo.app.web;

import aestimo.core.typed.PlainText;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.deser.jdk.StringDeserializer;
import tools.jackson.databind.module.SimpleModule;

/** Leaves out of whatever is sent the characters nothing can hold, before anything reads it. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class PlainInput extends OncePerRequestFilter {
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        chain.doFilter(new Plain(request), response);
    }

    /** The same for what a script sends as JSON. */
    @Bean
    static JacksonModule plainTexts() {
        return new SimpleModule().addDeserializer(String.class, new PlainStrings());
    }

    private static final class PlainStrings extends StringDeserializer {
        @Override
        public @Nullable String deserialize(JsonParser in, DeserializationContext context) {
            String text = super.deserialize(in, context);
            return text == null ? null : PlainText.of(text);
        }
    }

    private static final class Plain extends HttpServletRequestWrapper {
        Plain(HttpServletRequest request) {
            super(request);
        }

        @Override
        public @Nullable String getParameter(String name) {
            String value = super.getParameter(name);
            return value == null ? null : PlainText.of(value);
        }

        @Override
        public String @Nullable [] getParameterValues(String name) {
            String[] values = super.getParameterValues(name);
            return values == null
                    ? null
                    : Arrays.stream(values).map(PlainText::of).toArray(String[]::new);
        }

        @Override
        public Map<String, String[]> getParameterMap() {
            Map<String, String[]> plain = new LinkedHashMap<>();
            super.getParameterMap().keySet().forEach(name -> plain.put(name, getParameterValues(name)));
            return plain;
        }
    }
}
