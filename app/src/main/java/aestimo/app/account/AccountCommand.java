package aestimo.app.account;

import aestimo.app.web.FormException;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import org.springframework.boot.WebApplicationType;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;

/** {@code account add SIGN-IN NAME}: makes an account; the password is the first line of standard input. */
public final class AccountCommand {
    private AccountCommand() {}

    /** @return the exit code: 0 done, 2 with the reason on standard error */
    public static int run(Class<?> application, String[] args) {
        if (args.length != 4 || !args[1].equals("add")) {
            System.err.println("usage: account add SIGN-IN NAME   (the password is read from standard input)");
            return 2;
        }
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(application)
                .web(WebApplicationType.NONE)
                .run()) {
            BufferedReader in = new BufferedReader(new InputStreamReader(System.in, StandardCharsets.UTF_8));
            String password = in.readLine();
            context.getBean(AccountService.class).create(args[2], args[3], password == null ? "" : password);
            System.out.println("The account " + args[2] + " is made.");
            return 0;
        } catch (FormException refused) {
            refused.problems().forEach(System.err::println);
            return 2;
        } catch (IOException unreadable) {
            System.err.println("The password could not be read from standard input: " + unreadable.getMessage());
            return 2;
        }
    }
}
