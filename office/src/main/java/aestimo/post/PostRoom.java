package aestimo.post;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** The process. */
@SpringBootApplication
public class PostRoom {
    /** Its settings are in {@code post.properties}, beside those of the school office. */
    public static void main(String[] arguments) {
        SpringApplication.run(PostRoom.class, "--spring.config.name=post");
    }
}
