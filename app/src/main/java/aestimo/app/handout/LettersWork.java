package aestimo.app.handout;

import aestimo.app.book.BookService;
import aestimo.app.frame.OpenClass;
import aestimo.app.jobs.Run;
import aestimo.app.jobs.Work;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Makes a file of many letters. Begun anew where it was cut off, so that all of them tell the same figures. */
@Component
class LettersWork implements Work {
    static final String KIND = "letters";

    private final BookService books;
    private final LetterService letters;
    private final LetterFiles files;
    private final HandOutService handOuts;
    private final JsonMapper json;

    LettersWork(BookService books, LetterService letters, LetterFiles files, HandOutService handOuts, JsonMapper json) {
        this.books = books;
        this.letters = letters;
        this.files = files;
        this.handOuts = handOuts;
        this.json = json;
    }

    @Override
    public String kind() {
        return KIND;
    }

    @Override
    public Result run(Run run) {
        HandOut how = json.readValue(run.job().request(), HandOut.class);
        OpenClass open =
                HandOut.open(run.teacher(), books.open(run.teacher(), run.job().classId()), how.dates());
        ClassLetters all = letters.open(open, letters.letter(run.teacher(), how.letterId()));
        List<MadeLetter> chosen = HandOutService.chosen(all, how);
        Optional<byte[]> bytes = files.make(open, all, chosen, how, run::goesOn);
        return bytes.<Result>map(made -> new Done(() ->
                        Optional.of(handOuts.kept(open, all, chosen, how, made).id())))
                .orElse(new Later(Duration.ZERO, ""));
    }
}
