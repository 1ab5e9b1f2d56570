package dev.wartung.scheduling;

import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.scheduling.Shutdown.Shift;
import dev.wartung.scheduling.Shutdown.Technician;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Why a job is not in a plan, and what would bring it in. First what keeps it out whatever else is planned; then, with
 * everything that is in held where it is, what single thing
 * would make room: somebody more, a tool more, a line more down, a longer window. If it would fit even so, putting it
 * in costs more by the weights than it takes away.
 */
public final class WhyNot {

    private static final int LONGER = 24 * 60;

    private WhyNot() {}

    /**
     * In sentences, the most telling first.
     *
     * @param id of a job that is not in it
     */
    public static List<String> of(Shutdown shutdown, Plan plan, String id) {
        Job job = shutdown.jobs().stream()
                .filter(j -> j.id().equals(id))
                .findFirst()
                .orElseThrow();
        List<String> never = whateverElse(shutdown, job);
        if (!never.isEmpty()) {
            return never;
        }
        if (fits(shutdown, plan, job)) {
            return List.of("It would fit, but it costs more than it takes away: " + cost(shutdown, plan, job));
        }
        List<String> why = new ArrayList<>();
        Technician more =
                new Technician("somebody more", allSkills(shutdown), List.of(new Shift(0, shutdown.minutes(), false)));
        List<Technician> withMore = new ArrayList<>(shutdown.technicians());
        withMore.add(more);
        if (fits(people(shutdown, withMore), plan, job)) {
            why.add("Nobody" + who(job.skills()) + " is free for " + duration(job.minutes())
                    + " while its line can be down. One more person would bring it in.");
        }
        for (String tool : job.tools()) {
            if (shutdown.tools().containsKey(tool) && fits(tools(shutdown, tool), plan, job)) {
                why.add("The " + tool + " is taken whenever it could be done. A second one would bring it in.");
            }
        }
        if (!job.inWorkshop()
                && plan.downs().stream().noneMatch(d -> d.line() == job.line())
                && fits(
                        new Shutdown(
                                shutdown.minutes(),
                                shutdown.now(),
                                shutdown.linesDown() + 1,
                                shutdown.lines(),
                                shutdown.technicians(),
                                shutdown.tools(),
                                shutdown.jobs(),
                                shutdown.pins(),
                                shutdown.weights()),
                        plan,
                        job)) {
            why.add(shutdown.lines().get(job.line()).name() + " is not down, and " + shutdown.linesDown()
                    + (shutdown.linesDown() == 1 ? " line is" : " lines are")
                    + " down whenever it would have to be. One more at once would bring it in.");
        }
        if (fits(longer(shutdown), plan, job)) {
            why.add("There is no time left for " + needs(shutdown, job)
                    + " before the window ends. A longer window would bring it in.");
        }
        if (why.isEmpty()) {
            why.add("Several things are short at once: people"
                    + (job.tools().isEmpty() ? "" : ", " + String.join(", ", job.tools()))
                    + " and time. No single one of them would bring it in with the rest held where it is.");
        }
        return why;
    }

    /** What keeps a job out of any plan. */
    public static List<String> whateverElse(Shutdown shutdown, Job job) {
        List<String> why = new ArrayList<>();
        List<Technician> able = shutdown.technicians().stream()
                .filter(t -> t.skills().containsAll(job.skills()))
                .toList();
        if (able.isEmpty()) {
            why.add("Nobody" + who(job.skills()) + " is there in this window.");
        } else if (able.stream().flatMap(t -> t.shifts().stream()).noneMatch(s -> s.to() - s.from() >= job.minutes())) {
            why.add("It takes " + duration(job.minutes()) + ", longer than any shift of those who may do it.");
        }
        if (job.second() > 0
                && shutdown.technicians().stream()
                        .noneMatch(t -> t.skills().contains(Shutdown.SECOND)
                                && (able.size() > 1
                                        || able.stream().noneMatch(a -> a.name().equals(t.name()))))) {
            why.add("It takes a second person to agree, and there is none besides whoever does it.");
        }
        job.tools().stream()
                .filter(t -> shutdown.tools().getOrDefault(t, 1) < 1)
                .forEach(t -> why.add("There is no " + t + " in this window."));
        if (job.kitAt() >= shutdown.minutes()) {
            why.add("Its parts are not here before the window ends.");
        } else if (Math.max(Math.max(job.kitAt(), shutdown.now()), drain(shutdown, job)) + after(shutdown, job)
                > shutdown.minutes()) {
            why.add(
                    job.kitAt() > 0
                            ? "Its parts come " + duration(job.kitAt()) + " into the window, and "
                                    + needs(shutdown, job) + " do not fit behind that."
                            : "The window has " + duration(shutdown.minutes() - shutdown.now()) + " left; it needs "
                                    + needs(shutdown, job) + ".");
        }
        return why;
    }

    private static int drain(Shutdown shutdown, Job job) {
        return job.inWorkshop()
                ? 0
                : Math.max(0, shutdown.now()) + shutdown.lines().get(job.line()).drain();
    }

    private static int after(Shutdown shutdown, Job job) {
        return job.minutes()
                + (job.retighten() > 0 ? job.after() + job.retighten() : 0)
                + (job.inWorkshop() ? 0 : shutdown.lines().get(job.line()).restore())
                + job.recheck();
    }

    private static String needs(Shutdown shutdown, Job job) {
        List<String> parts = new ArrayList<>();
        if (!job.inWorkshop()) {
            parts.add(duration(shutdown.lines().get(job.line()).drain()) + " to drain");
        }
        parts.add(duration(job.minutes()) + " of work");
        if (job.retighten() > 0) {
            parts.add(duration(job.after()) + " to settle and " + duration(job.retighten()) + " to tighten again");
        }
        if (!job.inWorkshop()) {
            parts.add(duration(shutdown.lines().get(job.line()).restore()) + " to give the line back");
        }
        if (job.recheck() > 0) {
            parts.add(duration(job.recheck()) + " of looks after that");
        }
        return String.join(", ", parts);
    }

    private static String who(Set<String> skills) {
        return skills.isEmpty()
                ? ""
                : " who may do it (" + skills.stream().sorted().collect(Collectors.joining(", ")) + ")";
    }

    static String duration(int minutes) {
        return minutes < 60
                ? minutes + " min"
                : minutes / 60 + " h" + (minutes % 60 == 0 ? "" : " " + minutes % 60 + " min");
    }

    private static Set<String> allSkills(Shutdown shutdown) {
        Set<String> all =
                shutdown.jobs().stream().flatMap(j -> j.skills().stream()).collect(Collectors.toSet());
        all.add(Shutdown.SECOND);
        return all;
    }

    /** Whether it goes in behind everything that is in, held where it is. */
    private static boolean fits(Shutdown shutdown, Plan plan, Job job) {
        return with(shutdown, plan, job).placed(job.id()).isPresent();
    }

    private static Plan with(Shutdown shutdown, Plan plan, Job job) {
        List<Pin> held = plan.jobs().stream()
                .map(p -> new Pin(p.job(), p.work().start(), p.work().technician()))
                .toList();
        Decoder decoder = new Decoder(shutdown.with(held));
        Map<String, Integer> index = new HashMap<>();
        IntStream.range(0, shutdown.jobs().size())
                .forEach(j -> index.put(shutdown.jobs().get(j).id(), j));
        Genome genome = new Genome(shutdown.jobs().size());
        plan.out().stream()
                .filter(o -> !o.equals(job.id()))
                .forEach(o -> genome.out[Objects.requireNonNull(index.get(o))] = true);
        List<String> order =
                new ArrayList<>(plan.jobs().stream().map(Plan.Placed::job).toList());
        // on a line that goes down in its turn, behind its others
        order.add(job.id());
        plan.out().stream().filter(o -> !o.equals(job.id())).forEach(order::add);
        for (int i = 0; i < genome.order.length; i++) {
            genome.order[i] = Objects.requireNonNull(index.get(order.get(i)));
        }
        Plan.Cost cost = decoder.decode(genome);
        return cost.broken() > 0 ? plan : decoder.plan(cost);
    }

    private static String cost(Shutdown shutdown, Plan plan, Job job) {
        Plan other = with(shutdown, plan, job);
        long back = other.cost().backMinutes() - plan.cost().backMinutes();
        int overtime = other.cost().overtimeMinutes() - plan.cost().overtimeMinutes();
        List<String> parts = new ArrayList<>();
        if (back > 0) {
            parts.add("lines come back " + duration((int) back) + " later in all");
        }
        if (overtime > 0) {
            parts.add(duration(overtime) + " more overtime");
        }
        return (parts.isEmpty()
                        ? "with more time the search would have put it in; let it run on"
                        : String.join(", ", parts))
                + " for " + job.risk() + " points of risk.";
    }

    private static Shutdown people(Shutdown s, List<Technician> people) {
        return new Shutdown(
                s.minutes(), s.now(), s.linesDown(), s.lines(), people, s.tools(), s.jobs(), s.pins(), s.weights());
    }

    private static Shutdown tools(Shutdown s, String tool) {
        Map<String, Integer> more = new HashMap<>(s.tools());
        more.merge(tool, 1, Integer::sum);
        return new Shutdown(
                s.minutes(), s.now(), s.linesDown(), s.lines(), s.technicians(), more, s.jobs(), s.pins(), s.weights());
    }

    private static Shutdown longer(Shutdown s) {
        List<Technician> longer = s.technicians().stream()
                .map(t -> {
                    List<Shift> shifts = new ArrayList<>(t.shifts());
                    shifts.add(new Shift(s.minutes(), s.minutes() + LONGER, false));
                    return new Technician(t.name(), t.skills(), shifts);
                })
                .toList();
        return new Shutdown(
                s.minutes() + LONGER,
                s.now(),
                s.linesDown(),
                s.lines(),
                longer,
                s.tools(),
                s.jobs(),
                s.pins(),
                s.weights());
    }
}
