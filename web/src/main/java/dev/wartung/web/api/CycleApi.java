package dev.wartung.web.api;

import dev.wartung.web.due.DueDesk;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Takes cycle counts in from whatever counts them. */
@RestController
class CycleApi {

    private static final int MOST = 10_000;

    private final DueDesk desk;
    private final Valves valves;
    private final Clock clock;

    CycleApi(DueDesk desk, Valves valves, Clock clock) {
        this.desk = desk;
        this.valves = valves;
        this.clock = clock;
    }

    private static final int FIRST_YEAR = 2000;

    /**
     * A count.
     *
     * @param total cycles since the counter began
     * @param day of the reading; today where it is not given
     */
    record Count(String tag, long total, Optional<LocalDate> day) {}

    /** How many counts were kept. */
    record Kept(int counts) {}

    /** All of them or none. */
    @PostMapping("/api/v1/cycles")
    @Transactional
    public Kept counts(@RequestBody List<Count> counts) {
        if (counts.size() > MOST) {
            throw new Refused("counts", "At most " + MOST + " counts at a time.");
        }
        List<Valve> touched = new ArrayList<>();
        LocalDate today = LocalDate.now(clock);
        for (Count count : counts) {
            if (count == null) {
                throw new Refused("counts", "A count is missing.");
            }
            Valve valve = Optional.ofNullable(count.tag())
                    .flatMap(valves::findByTagIgnoreCase)
                    .orElseThrow(() -> new Refused("tag", "There is no valve “" + count.tag() + "”."));
            LocalDate on = count.day() == null ? today : count.day().orElse(today);
            if (count.total() < 0) {
                throw new Refused("total", "The count of " + count.tag() + " is below zero.");
            }
            if (on.isAfter(today) || on.getYear() < FIRST_YEAR) {
                throw new Refused(
                        "day",
                        "The day of " + count.tag() + "'s count is still to come, or before " + FIRST_YEAR + ".");
            }
            desk.counted(valve, on, count.total());
            touched.add(valve);
        }
        desk.recompute(touched);
        return new Kept(counts.size());
    }
}
