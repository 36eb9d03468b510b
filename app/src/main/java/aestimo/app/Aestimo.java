package aestimo.app;

import aestimo.app.door.AccountCommand;
import aestimo.app.store.MigrateCommand;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts the web application, or runs an {@code account} or {@code migrate} command and ends. */
@SpringBootApplication
@EnableScheduling
public class Aestimo {
    public static void main(String[] args) {
        if (args.length > 0 && args[0].equals("account")) {
            System.exit(AccountCommand.run(Aestimo.class, args));
        }
        if (args.length > 0 && args[0].equals("migrate")) {
            System.exit(MigrateCommand.run(args));
        }
        if (args.length > 0 && args[0].equals("migrations")) {
            System.exit(MigrateCommand.list());
        }
        SpringApplication.run(Aestimo.class, args);
    }
}
