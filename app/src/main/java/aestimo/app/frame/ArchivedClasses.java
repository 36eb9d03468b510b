package aestimo.app.frame;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassRow;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Nothing in an archived class is altered, whatever page or script asks for it; it can be read, brought back or deleted. */
@Configuration
@ControllerAdvice
class ArchivedClasses implements WebMvcConfigurer, HandlerInterceptor {
    private static final String OWN_PAGE = "/groundwork/class";
    private static final List<String> ALLOWED = List.of(OWN_PAGE + "/archive", OWN_PAGE + "/delete");

    private final ObjectProvider<BookService> books;

    /** @param books asked for once it is needed: what pages are made of comes after the pages' own set-up */
    ArchivedClasses(ObjectProvider<BookService> books) {
        this.books = books;
    }

    /** Something in an archived class was to be altered. */
    static final class ArchivedException extends FormException {
        private final long classId;

        private ArchivedException(ClassRow row) {
            super(row.title() + " is archived, so nothing was changed. Bring it back first, under Groundwork, Class.");
            this.classId = row.id();
        }
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/classes/*/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        boolean reads = request.getMethod().equals("GET") || request.getMethod().equals("HEAD");
        long classId = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE) instanceof Map<?, ?> own
                ? FormFields.toNumber(String.valueOf(own.get("classId")))
                : 0;
        if (!reads
                && classId != 0
                && ALLOWED.stream().noneMatch(request.getRequestURI()::endsWith)
                && request.getUserPrincipal() instanceof Authentication signedIn
                && signedIn.getPrincipal() instanceof SignedInTeacher teacher) {
            ClassRow row = books.getObject().classRow(teacher.id(), classId);
            if (row.archived()) {
                throw new ArchivedException(row);
            }
        }
        return true;
    }

    /** Said on the page where it can be brought back; a script is told in words, and keeps what was typed. */
    @ExceptionHandler(ArchivedException.class)
    Object refused(ArchivedException refused, HttpServletRequest request, RedirectAttributes flash) {
        if (request.getHeader("X-Aestimo") != null) {
            return ResponseEntity.status(HttpStatus.UNPROCESSABLE_CONTENT)
                    .body(Map.of(Sent.PROBLEMS, refused.problems()));
        }
        flash.addFlashAttribute(Sent.PROBLEMS, refused.problems());
        return "redirect:/classes/" + refused.classId + OWN_PAGE;
    }
}
