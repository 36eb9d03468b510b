package aestimo.app.returns;

import aestimo.app.web.FormException;
import aestimo.core.id.TermId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Objects;
import java.util.Optional;

/**
 * Results of one class and term, draft or sealed.
 *
 * @param number 1 for the first of the class and term; a later one replaces the one before it
 * @param taken as of when its figures are
 * @param sealed empty while it is a draft
 * @param sha256 over the canonical form; empty text while it is a draft
 * @param erased how many names were taken out since; the hash stays that of what was sealed
 * @param why a correction corrects; empty text for the first, and until it is said
 */
public record SchoolReturn(
        long id,
        long classId,
        long termId,
        int number,
        OffsetDateTime begun,
        OffsetDateTime taken,
        Optional<OffsetDateTime> sealed,
        String sha256,
        String why,
        int erased,
        List<ReturnRow> rows) {
    /** Its term, as the book calls it. */
    public TermId term() {
        return new TermId(Long.toString(termId));
    }

    /** Another one whenever a figure or anything added to it is another. */
    public String stamp() {
        return Integer.toHexString(Objects.hash(taken, rows));
    }

    /** Whether it takes the place of one that was sealed before. */
    public boolean isCorrection() {
        return number > 1;
    }

    public boolean isSealed() {
        return sealed.isPresent();
    }

    /**
     * The return itself, where it may still be altered.
     *
     * @throws FormException when it is sealed
     */
    SchoolReturn requireOpen() {
        if (isSealed()) {
            throw new FormException("This return is sealed and cannot be altered. Correct it by a new one.");
        }
        return this;
    }
}
