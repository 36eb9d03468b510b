package aestimo.app.door;

import aestimo.app.account.AccountService;
import aestimo.app.erase.EraseService;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * What an administrator does with accounts: {@code account add SIGN-IN NAME} makes one, {@code account reset SIGN-IN
 * [--without-second-step]} gives it another password and signs it out everywhere; the password is the first line of
 * standard input. {@code account delete SIGN-IN} deletes it with all its classes, once that line is the sign-in name again.
 */
public final class AccountCommand {
    private static final String WITHOUT = "--without-second-step";

    private AccountCommand() {}

    /** @return the exit code: 0 done, 2 with the reason on standard error */
    public static int run(Class<?> application, String[] args) {
        List<String> words = List.of(args);
        boolean adds = words.size() == 4 && words.get(1).equals("add");
        boolean resets = words.size() >= 3
                && words.get(1).equals("reset")
                && (words.size() == 3 || words.size() == 4 && words.get(3).equals(WITHOUT));
        boolean deletes = words.size() == 3 && words.get(1).equals("delete");
        if (!adds && !resets && !deletes) {
            System.err.println("usage: account add SIGN-IN NAME, account reset SIGN-IN [" + WITHOUT
                    + "] (the password is read from standard input), or account delete SIGN-IN");
            return 2;
        }
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(application)
                .web(WebApplicationType.NONE)
                .run()) {
            BufferedReader in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
            String line = in.readLine();
            String password = line == null ? "" : line;
            String signIn = words.get(2);
            if (adds) {
                context.getBean(AccountService.class).create(signIn, words.get(3), password);
                System.out.println("The account " + signIn + " is made.");
            } else if (deletes) {
                delete(context, signIn, password);
            } else {
                context.getBean(PasswordService.class).reset(signIn, password, words.contains(WITHOUT));
                System.out.println("The account " + signIn + " has its new password, and is signed out everywhere.");
            }
            return 0;
        } catch (FormException refused) {
            refused.problems().forEach(System.err::println);
            return 2;
        } catch (IOException unreadable) {
            System.err.println("The password could not be read from standard input: " + unreadable.getMessage());
            return 2;
        }
    }

    private static void delete(ConfigurableApplicationContext context, String signIn, String typed) {
        TeacherId teacher = context.getBean(AccountService.class)
                .find(signIn)
                .orElseThrow(() -> new FormException("There is no account with the sign-in name " + signIn + "."));
        if (!typed.strip().equalsIgnoreCase(signIn)) {
            throw new FormException("“" + typed.strip() + "” is not the sign-in name. Nothing was deleted.");
        }
        ActingTeacher.as(teacher, () -> context.getBean(EraseService.class).eraseAccount());
        System.out.println("The account " + signIn + " is deleted, with all its classes, students and returns.");
    }
}
