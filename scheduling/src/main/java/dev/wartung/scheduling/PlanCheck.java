package dev.wartung.scheduling;

import dev.wartung.scheduling.Plan.Down;
import dev.wartung.scheduling.Plan.Placed;
import dev.wartung.scheduling.Plan.Stint;
import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.scheduling.Shutdown.Technician;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Whether a plan keeps to everything it has to: written against the {@link Shutdown} alone, without a look at how plans
 * are made. Every plan is checked before it is shown.
 */
public final class PlanCheck {

    private final Shutdown shutdown;
    private final List<String> wrong = new ArrayList<>();

    private PlanCheck(Shutdown shutdown) {
        this.shutdown = shutdown;
    }

    /** What is wrong with it; empty where nothing is. */
    public static List<String> of(Shutdown shutdown, Plan plan) {
        PlanCheck check = new PlanCheck(shutdown);
        Map<String, Job> jobs = shutdown.jobs().stream().collect(Collectors.toMap(Job::id, Function.identity()));
        Map<Integer, Down> downs = plan.downs().stream().collect(Collectors.toMap(Down::line, Function.identity()));
        plan.jobs().forEach(p -> check.job(Optional.ofNullable(jobs.get(p.job())), p, downs));
        check.people(plan);
        check.tools(plan, jobs);
        check.lines(plan);
        check.pins(plan);
        check.complete(plan);
        return check.wrong;
    }

    private void no(boolean good, String what) {
        if (!good) {
            wrong.add(what);
        }
    }

    private void job(Optional<Job> known, Placed p, Map<Integer, Down> downs) {
        if (known.isEmpty()) {
            wrong.add(p.job() + " is no candidate");
            return;
        }
        Job job = known.get();
        boolean pinned = shutdown.pins().stream().anyMatch(pin -> pin.job().equals(job.id()));
        Stint work = p.work();
        no(work.end() - work.start() == job.minutes(), job.id() + " does not take its time");
        no(
                pinned || work.start() >= Math.max(shutdown.now(), Math.max(0, job.kitAt())),
                job.id() + " begins before now or before its kit is here");
        person(job, work, !pinned);
        no(p.second().isPresent() == job.second() > 0, job.id() + ": second person");
        p.second().ifPresent(s -> {
            no(
                    s.end() == work.end()
                            && s.end() - s.start() == job.second()
                            && !s.technician().equals(work.technician()),
                    job.id() + ": second person at the wrong time, or the same");
            no(
                    technician(s.technician()).skills().contains(Shutdown.SECOND),
                    s.technician() + " may not agree as a second person");
        });
        no(p.retighten().isPresent() == job.retighten() > 0, job.id() + ": re-tightening");
        p.retighten().ifPresent(s -> {
            no(
                    s.start() >= work.end() + job.after() && s.end() - s.start() == job.retighten(),
                    job.id() + " is re-tightened too soon");
            person(job, s, true);
        });
        no(p.recheck().isPresent() == job.recheck() > 0, job.id() + ": looks once the line is back");
        p.recheck().ifPresent(s -> person(job, s, true));
        if (!job.inWorkshop()) {
            Down down = downs.get(job.line());
            if (down == null) {
                wrong.add(job.id() + " is done on a line that is not down");
                return;
            }
            Shutdown.Line line = shutdown.lines().get(job.line());
            no(down.from() + line.drain() <= work.start(), job.id() + " begins before its line is drained");
            no(
                    Math.max(work.end(), p.retighten().map(Stint::end).orElse(0)) + line.restore() <= down.back(),
                    job.id() + " ends after its line is given back");
            p.recheck()
                    .ifPresent(s -> no(s.start() >= down.back(), job.id() + " is looked at before its line is back"));
        }
    }

    private void person(Job job, Stint stint, boolean inShift) {
        Technician t = technician(stint.technician());
        no(t.skills().containsAll(job.skills()), t.name() + " may not do " + job.id());
        no(
                !inShift || t.shifts().stream().anyMatch(s -> s.from() <= stint.start() && stint.end() <= s.to()),
                t.name() + " is not there for " + job.id());
        no(stint.end() <= shutdown.minutes(), job.id() + " ends after the window");
    }

    private Technician technician(String name) {
        return shutdown.technicians().stream()
                .filter(t -> t.name().equals(name))
                .findFirst()
                .orElse(new Technician(name, Set.of(), List.of()));
    }

    private void people(Plan plan) {
        Map<String, List<Stint>> of = new HashMap<>();
        plan.jobs().forEach(p -> Stream.of(Optional.of(p.work()), p.second(), p.retighten(), p.recheck())
                .flatMap(Optional::stream)
                .forEach(s -> of.computeIfAbsent(s.technician(), t -> new ArrayList<>())
                        .add(s)));
        of.forEach((name, stints) -> no(mostAtOnce(stints) <= 1, name + " is in two places at once"));
    }

    private void tools(Plan plan, Map<String, Job> jobs) {
        shutdown.tools()
                .forEach((tool, count) -> no(
                        mostAtOnce(plan.jobs().stream()
                                        .filter(p -> jobs.get(p.job()) != null
                                                && jobs.get(p.job()).tools().contains(tool))
                                        .map(Placed::work)
                                        .toList())
                                <= count,
                        "more than " + count + " of " + tool + " at once"));
    }

    private void lines(Plan plan) {
        plan.downs()
                .forEach(d -> no(
                        d.back() <= shutdown.minutes(),
                        shutdown.lines().get(d.line()).name() + " is not back in time"));
        no(
                mostAtOnce(plan.downs().stream()
                                .map(d -> new Stint(d.from(), d.back(), ""))
                                .toList())
                        <= shutdown.linesDown(),
                "more than " + shutdown.linesDown() + " lines down at once");
    }

    private void pins(Plan plan) {
        for (Pin pin : shutdown.pins()) {
            no(
                    plan.placed(pin.job())
                            .filter(p -> p.work().start() == pin.start()
                                    && p.work().technician().equals(pin.technician()))
                            .isPresent(),
                    pin.job() + " is not where it was pinned");
        }
    }

    private void complete(Plan plan) {
        List<String> all = Stream.concat(plan.jobs().stream().map(Placed::job), plan.out().stream())
                .sorted()
                .toList();
        no(all.equals(shutdown.jobs().stream().map(Job::id).sorted().toList()), "jobs are missing, or there twice");
        int risk = shutdown.jobs().stream()
                .filter(j -> plan.out().contains(j.id()))
                .mapToInt(Job::risk)
                .sum();
        no(plan.cost().riskLeft() == risk, "the risk left is " + risk);
        no(
                plan.cost().backMinutes()
                        == plan.downs().stream().mapToLong(Down::back).sum(),
                "lines are back at other times than it is paid for");
    }

    private static int mostAtOnce(List<Stint> stints) {
        int most = 0;
        for (Stint s : stints) {
            // where most overlap, one of them begins
            most = Math.max(most, (int) stints.stream()
                    .filter(o -> o.start() <= s.start() && s.start() < o.end())
                    .count());
        }
        return most;
    }
}
