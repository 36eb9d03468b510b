package aestimo.app.web;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Objects;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.context.request.NativeWebRequest;

/** Hands {@link FormFields} to controllers that ask for them. */
@Configuration
class PageArguments extends HandlerArgument<FormFields> {
    PageArguments() {
        super(FormFields.class);
    }

    @Override
    protected FormFields read(NativeWebRequest request) {
        return new FormFields(Objects.requireNonNull(request.getNativeRequest(HttpServletRequest.class)));
    }
}
