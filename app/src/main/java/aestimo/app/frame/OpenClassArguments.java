package aestimo.app.frame;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.web.FormFields;
import aestimo.app.web.HandlerArgument;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.security.core.Authentication;
import org.springframework.web.context.request.NativeWebRequest;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.servlet.HandlerMapping;

/** Opens the class an address names, for handlers that ask for an {@link OpenClass}. */
@Configuration
class OpenClassArguments extends HandlerArgument<OpenClass> {
    private final ObjectProvider<BookService> books;

    /** @param books asked for once it is needed: what pages are made of comes after the pages' own set-up */
    OpenClassArguments(ObjectProvider<BookService> books) {
        super(OpenClass.class);
        this.books = books;
    }

    @Override
    protected OpenClass read(NativeWebRequest request) {
        SignedInTeacher teacher = (SignedInTeacher) Objects.requireNonNull(
                ((Authentication) Objects.requireNonNull(request.getUserPrincipal())).getPrincipal());
        Map<String, String> parameters = new HashMap<>();
        request.getParameterMap().forEach((name, values) -> parameters.put(name, values[0]));
        return new OpenClass(teacher, books.getObject().open(teacher.id(), classId(request)), parameters);
    }

    private static long classId(NativeWebRequest request) {
        Map<?, ?> variables = (Map<?, ?>) Objects.requireNonNull(
                request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE, RequestAttributes.SCOPE_REQUEST));
        return FormFields.toNumber(String.valueOf(variables.get("classId")));
    }
}
