package aestimo.office;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Gradebook, OneRoster 1.2: line items and results coming in. */
@RestController
@RequestMapping("/ims/oneroster/gradebook/v1p2")
class GradebookApi {
    private static final long HANGS_NANOS = 40_000_000_000L;
    private static final long NANOS_IN_MS = 1_000_000;

    private final Roster roster = Roster.load();
    private final RosterApi rostering;
    private final Store store;
    private final Tokens tokens;
    private final Clock clock;
    private final AtomicInteger writes = new AtomicInteger();

    GradebookApi(RosterApi rostering, Store store, Tokens tokens, Clock clock) {
        this.rostering = rostering;
        this.store = store;
        this.tokens = tokens;
        this.clock = clock;
    }

    @PutMapping("/categories/{id}")
    ResponseEntity<Object> category(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String id,
            @RequestBody Map<String, Map<String, Object>> body) {
        tokens.require(authorization, "lineitem.createput");
        return written(() -> store.keep("categories", id, inner(body, "category")));
    }

    @PutMapping("/scoreScales/{id}")
    ResponseEntity<Object> scale(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String id,
            @RequestBody Map<String, Map<String, Object>> body) {
        tokens.require(authorization, "lineitem.createput");
        return written(() -> store.keep("scoreScales", id, inner(body, "scoreScale")));
    }

    @PutMapping("/lineItems/{id}")
    ResponseEntity<Object> lineItem(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String id,
            @RequestBody Map<String, Map<String, Object>> body) {
        tokens.require(authorization, "lineitem.createput");
        Map<String, Object> item = inner(body, "lineItem");
        text(item, "title");
        String classId = reference(item, "class");
        if (roster.classes().stream().noneMatch(own -> (RosterApi.PREFIX + own.id()).equals(classId))) {
            throw new OneRosterError(422, "invaliddata", "The school has no class " + classId + ".");
        }
        requireDates(reference(item, "gradingPeriod"));
        return written(() -> store.keep("lineItems", id, item));
    }

    private void requireDates(String periodId) {
        Roster.Term term = roster.terms().stream()
                .filter(own -> RosterApi.periodId(own).equals(periodId))
                .findFirst()
                .orElseThrow(() ->
                        new OneRosterError(422, "invaliddata", "The school has no grading period " + periodId + "."));
        Store.Takes takes = rostering.takes(term);
        LocalDate today = LocalDate.now(clock);
        if (today.isBefore(takes.from()) || today.isAfter(takes.to())) {
            throw new OneRosterError(
                    403,
                    "forbidden",
                    "The school takes results of " + term.title() + " from " + takes.from() + " to " + takes.to()
                            + ".");
        }
    }

    @PutMapping("/results/{id}")
    ResponseEntity<Object> result(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String id,
            @RequestBody Map<String, Map<String, Object>> body) {
        tokens.require(authorization, "results.createput");
        return written(() -> keep(checked(id, inner(body, "result"))));
    }

    @PostMapping("/lineItems/{lineItemId}/results")
    ResponseEntity<Object> results(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String lineItemId,
            @RequestBody Map<String, List<Map<String, Object>>> body) {
        tokens.require(authorization, "results.createput");
        List<Incoming> all = new ArrayList<>();
        List<Object> pairs = new ArrayList<>();
        // All are looked at before one is kept: of a refused body nothing is there.
        for (Map<String, Object> result : body.getOrDefault("results", List.of())) {
            String id = text(result, "sourcedId");
            all.add(checked(id, result));
            pairs.add(Map.of("suppliedSourcedId", id, "allocatedSourcedId", id));
        }
        return written(
                () -> {
                    all.forEach(this::keep);
                    return true;
                },
                Map.of("sourcedIdPairs", pairs));
    }

    private record Incoming(String id, String lineItem, String student, Map<String, Object> body) {}

    private boolean keep(Incoming result) {
        return store.keepResult(result.id(), result.lineItem(), result.student(), result.body());
    }

    private Incoming checked(String id, Map<String, Object> result) {
        String item = reference(result, "lineItem");
        Store.Kept lineItem = store.kept("lineItems", item)
                .orElseThrow(() -> new OneRosterError(422, "invaliddata", "There is no line item " + item + "."));
        requireDates(reference(lineItem.body(), "gradingPeriod"));
        String student = reference(result, "student");
        if (roster.students().stream().noneMatch(own -> RosterApi.userId(own).equals(student))) {
            throw new OneRosterError(422, "unknownobject", "The school has no student " + student + ".");
        }
        String refusal = store.refused().get(student);
        if (refusal != null) {
            throw new OneRosterError(422, "invaliddata", refusal);
        }
        text(result, "scoreStatus");
        return new Incoming(id, item, student, result);
    }

    @GetMapping("/lineItems/{lineItemId}/results")
    Map<String, Object> resultsOf(
            @RequestHeader(name = "Authorization", required = false) String authorization,
            @PathVariable String lineItemId) {
        tokens.require(authorization, "results.createput");
        return Map.of(
                "results",
                store.results(lineItemId).stream().map(Store.Result::body).toList());
    }

    private interface Work {
        /** @return whether something new was made */
        boolean done();
    }

    private ResponseEntity<Object> written(Work work) {
        return written(work, Map.of());
    }

    /** Slow, and failing before or after the work, as the school's page says. */
    private ResponseEntity<Object> written(Work work, Object answer) {
        Store.Temper temper = store.temper();
        LockSupport.parkNanos(temper.delayMs() * NANOS_IN_MS);
        boolean fails = temper.failEvery() > 0 && writes.incrementAndGet() % temper.failEvery() == 0;
        if (fails && !temper.failHow().equals("after")) {
            switch (temper.failHow()) {
                case "429" -> throw new OneRosterError(429, "server_busy", "Too many requests; come again later.");
                case "hang" -> LockSupport.parkNanos(HANGS_NANOS);
                default -> {
                    // Fails below.
                }
            }
            throw new OneRosterError(500, "internal_server_error", "The service failed.");
        }
        boolean made = work.done();
        if (fails) {
            throw new OneRosterError(500, "internal_server_error", "The service failed after it had kept the record.");
        }
        return ResponseEntity.status(made ? 201 : 200).body(answer);
    }

    private static Map<String, Object> inner(Map<String, Map<String, Object>> body, String name) {
        Map<String, Object> inner = body.get(name);
        if (inner == null) {
            throw new OneRosterError(400, "invaliddata", "The body holds no " + name + ".");
        }
        text(inner, "sourcedId");
        return inner;
    }

    private static String text(Map<String, Object> object, String name) {
        if (!(object.get(name) instanceof String text) || text.isBlank()) {
            throw new OneRosterError(422, "invaliddata", name + " is missing.");
        }
        return text;
    }

    private static String reference(Map<String, Object> object, String name) {
        if (!(object.get(name) instanceof Map<?, ?> map) || !(map.get("sourcedId") instanceof String id)) {
            throw new OneRosterError(422, "invaliddata", name + ".sourcedId is missing.");
        }
        return id;
    }
}
