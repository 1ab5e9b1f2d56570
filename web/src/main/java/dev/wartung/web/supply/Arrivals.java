package dev.wartung.web.supply;

import dev.wartung.core.stores.Allocation.Covered;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import org.springframework.stereotype.Service;

/** When the parts of planned jobs are here, if they were ordered today. */
@Service
public class Arrivals {

    private final SupplyDesk desk;
    private final Clock clock;

    Arrivals(SupplyDesk desk, Clock clock) {
        this.desk = desk;
        this.clock = clock;
    }

    /** By job number; jobs whose parts are all here are not in it. */
    public Map<Integer, LocalDate> byJob() {
        Map<Integer, LocalDate> days = new HashMap<>();
        SupplyDesk.Plan plan = desk.plan();
        Map<String, Integer> lead = desk.leadTimes();
        for (Covered covered : plan.allocation().jobs()) {
            if (covered.shortOf() > 0) {
                LocalDate here = LocalDate.now(clock)
                        .plusDays(lead.getOrDefault(covered.demand().item(), SupplyDesk.USUAL_LEAD_DAYS));
                days.merge(covered.demand().job(), here, (a, b) -> a.isAfter(b) ? a : b);
            }
        }
        return days;
    }
}
