package dev.wartung.web.demo;

import dev.wartung.web.account.Account;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.shutdown.ShutdownDesk;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** A shutdown of 38 hours next week, with more work for it than two people can do. */
@Component
class DemoShutdown {

    private static final int HOURS = 38;
    private static final int MORE_JOBS = 16;
    private static final int AHEAD_DAYS = 45;

    private final Valves valves;
    private final PlanningDesk planning;
    private final Jobs jobs;
    private final ShutdownDesk desk;
    private final Clock clock;

    DemoShutdown(Valves valves, PlanningDesk planning, Jobs jobs, ShutdownDesk desk, Clock clock) {
        this.valves = valves;
        this.planning = planning;
        this.jobs = jobs;
        this.desk = desk;
        this.clock = clock;
    }

    /** Plans renewals of valves that fall due soon. */
    void plan(Account planner) {
        LocalDate today = LocalDate.now(clock);
        List<Valve> due = valves.dueBetween(today, today.plusDays(AHEAD_DAYS)).stream()
                .filter(v -> v.state() != ValveState.OUT_OF_SERVICE
                        && jobs.openOn(List.of(v.id())).isEmpty())
                .toList();
        int kept = 0;
        for (Valve valve : due) {
            var work = planning.works(valve).stream()
                    .filter(w -> w.id().equals("renew-product-seals") || w.id().equals("renew-diaphragm"))
                    .findFirst()
                    .flatMap(w -> planning.work(valve, w.id(), Optional.empty()));
            // none falls due today: what is on Today stays the story of the day
            if (work.isPresent() && kept < MORE_JOBS) {
                planning.keep(
                        valve,
                        work.get(),
                        valve.nextDue().orElseThrow().isAfter(today.plusDays(7))
                                ? valve.nextDue().orElseThrow()
                                : today.plusDays(8),
                        planner);
                kept++;
            }
        }
    }

    /** The window itself, from Saturday morning on. */
    void window() {
        LocalDate saturday = LocalDate.now(clock).plusDays(2).with(TemporalAdjusters.next(DayOfWeek.SATURDAY));
        desk.make(
                "Winter shutdown",
                saturday.atTime(LocalTime.of(6, 0)).atZone(clock.getZone()).toInstant(),
                HOURS * 60);
    }
}
