package aestimo.app.handout;

import aestimo.app.frame.OpenClass;
import aestimo.app.jobs.Job;
import aestimo.app.jobs.JobService;
import aestimo.app.letters.ClassLetters;
import aestimo.app.letters.Letter;
import aestimo.app.letters.LetterService;
import aestimo.app.letters.MadeLetter;
import aestimo.app.web.FormException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Hands letters out as files: a few at once, many by a job. */
@Service
public class HandOutService {
    /** More than so many are a job. */
    public static final int MOST_AT_ONCE = 40;

    private final LetterService letters;
    private final LetterFiles files;
    private final HandedOutService handedOut;
    private final JobService jobs;
    private final JsonMapper json;
    private final TransactionTemplate transactions;

    HandOutService(
            LetterService letters,
            LetterFiles files,
            HandedOutService handedOut,
            JobService jobs,
            JsonMapper json,
            PlatformTransactionManager transactionManager) {
        this.letters = letters;
        this.files = files;
        this.handedOut = handedOut;
        this.jobs = jobs;
        this.json = json;
        this.transactions = new TransactionTemplate(transactionManager);
    }

    /** What became of it: a file that is there, or a job that makes one. */
    public record Outcome(Optional<HandedFile> file, Optional<Job> job) {}

    /**
     * Hands letters out, or begins to.
     *
     * @param token of the form, so that a job is begun once
     * @throws FormException when nobody is chosen, the letter is empty, or letters are longer than wanted
     */
    public Outcome handOut(OpenClass open, HandOut how, String token) {
        Letter letter = letters.letter(open.teacher(), how.letterId());
        if (letter.blocks().isEmpty()) {
            throw new FormException("The letter has no blocks yet. Write it first.");
        }
        ClassLetters all = letters.open(open, letter);
        List<MadeLetter> chosen = chosen(all, how);
        if (chosen.isEmpty()) {
            throw FormException.at("chosen", "Tick the students the letter is for.");
        }
        if (chosen.size() > MOST_AT_ONCE) {
            return new Outcome(
                    Optional.empty(),
                    Optional.of(jobs.begin(
                                    open.teacher(),
                                    new JobService.Asked(
                                            open.id(),
                                            token,
                                            LettersWork.KIND,
                                            letter.name() + ", " + chosen.size() + " letters, "
                                                    + how.as().words(),
                                            json.writeValueAsString(how),
                                            chosen.size()))
                            .job()));
        }
        byte[] bytes = files.make(open, all, chosen, how, done -> true).orElseThrow();
        return new Outcome(Optional.of(kept(open, all, chosen, how, bytes)), Optional.empty());
    }

    static List<MadeLetter> chosen(ClassLetters all, HandOut how) {
        return all.all().stream()
                .filter(made -> how.chosen().contains(made.enrolmentId()))
                .toList();
    }

    /** The file, kept with what is handed out of it; all of it or nothing. */
    HandedFile kept(OpenClass open, ClassLetters all, List<MadeLetter> chosen, HandOut how, byte[] bytes) {
        HandOut.As as = all.letter().isForm() ? HandOut.As.ZIP : how.as();
        String name = all.letter().name() + " " + open.title();
        return transactions.execute(status -> {
            HandedFile file = handedOut.keep(open, name, as, bytes);
            if (!how.draft()) {
                String way = as == HandOut.As.PDF ? "paper" : "file";
                chosen.forEach(made -> handedOut.record(open, all.letter(), made, way, file, ""));
            }
            return file;
        });
    }

    /** A letter that takes more pages than it may. */
    public record Longer(MadeLetter made, int pages) {}

    /** Those longer than the letter may be; none where it may be of any length. */
    public List<Longer> longer(OpenClass open, Letter letter) {
        if (letter.pages() == 0 || letter.isForm()) {
            return List.of();
        }
        ClassLetters all = letters.open(open, letter);
        List<Integer> lengths = files.lengths(open, all, all.all());
        List<Longer> longer = new ArrayList<>();
        for (int i = 0; i < Math.min(lengths.size(), all.all().size()); i++) {
            if (lengths.get(i) > letter.pages()) {
                longer.add(new Longer(all.all().get(i), lengths.get(i)));
            }
        }
        return longer;
    }

    /** One letter by itself, as it goes to a family. */
    public byte[] single(OpenClass open, ClassLetters all, MadeLetter made) {
        return files.single(open, all, made);
    }

    /** What it is called as a file, without its ending. */
    public static String fileName(MadeLetter made) {
        return LetterFiles.fileName(made);
    }
}
