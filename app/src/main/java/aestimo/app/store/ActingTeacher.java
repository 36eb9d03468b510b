package aestimo.app.store;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;

/** Whoever the present thread works for: the signed-in teacher, or the one named for work that is nobody's request. */
public final class ActingTeacher {
    private ActingTeacher() {}

    /** A principal that is a teacher. */
    public interface Principal {
        TeacherId id();
    }

    /** Empty where nobody is signed in. */
    public static Optional<TeacherId> current() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof Principal teacher
                ? Optional.of(teacher.id())
                : Optional.empty();
    }

    /** Does some work for a teacher outside any request, such as loading the demo. */
    public static <T> T as(TeacherId teacher, Supplier<T> work) {
        SecurityContext before = SecurityContextHolder.getContext();
        SecurityContext acting = SecurityContextHolder.createEmptyContext();
        Principal principal = () -> teacher;
        acting.setAuthentication(new UsernamePasswordAuthenticationToken(principal, "", List.of()));
        SecurityContextHolder.setContext(acting);
        try {
            return work.get();
        } finally {
            SecurityContextHolder.setContext(before);
        }
    }
}
