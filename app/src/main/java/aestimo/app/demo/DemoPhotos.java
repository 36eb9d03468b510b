package aestimo.app.demo;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.roll.PhotoService;
import aestimo.app.roll.StudentCard;
import aestimo.app.roll.StudentService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Student;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Arc2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.RoundRectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/** Drawn figures in the place of photos, and birthdays: nobody's face and nobody's day. */
@Component
class DemoPhotos {
    private static final int SEED = 4;
    private static final int THIS_WEEK = 11;
    private static final int WITHOUT = 16;
    private static final int WIDTH = 200;
    private static final int HEIGHT = 240;
    private static final List<Color> GROUNDS =
            List.of(new Color(0xDCECE5), new Color(0xF7EBCF), new Color(0xECDBE6), new Color(0xDBE4EE));
    private static final List<Color> SKINS =
            List.of(new Color(0xF0D2B6), new Color(0xD9A982), new Color(0xA8734A), new Color(0x6E4A32));
    private static final List<Color> HAIRS =
            List.of(new Color(0x2B2320), new Color(0x5A3A22), new Color(0xB08A4A), new Color(0x7A2E1E));
    private static final List<Color> CLOTHES =
            List.of(new Color(0x1C7268), new Color(0x7B3B63), new Color(0x376AA8), new Color(0xB7791F));
    private static final LocalDate OLDEST = LocalDate.of(2012, 9, 1);

    private final StudentService students;
    private final PhotoService photos;
    private final BookService books;

    DemoPhotos(StudentService students, PhotoService photos, BookService books) {
        this.students = students;
        this.photos = photos;
        this.books = books;
    }

    void make(TeacherId teacher, long classId) {
        Random random = new Random(SEED);
        List<PhotoService.Chosen> chosen = new ArrayList<>();
        int place = 0;
        for (Student student : books.open(teacher, classId).book().students()) {
            // One has no photo yet.
            if (place++ != WITHOUT) {
                chosen.add(new PhotoService.Chosen(student.number() + ".png", draw(random)));
            }
            StudentCard card =
                    students.student(teacher, classId, ClassBook.id(student)).card();
            students.save(
                    teacher,
                    classId,
                    ClassBook.id(student),
                    new StudentCard(
                            card.preferred(),
                            card.email(),
                            card.contacts(),
                            birthday(place, random).toString(),
                            card.supportNote(),
                            card.lastReport(),
                            card.startingScore(),
                            card.forms()),
                    new byte[0],
                    false);
        }
        photos.take(teacher, classId, chosen);
    }

    /** One has theirs this week. */
    private static LocalDate birthday(int place, Random random) {
        LocalDate any = OLDEST.plusDays(random.nextInt(365));
        return place == THIS_WEEK ? LocalDate.of(2013, 2, 26) : any;
    }

    private static <T> T any(List<T> all, Random random) {
        return all.get(random.nextInt(all.size()));
    }

    private static byte[] draw(Random random) {
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = image.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(any(GROUNDS, random));
        pen.fillRect(0, 0, WIDTH, HEIGHT);
        Color hair = any(HAIRS, random);
        boolean isLong = random.nextBoolean();
        pen.setColor(hair);
        if (isLong) {
            pen.fill(new RoundRectangle2D.Double(48, 60, 104, 130, 90, 90));
        }
        pen.setColor(any(CLOTHES, random));
        pen.fill(new Ellipse2D.Double(20, 176, 160, 140));
        pen.setColor(any(SKINS, random));
        pen.fill(new RoundRectangle2D.Double(84, 140, 32, 50, 20, 20));
        pen.fill(new Ellipse2D.Double(56, 54, 88, 108));
        pen.setColor(hair);
        pen.fill(new Arc2D.Double(52, 44, 96, 90 + random.nextInt(30), 0, 180, Arc2D.CHORD));
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException never) {
            throw new UncheckedIOException(never);
        }
        return out.toByteArray();
    }
}
