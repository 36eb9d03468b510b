package aestimo.app.toschool;

import aestimo.app.book.ClassBook;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.SchoolException;
import aestimo.app.school.SchoolRosters;
import aestimo.app.school.SchoolService;
import aestimo.app.sealing.SealService;
import aestimo.app.sealing.SealedDocument;
import aestimo.app.sending.SchoolRecords;
import aestimo.app.sending.SendingService;
import aestimo.app.store.TeacherId;
import aestimo.core.book.Term;
import aestimo.exchange.oneroster.OneRosterResults;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A sealed return as OneRoster files: the same records as are sent, by the school's ids where it gave any. */
@Component
class ReturnZip {
    private final SealService seals;
    private final SchoolService school;
    private final SchoolRosters rosters;

    ReturnZip(SealService seals, SchoolService school, SchoolRosters rosters) {
        this.seals = seals;
        this.school = school;
        this.rosters = rosters;
    }

    void write(TeacherId teacher, ClassBook classBook, SchoolReturn own, OutputStream out) throws IOException {
        Optional<Term> term = classBook.book().term(own.term());
        String ref = school.classRef(teacher, own.classId());
        SealedDocument document = seals.document(teacher, own);
        SchoolRecords records = new SchoolRecords(
                own,
                ref.isEmpty() ? classBook.row().title() : ref,
                term.flatMap(it -> period(teacher, it)).orElse("term-" + own.termId()),
                term.map(Term::name).orElse("Term"),
                document.numberFields());
        Map<Long, String> refs = school.studentRefs(teacher, own.classId());
        List<String> items = new ArrayList<>(List.of(SendingService.RESULT));
        document.fields().stream().map(SealedDocument.Field::name).forEach(items::add);
        List<Map<String, String>> results = new ArrayList<>();
        for (ReturnRow row : own.rows()) {
            String number = classBook.student(row.enrolmentId()).number();
            String student = refs.getOrDefault(row.enrolmentId(), number.isEmpty() ? row.name() : number);
            items.stream()
                    .filter(item ->
                            item.equals(SendingService.RESULT) || row.fields().containsKey(item))
                    .forEach(item -> {
                        Map<String, String> flat = flat(records.result(row, item, student));
                        flat.put("classSourcedId", records.classRef());
                        results.add(flat);
                    });
        }
        OneRosterResults.write(
                List.of(flat(records.category())),
                items.stream().map(records::lineItem).map(ReturnZip::flat).toList(),
                results,
                out);
    }

    /** The school's own id of the term, where it is connected and answers. */
    private Optional<String> period(TeacherId teacher, Term term) {
        try {
            return school.connection(teacher).stream()
                    .flatMap(connection -> rosters.periods(connection).stream())
                    .filter(it ->
                            it.starts().equals(term.firstDay()) && it.ends().equals(term.lastDay()))
                    .map(SchoolRosters.Period::ref)
                    .findFirst();
        } catch (SchoolException away) {
            return Optional.empty();
        }
    }

    /** References as columns of their own; in bulk files status and date are empty. */
    private static Map<String, String> flat(Map<String, Object> record) {
        Map<String, String> flat = new HashMap<>();
        record.forEach((name, value) -> {
            if (value instanceof Map<?, ?> reference) {
                flat.put(name + "SourcedId", String.valueOf(reference.get("sourcedId")));
            } else if (!name.equals("status") && !name.equals("dateLastModified")) {
                flat.put(name, String.valueOf(value));
            }
        });
        for (String day : List.of("assignDate", "dueDate")) {
            flat.computeIfPresent(day, (name, text) -> text.substring(0, "2027-02-24".length()));
        }
        return flat;
    }
}
