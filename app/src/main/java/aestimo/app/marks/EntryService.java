package aestimo.app.marks;

import aestimo.app.book.BookService;
import aestimo.app.book.ClassBook;
import aestimo.app.changes.ChangeService;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.core.entry.Entry;
import aestimo.core.typed.EntryText;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Predicate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.interceptor.TransactionAspectSupport;

/**
 * Keeps what is typed into cells. Each entry arrives with an id and the version it was typed over: delivered twice it
 * is applied once, and an entry altered elsewhere meanwhile is never overwritten.
 */
@Service
public class EntryService {
    static final int MOST_AT_ONCE = 3_000;
    static final int LONGEST_TEXT = 200;

    private final BookService books;
    private final EntryMapper mapper;
    private final ChangeService changes;

    EntryService(BookService books, EntryMapper mapper, ChangeService changes) {
        this.books = books;
        this.mapper = mapper;
        this.changes = changes;
    }

    /** What became of one typed entry. */
    public enum Outcome {
        WRITTEN,
        /** The cell held this very entry, so there was nothing to do. */
        STOOD_ALREADY,
        /** The same request came before and was applied then, and what it put there stands. */
        DELIVERED_BEFORE,
        /** The same request came before and was applied then; the cell was altered elsewhere since. */
        OVERTAKEN,
        /** The cell was altered elsewhere since; it stands as it is, and so does what was typed, with the teacher. */
        ALTERED_ELSEWHERE;

        /** Whether what was typed is safely in the book, or was. */
        public boolean isKept() {
            return this != ALTERED_ELSEWHERE;
        }

        /**
         * What becomes of one whose cell has another version than the one typed over. Versions only rise, so a request
         * that was applied before always ends here too; and so does one that follows a request whose answer was lost on
         * the way.
         *
         * @param applied whether this very request was
         * @param versionLeftBy the version of the cell where its latest alteration is one of some requests
         * @param writeOver writes over that version; says whether it could
         */
        public static Outcome ofOvertaken(
                TypedEntry typed,
                boolean applied,
                Function<List<UUID>, Optional<Integer>> versionLeftBy,
                Predicate<Integer> writeOver) {
            if (applied) {
                return versionLeftBy.apply(List.of(typed.id())).isPresent() ? DELIVERED_BEFORE : OVERTAKEN;
            }
            List<UUID> follows = typed.over() == null ? List.of() : typed.over();
            return versionLeftBy.apply(follows).filter(writeOver).isPresent() ? WRITTEN : ALTERED_ELSEWHERE;
        }
    }

    /**
     * What came of typed entries.
     *
     * @param outcomes of each, in the order given
     * @param classBook the class as it stands afterwards
     */
    public record Applied(List<Outcome> outcomes, ClassBook classBook) {}

    /**
     * Applies typed entries, all or none.
     *
     * @throws FormException when there are too many, or one is too long to be an entry
     * @throws NotFoundException when the class, a student or an assessment is not the teacher's
     */
    @Transactional
    public Applied apply(TeacherId teacher, long classId, List<TypedEntry> typed) {
        TypedEntry.check(typed, MOST_AT_ONCE);
        ClassBook classBook = books.open(teacher, classId);
        Map<TypedEntry, Outcome> outcomes = new HashMap<>();
        boolean behind = false;
        // The same order of cells for everybody, so that two tabs saving at once cannot block each other.
        for (TypedEntry entry : typed.stream()
                .sorted(Comparator.comparingLong(TypedEntry::assessment)
                        .thenComparingLong(TypedEntry::student)
                        .thenComparingLong(TypedEntry::part))
                .toList()) {
            Entry understood = understand(entry, classBook);
            if (understood.equals(classBook.entry(entry.cell()))) {
                outcomes.put(entry, Outcome.STOOD_ALREADY);
            } else if (write(teacher, classBook, entry, entry.base(), understood)) {
                outcomes.put(entry, Outcome.WRITTEN);
                classBook = classBook.with(entry.cell(), understood, entry.base() + 1);
            } else {
                outcomes.put(
                        entry,
                        Outcome.ofOvertaken(
                                entry,
                                changes.isApplied(teacher, entry.id()),
                                requests -> versionLeftBy(teacher, entry, requests),
                                // What it follows may have been applied after the class was read, so it is read again.
                                version -> write(teacher, books.open(teacher, classId), entry, version, understood)));
                behind = true;
            }
        }
        if (behind) {
            classBook = books.open(teacher, classId);
        } else if (TransactionAspectSupport.currentTransactionStatus().isNewTransaction()) {
            // This is the whole transaction: nothing more is written in it after this.
            books.keepAsLeft(teacher, classBook);
        }
        return new Applied(typed.stream().map(outcomes::get).toList(), classBook);
    }

    /**
     * The class as it would be with typed entries, whatever stands there; keeps nothing.
     *
     * @throws FormException when there are too many, or one is too long to be an entry
     */
    public ClassBook tried(ClassBook classBook, List<TypedEntry> typed) {
        TypedEntry.check(typed, MOST_AT_ONCE);
        ClassBook tried = classBook;
        for (TypedEntry entry : typed) {
            tried = tried.with(entry.cell(), understand(entry, tried), entry.base() + 1);
        }
        return tried;
    }

    private static Entry understand(TypedEntry typed, ClassBook classBook) {
        if (typed.text().length() > LONGEST_TEXT) {
            throw new FormException("An entry has over " + LONGEST_TEXT + " characters. It was not saved.");
        }
        classBook.student(typed.student());
        return EntryText.understand(
                typed.text(),
                classBook.assessment(typed.assessment()),
                classBook.part(typed.cell()),
                classBook.book().boundaries());
    }

    /** Whether the cell had the version given, and so is written, with its change. */
    private boolean write(TeacherId teacher, ClassBook classBook, TypedEntry typed, int base, Entry entry) {
        long classId = classBook.row().id();
        // From a form any number may come; there is no version beyond these, and so none that is met.
        boolean canBe = base >= 0 && base <= TypedEntry.HIGHEST_VERSION;
        if (!canBe || mapper.write(teacher, EntryMapper.EntryRow.of(classId, typed.cell(), entry), base) == 0) {
            return false;
        }
        String before = classBook.entry(typed.cell()).toString();
        changes.recordEntry(teacher, classId, typed.cell(), before, entry.toString(), typed.way(), typed.id());
        return true;
    }

    private Optional<Integer> versionLeftBy(TeacherId teacher, TypedEntry typed, List<UUID> requests) {
        return requests.isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(mapper.findVersionLeftBy(
                        teacher,
                        typed.cell(),
                        requests.stream().map(UUID::toString).toArray(String[]::new)));
    }
}
