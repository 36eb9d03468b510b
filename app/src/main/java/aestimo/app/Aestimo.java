package aestimo.app;

import aestimo.app.account.AccountCommand;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts the web application, or runs {@code account add NAME} and ends. */
@SpringBootApplication
@EnableScheduling
public class Aestimo {
    public static void main(String[] args) {
        if (args.length > 0 && args[0].equals("account")) {
            System.exit(AccountCommand.run(Aestimo.class, args));
        }
        SpringApplication.run(Aestimo.class, args);
    }
}
