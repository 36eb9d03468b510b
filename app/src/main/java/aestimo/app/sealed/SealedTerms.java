package aestimo.app.sealed;

import aestimo.app.book.ClassBook;
import aestimo.app.sealed.SealedMapper.SealedRow;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Book;
import aestimo.core.book.Term;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.counting.Counting;
import aestimo.core.grading.Result;
import aestimo.core.id.StudentId;
import aestimo.core.id.TermId;
import aestimo.core.targets.Attainment;
import aestimo.core.targets.Attainments;
import aestimo.core.value.Fraction;
import aestimo.core.value.Percent;
import aestimo.core.value.Places;
import java.math.BigInteger;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What students reached in terms whose results were sealed: read from the return, never computed anew. */
@Service
public class SealedTerms {
    private final SealedMapper mapper;
    private final JsonMapper json;

    SealedTerms(SealedMapper mapper, JsonMapper json) {
        this.mapper = mapper;
        this.json = json;
    }

    /** A class against its aims: sealed terms as they were sealed, the others by today's marks and bands. */
    @Transactional(readOnly = true)
    public Attainments attained(TeacherId teacher, ClassBook classBook) {
        Book book = classBook.book();
        List<Attainment> sealed = new ArrayList<>();
        Map<String, Boundaries> known = new HashMap<>();
        for (SealedRow row : mapper.findLatest(teacher, classBook.row().id())) {
            Optional<Term> term = book.term(new TermId(Long.toString(row.termId())));
            StudentId student = new StudentId(Long.toString(row.enrolmentId()));
            if (term.isPresent() && book.placeOf(student).isPresent()) {
                Boundaries bands = known.computeIfAbsent(row.bands(), this::bands);
                sealed.add(Attainment.judged(
                        student,
                        term.get(),
                        bands,
                        bands.labelled(row.aim()),
                        result(row, bands, book.rules().places())));
            }
        }
        return Attainments.of(Counting.of(book), sealed);
    }

    private Boundaries bands(String text) {
        List<Map<String, String>> bands = json.readValue(text, new TypeReference<List<Map<String, String>>>() {});
        return Boundaries.of(bands.stream()
                .map(band -> Band.of(
                        Objects.requireNonNull(band.get("label")),
                        Percent.parse(Objects.requireNonNull(band.get("from")))))
                .toList());
    }

    private static Optional<Result> result(SealedRow row, Boundaries bands, Places places) {
        if (row.exact().isEmpty()) {
            return Optional.empty();
        }
        String[] parts = row.exact().split("/");
        Percent exact = new Percent(
                Fraction.of(new BigInteger(parts[0]), parts.length > 1 ? new BigInteger(parts[1]) : BigInteger.ONE));
        Percent shown = Percent.parse(row.percent());
        return Optional.of(new Result(
                exact, shown, places, shown, bands.labelled(row.grade()), Optional.empty(), false, Optional.empty()));
    }
}
