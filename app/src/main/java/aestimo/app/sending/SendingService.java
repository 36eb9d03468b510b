package aestimo.app.sending;

import aestimo.app.book.BookService;
import aestimo.app.events.SecurityEvent.Kind;
import aestimo.app.events.SecurityEvents;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.SchoolService;
import aestimo.app.sending.SendingMapper.DeliveryRow;
import aestimo.app.sending.SendingMapper.SendingRow;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Has sealed returns sent, and tells how far that has come. The sending itself is done by {@link Sender}. */
@Service
public class SendingService {
    public static final String RESULT = "result";

    private final SendingMapper mapper;
    private final BookService books;
    private final ReturnService returns;
    private final SchoolService school;
    private final SecurityEvents events;
    private final Clock clock;

    SendingService(
            SendingMapper mapper,
            BookService books,
            ReturnService returns,
            SchoolService school,
            SecurityEvents events,
            Clock clock) {
        this.events = events;
        this.mapper = mapper;
        this.books = books;
        this.returns = returns;
        this.school = school;
        this.clock = clock;
    }

    /**
     * Has a sealed return sent: all of it the first time, what is missing or was refused after that.
     *
     * @throws FormException when it is not sealed, a later one was sealed in its place, or no school is connected
     */
    @Transactional
    public void send(TeacherId teacher, long classId, long returnId) {
        books.hold(teacher, classId);
        SchoolReturn own = returns.get(teacher, classId, returnId);
        if (!own.isSealed()) {
            throw new FormException("Seal the return first: what is sent must be fixed.");
        }
        if (school.connection(teacher).isEmpty()) {
            throw new FormException(
                    "No school is connected. Connect it under The school, or export the results as files.");
        }
        if (returns.isReplaced(teacher, own)) {
            throw new FormException("A later return of this term is sealed in its place. Send that one.");
        }
        if (mapper.find(teacher, returnId)
                .filter(row -> row.state().equals(Progress.State.SENDING.name()))
                .isPresent()) {
            return;
        }
        mapper.holdOlder(teacher, classId, own.termId(), own.number());
        mapper.begin(teacher, classId, returnId, OffsetDateTime.now(clock));
        events.record(teacher, Kind.SENT, "return " + returnId + " of class " + classId + " to the school");
        Map<Long, ReturnRow> before = new HashMap<>();
        Optional<SchoolReturn> corrected = returns.corrected(teacher, own);
        corrected.ifPresent(it -> it.rows().forEach(row -> before.put(row.enrolmentId(), row)));
        for (ReturnRow row : own.rows()) {
            List<String> items = new ArrayList<>(List.of(RESULT));
            items.addAll(row.fields().keySet());
            for (String item : items) {
                // What the school has from the return before, just as it is now, stands there and is not sent again.
                boolean stands = before.containsKey(row.enrolmentId())
                        && Correction.isSame(before.get(row.enrolmentId()), row, item)
                        && mapper.isThere(teacher, corrected.orElseThrow().id(), row.enrolmentId(), item);
                mapper.await(teacher, classId, returnId, row.enrolmentId(), item, stands ? "STANDS" : "WAITING");
            }
        }
    }

    /** How far it has come. */
    @Transactional(readOnly = true)
    public Progress progress(TeacherId teacher, SchoolReturn own) {
        Optional<SendingRow> sending = mapper.find(teacher, own.id());
        if (sending.isEmpty()) {
            return Progress.NONE;
        }
        Map<Long, String> names = new HashMap<>();
        own.rows().forEach(row -> names.put(row.enrolmentId(), row.name()));
        List<DeliveryRow> all = mapper.findDeliveries(teacher, own.id());
        List<DeliveryRow> deliveries =
                all.stream().filter(row -> !row.state().equals("STANDS")).toList();
        Progress.State state = Progress.State.valueOf(sending.get().state());
        boolean waits = state == Progress.State.SENDING
                && sending.get().tries() > 0
                && sending.get().nextTry().isAfter(OffsetDateTime.now(clock));
        return new Progress(
                Optional.of(state),
                (int) deliveries.stream()
                        .filter(row -> row.state().equals("RECEIVED"))
                        .count(),
                deliveries.size(),
                all.size() - deliveries.size(),
                deliveries.stream()
                        .filter(row -> row.state().equals("REFUSED"))
                        .map(row -> new Progress.Refused(
                                row.enrolmentId(), names.getOrDefault(row.enrolmentId(), ""), row.item(), row.said()))
                        .toList(),
                sending.get().said(),
                waits ? Optional.of(sending.get().nextTry()) : Optional.empty(),
                deliveries.stream()
                        .map(DeliveryRow::at)
                        .filter(Objects::nonNull)
                        .max(OffsetDateTime::compareTo));
    }
}
