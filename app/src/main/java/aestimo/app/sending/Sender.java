package aestimo.app.sending;

import aestimo.app.book.BookService;
import aestimo.app.returns.ReturnRow;
import aestimo.app.returns.ReturnService;
import aestimo.app.returns.SchoolReturn;
import aestimo.app.school.CompareService;
import aestimo.app.school.Connection;
import aestimo.app.school.SchoolException;
import aestimo.app.school.SchoolException.Kind;
import aestimo.app.school.SchoolOffice;
import aestimo.app.school.SchoolRosters;
import aestimo.app.school.SchoolService;
import aestimo.app.sealing.SealService;
import aestimo.app.sealing.SealedDocument;
import aestimo.app.sending.SendingMapper.DeliveryRow;
import aestimo.app.sending.SendingMapper.DueRow;
import aestimo.app.store.ActingTeacher;
import aestimo.app.store.Outage;
import aestimo.app.store.TeacherId;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Patience;
import aestimo.core.book.Term;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends sealed returns, one record after the other, in any of the processes that stand before the database. Whoever sends
 * one has it for a while; should that process end, another takes it up where the database says it stands. A record that was
 * received just before is sent once more then, by the same id, and changes nothing at the school.
 */
@Component
class Sender {
    private static final Logger LOG = LoggerFactory.getLogger(Sender.class);
    private static final Duration A_MOMENT = Duration.ofMillis(300);
    private static final int MOST_AT_ONCE = 3;

    private final SendingMapper mapper;
    private final ReturnService returns;
    private final SealService seals;
    private final SchoolService school;
    private final SchoolOffice office;
    private final SchoolRosters rosters;
    private final CompareService compare;
    private final BookService books;
    private final TransactionTemplate transactions;
    private final Patience patience;
    private final Clock clock;

    Sender(
            SendingMapper mapper,
            ReturnService returns,
            SealService seals,
            SchoolService school,
            SchoolOffice office,
            SchoolRosters rosters,
            CompareService compare,
            BookService books,
            PlatformTransactionManager transactionManager,
            Patience patience,
            Clock clock) {
        this.mapper = mapper;
        this.returns = returns;
        this.seals = seals;
        this.school = school;
        this.office = office;
        this.rosters = rosters;
        this.compare = compare;
        this.books = books;
        this.transactions = new TransactionTemplate(transactionManager);
        this.patience = patience;
        this.clock = clock;
    }

    @Scheduled(fixedDelay = 500)
    void sendWhatIsDue() {
        for (DueRow due : inTransaction(mapper::findDue)) {
            ActingTeacher.as(due.teacherId(), () -> {
                OffsetDateTime now = now();
                if (inTransaction(
                                () -> mapper.claim(due.teacherId(), due.returnId(), now, now.plus(patience.delivery())))
                        == 1) {
                    send(due);
                }
                return null;
            });
        }
    }

    /** What is read and written goes in transactions of its own, short ones: none waits for the school. */
    private <T> T inTransaction(Supplier<T> work) {
        return transactions.execute(status -> work.get());
    }

    private void end(DueRow due, Progress.State state, OffsetDateTime nextTry, int tries, String said) {
        inTransaction(() -> {
            mapper.end(due.teacherId(), due.returnId(), state.name(), nextTry, tries, said);
            return null;
        });
    }

    private OffsetDateTime now() {
        return OffsetDateTime.now(clock);
    }

    private void send(DueRow due) {
        TeacherId teacher = due.teacherId();
        long id = due.returnId();
        long before = arrived(teacher, id);
        try {
            SchoolReturn own = returns.get(teacher, due.classId(), id);
            if (deliver(teacher, own)) {
                end(due, Progress.State.DONE, now(), 0, "");
            }
        } catch (SchoolException refused) {
            if (refused.kind() == Kind.LATER || refused.kind() == Kind.BUSY) {
                // The pause grows only while nothing gets through.
                int tries = arrived(teacher, id) > before ? 1 : tries(teacher, id) + 1;
                end(due, Progress.State.SENDING, now().plus(patience.after(tries)), tries, refused.getMessage());
            } else {
                saveDates(teacher);
                end(due, Progress.State.HELD, now(), 0, refused.getMessage());
            }
        } catch (NotFoundException gone) {
            end(due, Progress.State.HELD, now(), 0, "The class or its term is gone.");
        } catch (RuntimeException unforeseen) {
            // It is due as before: whoever reaches the database again goes on with it.
            if (Outage.isBehind(unforeseen)) {
                throw unforeseen;
            }
            // Its message might hold what was sent.
            LOG.error(
                    "Sending return {} broke off: {}", id, unforeseen.getClass().getName());
            end(
                    due,
                    Progress.State.HELD,
                    now(),
                    0,
                    "Sending stopped because of a fault in the markbook. Send it again.");
        }
    }

    /** What is refused may be so because the school's dates were set anew; the page then tells those. */
    private void saveDates(TeacherId teacher) {
        try {
            school.connection(teacher).ifPresent(known -> school.saveDates(teacher, rosters.periods(known)));
        } catch (SchoolException away) {
            // What is known of them stands until it is asked again.
        }
    }

    private long arrived(TeacherId teacher, long returnId) {
        return inTransaction(() -> mapper.findDeliveries(teacher, returnId)).stream()
                .filter(row -> !row.state().equals("WAITING"))
                .count();
    }

    private int tries(TeacherId teacher, long returnId) {
        return inTransaction(() -> mapper.find(teacher, returnId))
                .map(row -> row.tries())
                .orElse(0);
    }

    /** @return whether nothing waits any more */
    private boolean deliver(TeacherId teacher, SchoolReturn own) {
        Connection connection = school.connection(teacher)
                .orElseThrow(() -> new SchoolException(Kind.HELD, "No school is connected any more."));
        List<DeliveryRow> waiting = inTransaction(() -> mapper.findDeliveries(teacher, own.id())).stream()
                .filter(row -> row.state().equals("WAITING"))
                .toList();
        if (waiting.isEmpty()) {
            return true;
        }
        SchoolRecords records = prepare(teacher, connection, own, waiting);
        Map<Long, String> refs = school.studentRefs(teacher, own.classId());
        Map<Long, ReturnRow> rows = new HashMap<>();
        own.rows().forEach(row -> rows.put(row.enrolmentId(), row));
        for (DeliveryRow row : waiting) {
            if (inTransaction(() -> mapper.keep(teacher, own.id(), now().plus(patience.delivery()))) == 0) {
                return false;
            }
            deliver(teacher, connection, records, Objects.requireNonNull(rows.get(row.enrolmentId())), refs, row);
        }
        return true;
    }

    private void deliver(
            TeacherId teacher,
            Connection connection,
            SchoolRecords records,
            ReturnRow row,
            Map<Long, String> refs,
            DeliveryRow delivery) {
        String state = "RECEIVED";
        String said = "";
        String ref = refs.get(delivery.enrolmentId());
        if (ref == null) {
            state = "REFUSED";
            said = "The school does not know this student. Compare with the school under Groundwork.";
        } else {
            try {
                put(
                        connection,
                        "results",
                        "result",
                        records.resultId(delivery.item(), ref),
                        records.result(row, delivery.item(), ref));
            } catch (SchoolException refused) {
                if (refused.kind() != Kind.REFUSED) {
                    throw refused;
                }
                state = "REFUSED";
                said = refused.getMessage();
            }
        }
        String settled = state;
        String words = said;
        inTransaction(() -> {
            mapper.settle(teacher, delivery.returnId(), delivery.enrolmentId(), delivery.item(), settled, words, now());
            return null;
        });
    }

    /** Puts the category, the scales and the line items in place that the results hang on. */
    private SchoolRecords prepare(
            TeacherId teacher, Connection connection, SchoolReturn own, List<DeliveryRow> waiting) {
        Term term = books.open(teacher, own.classId())
                .book()
                .term(own.term())
                .orElseThrow(() -> new NotFoundException("term"));
        List<SchoolRosters.Period> periods = rosters.periods(connection);
        school.saveDates(teacher, periods);
        SchoolRosters.Period period = periods.stream()
                .filter(it -> it.starts().equals(term.firstDay()) && it.ends().equals(term.lastDay()))
                .findFirst()
                .orElseThrow(() -> new SchoolException(
                        Kind.HELD, "The school has no term from " + term.firstDay() + " to " + term.lastDay() + "."));
        Map<Long, String> refs = school.studentRefs(teacher, own.classId());
        if (school.classRef(teacher, own.classId()).isEmpty()
                || waiting.stream().anyMatch(row -> !refs.containsKey(row.enrolmentId()))) {
            // Sealed before the class was ever held against the school's: that is done now.
            compare.people(teacher, own.classId());
        }
        String classRef = school.classRef(teacher, own.classId());
        SealedDocument document = seals.document(teacher, own);
        SchoolRecords records = new SchoolRecords(own, classRef, period.ref(), term.name(), document.numberFields());
        Set<String> items = new LinkedHashSet<>();
        waiting.forEach(row -> items.add(row.item()));
        putForAll(connection, "categories", "category", records.categoryId(), records.category());
        Map<String, List<String>> labels = new HashMap<>();
        document.fields().stream()
                .filter(field -> !field.labels().isEmpty())
                .forEach(field -> labels.put(field.name(), field.labels()));
        for (String item : items) {
            if (labels.containsKey(item)) {
                putForAll(
                        connection,
                        "scoreScales",
                        "scoreScale",
                        records.scaleId(item),
                        records.scale(item, labels.get(item)));
            }
            putForAll(connection, "lineItems", "lineItem", records.lineItemId(item), records.lineItem(item));
        }
        return records;
    }

    /** A refusal of what all results hang on is one of them all. */
    private void putForAll(
            Connection connection, String collection, String name, String id, Map<String, Object> record) {
        try {
            put(connection, collection, name, id, record);
        } catch (SchoolException refused) {
            throw refused.kind() == Kind.REFUSED ? new SchoolException(Kind.HELD, refused.getMessage()) : refused;
        }
    }

    /** Once more in a moment where the service only says that it is busy; longer pauses are for whoever sends all of it. */
    private void put(Connection connection, String collection, String name, String id, Map<String, Object> record) {
        for (int attempt = 1; ; attempt++) {
            try {
                office.put(connection, collection, name, id, record);
                return;
            } catch (SchoolException refused) {
                if (refused.kind() != Kind.BUSY || attempt == MOST_AT_ONCE) {
                    throw refused;
                }
                LockSupport.parkNanos(A_MOMENT.multipliedBy(attempt).toNanos());
            }
        }
    }
}
