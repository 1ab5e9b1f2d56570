package dev.wartung.web.today;

import dev.wartung.web.account.Role;
import dev.wartung.web.job.JobLine;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.valve.Valve;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * What is to be done first of all that a day holds.
 *
 * @param tag  of the valve
 * @param what to do, in words
 * @param why  this before everything else
 * @param path where it is done
 */
public record First(String tag, String what, String why, String path) {

    /**
     * What a day holds.
     *
     * @param mine    jobs on one's own bench
     * @param planned jobs that nobody began
     * @param others  jobs on other benches
     * @param looks   looks that are due
     * @param due     valves that are due
     */
    record Day(
            List<JobLine> mine,
            List<JobLine> planned,
            List<JobLine> others,
            List<Recheck> looks,
            List<Valve> due,
            LocalDate today) {

        private boolean hasJob(Valve valve) {
            return Stream.of(mine, planned, others).flatMap(List::stream).anyMatch(j -> j.tag()
                    .equals(valve.tag()));
        }
    }

    /**
     * An open valve first, since it stands open; then a look that is overdue, since a leak does not wait; then an
     * overdue job that waits for nothing; then a valve past its date without a job; then what is planned for today.
     *
     * @param roles of whoever is told: nobody is sent to what they do not do
     */
    static Optional<First> of(Day day, Set<Role> roles) {
        LocalDate today = day.today();
        List<Supplier<Optional<First>>> technicians = List.of(
                () -> day.mine().stream()
                        .filter(j -> j.waitsFor().isEmpty())
                        .findFirst()
                        .map(j -> job(j, "Go on: ", "It is open on your bench.")),
                () -> day.looks().stream()
                        .filter(l -> l.dueOn().isBefore(today))
                        .min(Comparator.comparing(Recheck::dueOn))
                        .map(l -> new First(
                                l.valve().tag(),
                                l.name(),
                                "A look that is overdue: what leaks or has settled does not wait.",
                                "/valves/" + l.valve().tag())),
                () -> ready(day.planned())
                        .filter(j -> j.dueOn().isBefore(today))
                        .findFirst()
                        .map(j -> job(j, "Begin: ", "It is overdue, and waits for nothing.")));
        Supplier<Optional<First>> unplanned = () -> day.due().stream()
                .filter(v -> v.nextDue().filter(d -> d.isBefore(today)).isPresent() && !day.hasJob(v))
                .min(Comparator.comparing(v -> v.nextDue().orElseThrow()))
                .map(v -> new First(
                        v.tag(),
                        "Plan its service",
                        "It is past its date, and no job is planned for it.",
                        "/valves/" + v.tag()));
        Supplier<Optional<First>> todays = () -> ready(day.planned())
                .filter(j -> j.dueOn().isEqual(today))
                .findFirst()
                .map(j -> job(j, "Begin: ", "It is planned for today."));
        boolean technician = roles.contains(Role.TECHNICIAN);
        return Stream.of(
                        technician ? technicians : List.<Supplier<Optional<First>>>of(),
                        technician || roles.contains(Role.PLANNER)
                                ? List.of(unplanned)
                                : List.<Supplier<Optional<First>>>of(),
                        technician ? List.of(todays) : List.<Supplier<Optional<First>>>of())
                .flatMap(List::stream)
                .map(Supplier::get)
                .flatMap(Optional::stream)
                .findFirst();
    }

    private static Stream<JobLine> ready(List<JobLine> planned) {
        return planned.stream().filter(j -> j.waitsFor().isEmpty()).sorted(Comparator.comparing(JobLine::dueOn));
    }

    private static First job(JobLine job, String lead, String why) {
        return new First(job.tag(), lead + job.title(), why, "/jobs/" + job.number());
    }
}
