package aestimo.app.demo;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.ReadyMade;
import aestimo.app.letters.SentenceService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Student;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The demo teacher's letters, and what is written in one of them for single students. */
@Component
class DemoLetters {
    /** For whom nothing is written yet. */
    private static final List<String> WITHOUT = List.of("Arkady", "Osei", "Voss");

    private static final List<String> OWN_WORDS = List.of(
            "It was a pleasure to see you lead your group at the estuary.",
            "Your sketch of the cliff is on the wall of the room: look at it when you doubt yourself.",
            "I like how you ask before you write.",
            "You explained the transect to two others, and both got it right.",
            "Bring the atlas home over the holidays; you use it better than anybody.",
            "Your questions in the lesson are better than your answers on paper. Trust them.",
            "You have become quick with scale; now check the last step.",
            "Thank you for looking after the instruments.",
            "Reading the question twice has begun to pay.",
            "You write clearly when you write less.",
            "The town survey showed what you can do when you plan.");

    private final LetterService letters;
    private final SentenceService sentences;
    private final BookService books;

    DemoLetters(LetterService letters, SentenceService sentences, BookService books) {
        this.letters = letters;
        this.sentences = sentences;
        this.books = books;
    }

    void make(TeacherId teacher, long classId) {
        long halfYear = ReadyMade.make("half-year", teacher, letters, sentences).orElseThrow();
        for (String key : List.of("mark-sheet", "ceilings", "to-hand-in")) {
            ReadyMade.make(key, teacher, letters, sentences);
        }
        ClassBook classBook = books.open(teacher, classId);
        OpenClass open = new OpenClass(new SignedInTeacher(teacher, ""), classBook, Map.of());
        int next = 0;
        for (Student student : classBook.book().students()) {
            if (!WITHOUT.contains(student.family())) {
                letters.saveOwnWords(open, halfYear, ClassBook.id(student), OWN_WORDS.get(next++ % OWN_WORDS.size()));
            }
        }
    }
}
