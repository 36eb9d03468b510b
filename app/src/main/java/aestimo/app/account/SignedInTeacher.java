package aestimo.app.account;

import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import java.io.Serializable;
import java.security.Principal;

/** Who is signed in. Lives in the session, so it holds only what never changes. */
public record SignedInTeacher(TeacherId id, String signIn) implements ActingTeacher.Principal, Principal, Serializable {
    @Override
    public String getName() {
        return signIn;
    }
}
