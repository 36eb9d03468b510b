package aestimo.app.register;

import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/**
 * What a teacher said of one student in one lesson, as the browser sends it: by the same queue as marks, so the lesson
 * goes where a mark's assessment does.
 *
 * @param id made by the browser; the same for every try to deliver it
 * @param assessment the lesson's id
 * @param student the enrolment's id
 * @param part always 0
 * @param base the version that stood when it was said; 0 where nothing ever did
 * @param text such as “late 7”
 * @param how typed, undone, redone; null: typed
 * @param over the ids of what the same browser sent for this student and lesson before and has no answer to; null: none
 */
record TypedPresence(
        UUID id,
        long assessment,
        long student,
        long part,
        int base,
        String text,
        @Nullable String how,
        @Nullable List<UUID> over) {
    private static final Set<String> WAYS = Set.of("filled", "undone", "redone");

    long lesson() {
        return assessment;
    }

    String way() {
        return how != null && WAYS.contains(how) ? how : "typed";
    }
}
