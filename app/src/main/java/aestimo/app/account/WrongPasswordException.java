package aestimo.app.account;

/** The present password that was typed is not the account's. */
public final class WrongPasswordException extends RuntimeException {
    WrongPasswordException() {
        super("wrong present password");
    }
}
