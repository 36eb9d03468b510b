package aestimo.app.letters;

import aestimo.app.account.AccountService;
import aestimo.app.frame.OpenClass;
import aestimo.app.letters.Recipient.Person;
import aestimo.app.letters.Recipient.Writer;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.core.book.Assessment;
import aestimo.core.book.Category;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Spelling as a teacher wants it: the account's language, and words of one's own. */
@Service
public class SpellingService {
    private final LetterMapper mapper;
    private final AccountService accounts;
    private final Spelling spelling;

    SpellingService(LetterMapper mapper, AccountService accounts, Spelling spelling) {
        this.mapper = mapper;
        this.accounts = accounts;
        this.spelling = spelling;
    }

    /** Names of the class and its work, and the teacher's own words, are no mistakes. */
    Function<String, Set<String>> of(OpenClass open, Collection<Person> persons, Writer writer) {
        Spelling.Checker checker = spelling.in(accounts.look(open.teacher()).spelling());
        Set<String> taken = new HashSet<>(mapper.findSpeltWords(open.teacher()));
        Stream<String> students = open.book().students().stream()
                .flatMap(student -> Stream.of(
                        student.family(), student.given(), student.set().orElse("")));
        Stream<String> preferred = persons.stream().map(Person::preferred);
        Stream<String> work = Stream.concat(
                open.book().assessments().stream().map(Assessment::title),
                open.book().categories().stream().map(Category::name));
        Stream.of(students, preferred, work, Stream.of(writer.school(), writer.teacher(), open.title()))
                .flatMap(Function.identity())
                .flatMap(name -> Spelling.words(name).stream())
                .forEach(word -> taken.add(word.toLowerCase(Locale.ROOT)));
        return text -> checker.mistakes(text, taken);
    }

    /** What a misspelt word may have been meant to be. */
    @Transactional(readOnly = true)
    public List<String> proposals(TeacherId teacher, String word) {
        return spelling.in(accounts.look(teacher).spelling()).proposals(word);
    }

    /** From now on a word is no mistake in any of the teacher's letters. */
    @Transactional
    public void keepWord(TeacherId teacher, String word) {
        if (Spelling.words(word).size() != 1 || word.length() > 40) {
            throw new FormException("“" + word + "” is not a word of 1 to 40 letters.");
        }
        mapper.insertSpeltWord(teacher, word.replace('’', '\'').toLowerCase(Locale.ROOT));
    }
}
