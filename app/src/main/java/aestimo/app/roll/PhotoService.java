package aestimo.app.roll;

import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.PictureFile;
import aestimo.app.web.UploadName;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes photos of many students at once, each by the number its file is named by. */
@Service
public class PhotoService {
    static final int MOST_AT_ONCE = 250;
    /** A request is not to last longer, whatever the pictures claim to be. */
    private static final Duration LONGEST = Duration.ofSeconds(30);

    private final StudentMapper mapper;

    PhotoService(StudentMapper mapper) {
        this.mapper = mapper;
    }

    /** A file as it was chosen. */
    public record Chosen(String name, byte[] file) {}

    /** @param refused each file that was not taken, with the reason */
    public record Taken(int count, List<String> refused) {}

    /**
     * Takes what can be taken; the rest is named.
     *
     * @throws FormException where none or too many were chosen
     */
    @Transactional
    public Taken take(TeacherId teacher, long classId, List<Chosen> chosen) {
        if (chosen.isEmpty()) {
            throw FormException.at(
                    "photos", "Choose the photos first. Each is named by its student's number, such as 2204.jpg.");
        }
        if (chosen.size() > MOST_AT_ONCE) {
            throw FormException.at("photos", "Choose at most " + MOST_AT_ONCE + " photos at once.");
        }
        Map<String, Long> numbers = new HashMap<>();
        mapper.findNumbers(teacher, classId).forEach(row -> numbers.put(row.number(), row.studentId()));
        List<String> refused = new ArrayList<>();
        int taken = 0;
        long until = System.nanoTime() + LONGEST.toNanos();
        for (Chosen one : chosen) {
            if (System.nanoTime() > until) {
                refused.add(
                        "“" + brief(one.name()) + "”: there was no time left. Choose it again, with fewer beside it.");
                continue;
            }
            String number = UploadName.withoutEnding(one.name());
            Long student = numbers.get(number);
            if (student == null) {
                refused.add("“" + brief(one.name()) + "”: nobody of this class has the number " + brief(number) + ".");
                continue;
            }
            try {
                mapper.updatePhoto(teacher, student, PictureFile.jpeg(one.file(), StudentService.PHOTO_SIDE));
                taken++;
            } catch (FormException unreadable) {
                refused.add("“" + brief(one.name()) + "”: " + unreadable.getMessage());
            }
        }
        return new Taken(taken, refused);
    }

    private static String brief(String name) {
        return name.length() > 40 ? name.substring(0, 40) + "…" : name;
    }
}
