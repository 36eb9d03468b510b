package aestimo.app.door;

import aestimo.app.account.SignedInTeacher;
import org.springframework.security.core.AuthenticationException;

/** Name and password are right, and the account asks for a second step. */
final class SecondStepNeeded extends AuthenticationException {
    private final transient SignedInTeacher teacher;

    SecondStepNeeded(SignedInTeacher teacher) {
        super("a second step is asked for");
        this.teacher = teacher;
    }

    SignedInTeacher teacher() {
        return teacher;
    }
}
