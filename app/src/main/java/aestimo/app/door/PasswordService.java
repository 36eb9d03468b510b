package aestimo.app.door;

import aestimo.app.account.AccountService;
import aestimo.app.account.SignedInTeacher;
import aestimo.app.account.WrongPasswordException;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import org.springframework.stereotype.Service;

/** Changing a password, and asking for the present one before something that matters. */
@Service
public class PasswordService {
    private final AccountService accounts;
    private final SessionService sessions;
    private final SecondStepService secondSteps;
    private final Throttle throttle;
    private final SecurityEvents events;

    PasswordService(
            AccountService accounts,
            SessionService sessions,
            SecondStepService secondSteps,
            Throttle throttle,
            SecurityEvents events) {
        this.accounts = accounts;
        this.sessions = sessions;
        this.secondSteps = secondSteps;
        this.throttle = throttle;
        this.events = events;
    }

    /**
     * Changes it, and signs the account out everywhere else.
     *
     * @param session the present one, which stays
     * @return how many others were ended
     * @throws FormException when the present password is wrong, or the new one will not do
     */
    public int change(SignedInTeacher teacher, String present, String fresh, String session) {
        guarded(teacher.id(), () -> accounts.changePassword(teacher.id(), present, fresh));
        events.record(teacher.id(), Kind.PASSWORD_CHANGED);
        return sessions.endOthers(teacher.signIn(), session);
    }

    /**
     * Goes on only where the present password is right. Wrong ones are counted, and make wait.
     *
     * @throws FormException at {@code present} otherwise
     */
    public void demand(TeacherId teacher, String present) {
        guarded(teacher, () -> accounts.demandPassword(teacher, present));
    }

    private void guarded(TeacherId teacher, Runnable work) {
        Throttle.Begun begun = throttle.begin(Throttle.within("present password", teacher));
        if (begun.mustWait()) {
            throw FormException.at(
                    "present",
                    "Too many wrong passwords. Wait " + begun.seconds()
                            + " seconds, then try again. Nothing was changed.");
        }
        try {
            work.run();
        } catch (WrongPasswordException wrong) {
            events.record(teacher, Kind.PASSWORD_REFUSED);
            throw FormException.at("present", "The present password is not right. Nothing was changed.");
        } catch (FormException otherwise) {
            throttle.right(begun);
            throw otherwise;
        }
        throttle.right(begun);
    }

    /**
     * Sets a password anew for somebody who has lost it, and signs the account out everywhere.
     *
     * @param withoutSecondStep whether codes and passkeys are removed too
     * @throws FormException when there is no such account, or the password will not do
     */
    public void reset(String signIn, String fresh, boolean withoutSecondStep) {
        String name = AccountService.canonical(signIn);
        TeacherId teacher = accounts.find(name)
                .orElseThrow(() -> new FormException("There is no account with the sign-in name " + name + "."));
        accounts.resetPassword(teacher, fresh);
        if (withoutSecondStep) {
            ActingTeacher.as(teacher, () -> {
                secondSteps.removeAll(teacher, name);
                return null;
            });
        }
        sessions.endOthers(name, "");
        events.record(teacher, Kind.PASSWORD_RESET, withoutSecondStep ? "without second step" : "");
    }
}
