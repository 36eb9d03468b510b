package aestimo.app.register;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.Days;
import aestimo.app.marks.TypedEntry;
import aestimo.app.web.ForScripts;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseBody;

/** What is entered in the register, for its script. */
@Controller
@RequestMapping("/classes/{classId}/room/entries")
class RegisterEntriesController extends ForScripts {
    private final RegisterService registers;
    private final Clock clock;

    RegisterEntriesController(RegisterService registers, Clock clock) {
        this.registers = registers;
        this.clock = clock;
    }

    /** The shape that answers to marks have too: the same queue asks. */
    record Answer(
            List<Kept> entries,
            List<String> rows,
            List<String> grounds,
            List<String> foot,
            Optional<Integer> looseEnds,
            int filled,
            String at) {}

    record Kept(UUID id, boolean kept, boolean overtaken, Said cell) {}

    /** @param assessment the lesson's id */
    record Said(long assessment, long student, long part, int version, String typed) {}

    @PutMapping
    @ResponseBody
    Answer save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @PathVariable long classId,
            @RequestBody List<TypedEntry> typed) {
        RegisterService.Applied applied = registers.apply(teacher.id(), classId, typed);
        return new Answer(
                applied.outcomes().stream().map(RegisterEntriesController::kept).toList(),
                List.of(),
                List.of(),
                List.of(),
                applied.looseEnds(),
                applied.filled(),
                Days.clock(OffsetDateTime.now(clock)));
    }

    private static Kept kept(RegisterService.Outcome outcome) {
        TypedEntry typed = outcome.typed();
        return new Kept(
                typed.id(),
                outcome.kept(),
                outcome.overtaken(),
                new Said(typed.assessment(), typed.student(), 0, outcome.version(), outcome.text()));
    }
}
