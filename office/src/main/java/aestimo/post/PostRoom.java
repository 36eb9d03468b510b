package aestimo.post;

import aestimo.office.PageDoor;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Import;

/** The process. */
@SpringBootApplication
@Import(PageDoor.class)
public class PostRoom {
    /** Its settings are in {@code post.properties}, beside those of the school office. */
    public static void main(String[] arguments) {
        SpringApplication.run(PostRoom.class, "--spring.config.name=post");
    }
}
