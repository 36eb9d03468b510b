package aestimo.app.events;

import java.time.OffsetDateTime;

/**
 * One event, as its account's owner sees it.
 *
 * @param address the network address it came from; empty for work that nobody's request began
 * @param detail ids and counts, never a student's name or mark; may be empty
 */
public record SecurityEvent(OffsetDateTime at, Kind kind, String address, String detail) {
    /** What happened. */
    public enum Kind {
        SIGNED_IN("Signed in"),
        WRONG_PASSWORD("Sign-in with a wrong password"),
        MADE_TO_WAIT("Sign-in refused after too many wrong ones"),
        WRONG_SECOND_STEP("Sign-in with a wrong code or passkey"),
        RECOVERY_CODE_USED("Signed in with a recovery code"),
        SIGNED_OUT("Signed out"),
        ENDED_ELSEWHERE("Signed out elsewhere"),
        PASSWORD_CHANGED("Password changed"),
        PASSWORD_REFUSED("Change refused: the present password was wrong"),
        PASSWORD_RESET("Password reset by the administrator"),
        SECOND_STEP_ON("Second step added"),
        SECOND_STEP_OFF("Second step removed"),
        RECOVERY_CODES_MADE("New recovery codes"),
        EXPORTED("File exported"),
        SENT("Sent"),
        SCHOOL_CHANGED("Connection to the school changed"),
        ERASED("Erased");

        private final String words;

        Kind(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }
}
