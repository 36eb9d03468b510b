package aestimo.app.seats;

import aestimo.app.frame.Days;
import aestimo.app.frame.OpenClass;
import aestimo.app.seats.SeatPlan.Placed;
import aestimo.app.web.ForScripts;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** Who sits where, for the script of the plan. */
@Controller
class SeatPlacesController extends ForScripts {
    private final SeatService seats;
    private final Clock clock;

    SeatPlacesController(SeatService seats, Clock clock) {
        this.seats = seats;
        this.clock = clock;
    }

    /** @param version the plan has now @param at the time */
    record Kept(int version, String at) {}

    /** @param made the version it was made over */
    @PutMapping("/classes/{classId}/room/seats/{planId}/places")
    @ResponseBody
    Kept place(
            OpenClass open,
            @PathVariable long planId,
            @RequestParam(name = "version", defaultValue = "0") int made,
            @RequestBody List<Placed> places) {
        int version = seats.place(open.teacher(), open.id(), planId, made, places);
        return new Kept(version, Days.clock(OffsetDateTime.now(clock)));
    }
}
