package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Bound;
import dev.wartung.scheduling.PinConflicts;
import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.Shutdown;
import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Line;
import dev.wartung.scheduling.Shutdown.Pin;
import dev.wartung.scheduling.Shutdown.Weights;
import dev.wartung.scheduling.WhyNot;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.longwork.LongWork;
import dev.wartung.web.longwork.Running;
import dev.wartung.web.shutdown.Candidates.Candidate;
import dev.wartung.web.shutdown.Setup.Person;
import dev.wartung.web.site.Site;
import dev.wartung.web.tool.Toolbox;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Shutdowns: made, set up, planned, pinned. */
@Service
public class ShutdownDesk implements Running.Source {

    private static final int LEAST_LEFT = 10;
    private static final TypeReference<List<Pin>> PINS = new TypeReference<>() {};

    private final ShutdownWindows windows;
    private final Candidates candidates;
    private final Accounts accounts;
    private final Site site;
    private final Toolbox toolbox;
    private final LongWork work;
    private final CurrentAccount current;
    private final JsonMapper json;
    private final Clock clock;

    ShutdownDesk(
            ShutdownWindows windows,
            Candidates candidates,
            Accounts accounts,
            Site site,
            Toolbox toolbox,
            LongWork work,
            CurrentAccount current,
            JsonMapper json,
            Clock clock) {
        this.windows = windows;
        this.candidates = candidates;
        this.accounts = accounts;
        this.site = site;
        this.toolbox = toolbox;
        this.work = work;
        this.current = current;
        this.json = json;
        this.clock = clock;
    }

    /** Makes one, set up with everybody who services valves and one of each special tool the plant owns. */
    @Transactional
    public ShutdownWindow make(String name, Instant begins, int minutes) {
        List<Person> people = new ArrayList<>();
        accounts.findAll().stream()
                .filter(a -> a.roles().contains(Role.TECHNICIAN))
                .forEach(a -> people.add(new Person(
                        a.username(), a.name(), true, LocalTime.of(6, 0), LocalTime.of(18, 0), 2, true, true)));
        Map<String, Integer> tools = new LinkedHashMap<>();
        Set<String> owned = site.practice().site().tools();
        // a plant that has not said which it owns is taken to own them
        site.practice()
                .table()
                .tools()
                .forEach(t -> tools.put(
                        t.name(), Math.max(owned.isEmpty() || owned.contains(t.id()) ? 1 : 0, listed(t.name()))));
        Setup setup = new Setup(3, 45, 90, 20, new Weights(10, 2, 3), people, tools, Set.of(), Map.of());
        return windows.save(new ShutdownWindow(
                name, begins, minutes, json.writeValueAsString(setup), current.get(), clock.instant()));
    }

    /** Measuring tools of that name on the site's list. */
    private int listed(String name) {
        return (int) toolbox.all().stream()
                .filter(t -> t.kind().words().equalsIgnoreCase(name))
                .count();
    }

    @Transactional(readOnly = true)
    public List<ShutdownWindow> all() {
        return windows.findAllByOrderByBeginsDesc();
    }

    @Transactional(readOnly = true)
    public Optional<ShutdownWindow> byId(long id) {
        return windows.findById(id);
    }

    Setup setup(ShutdownWindow window) {
        return json.readValue(window.setup(), Setup.class);
    }

    List<Pin> pins(ShutdownWindow window) {
        return json.readValue(window.pins(), PINS);
    }

    Optional<Problem> problem(ShutdownWindow window) {
        return window.problem().map(p -> json.readValue(p, Problem.class));
    }

    Optional<Plan> plan(ShutdownWindow window) {
        return window.plan().map(p -> json.readValue(p, Plan.class));
    }

    /**
     * Two planners at one shutdown: nothing of the one's is put back by the other who did not see it.
     *
     * @param seen what was there when the page was shown ({@link ShutdownWindow#seen})
     * @return whether it was done; not, where it is another by now
     */
    @Transactional
    public boolean setUp(long id, String seen, Setup setup) {
        return changed(id, seen, w -> w.isSetUp(json.writeValueAsString(setup)));
    }

    private boolean changed(long id, String seen, Consumer<ShutdownWindow> change) {
        Optional<ShutdownWindow> window = windows.lock(id).filter(w -> w.seen().equals(seen));
        window.ifPresent(change);
        return window.isPresent();
    }

    /** Everything that could be done in it, as things stand. */
    @Transactional(readOnly = true)
    public List<Candidate> candidates(ShutdownWindow window) {
        return candidates.of(window, clock.getZone());
    }

    /** What there is to be planned, as things stand now: what is running is held where it is. */
    Problem problem(ShutdownWindow window, List<Candidate> all) {
        Setup setup = setup(window);
        List<Candidate> wanted =
                all.stream().filter(c -> !setup.left().contains(c.number())).toList();
        List<String> lines =
                wanted.stream().map(Candidate::line).distinct().sorted().toList();
        Instant begins = window.begins();
        Instant now = clock.instant();
        List<Job> jobs = new ArrayList<>();
        List<Pin> pins = new ArrayList<>(pins(window).stream()
                .filter(p -> wanted.stream()
                        .anyMatch(c ->
                                Problem.id(c).equals(p.job()) && c.started().isEmpty()))
                .toList());
        for (Candidate c : wanted) {
            boolean running = c.started().filter(at -> !at.isBefore(begins)).isPresent();
            int minutes = c.minutes();
            if (running) {
                int start = Candidates.minutes(begins, c.started().orElseThrow());
                // however late it is, it is not done yet: at least a little more
                minutes = Math.max(minutes, Candidates.minutes(begins, now) - start + LEAST_LEFT);
                pins.add(new Pin(Problem.id(c), start, c.by()));
            }
            jobs.add(new Job(
                    Problem.id(c),
                    lines.indexOf(c.line()),
                    setup.risks().getOrDefault(c.number(), c.risk()),
                    minutes,
                    c.changes() ? Set.of(Setup.CHANGES) : Set.of(),
                    c.tools(),
                    running ? 0 : c.second(),
                    c.kitAt(begins, clock.getZone()),
                    Candidates.SETTLES_MIN,
                    c.retightenMinutes(),
                    c.recheckMinutes()));
        }
        Shutdown shutdown = new Shutdown(
                window.minutes(),
                Math.max(0, Candidates.minutes(begins, now)),
                setup.linesDown(),
                lines.stream()
                        .map(l -> new Line(l, setup.drain(), setup.restore()))
                        .toList(),
                setup.technicians(window, clock.getZone()),
                setup.tools(),
                jobs,
                List.copyOf(pins),
                setup.weights());
        return new Problem(shutdown, wanted);
    }

    /** What hinders planning: pins that contradict each other, or nothing to plan. */
    List<String> hindrances(Problem problem) {
        List<String> why = new ArrayList<>(PinConflicts.of(problem.shutdown()));
        if (problem.shutdown().jobs().isEmpty()) {
            why.add("No job is chosen.");
        }
        if (problem.shutdown().technicians().stream().allMatch(t -> t.shifts().isEmpty())) {
            why.add("Nobody is there in this window.");
        }
        if (problem.shutdown().now() >= problem.shutdown().minutes()) {
            why.add("The window is over.");
        }
        return why;
    }

    /** Has it planned as things stand; nothing where somebody plans it already. */
    @Transactional
    public void begin(long id) {
        ShutdownWindow window = windows.lock(id).orElseThrow();
        if (!window.running()) {
            Problem problem = problem(window, candidates(window));
            window.begins(
                    json.writeValueAsString(problem), Bound.of(problem.shutdown()), current.get(), clock.instant());
            work.begin(PlanDriver.NAME, String.valueOf(id));
        }
    }

    /**
     * Keeps how far planning is.
     *
     * @param better a plan better than the one kept; empty where there is none
     * @return whether it goes on; not, where it was asked to stop, or is taken to have ended
     */
    @Transactional
    public boolean goesOn(long id, Optional<Plan> better, long tried, double share) {
        ShutdownWindow window = windows.lock(id).orElseThrow();
        if (!window.running()) {
            return false;
        }
        better.ifPresent(p -> window.found(json.writeValueAsString(p)));
        window.goesOn(tried, share);
        return !window.stopAsked();
    }

    @Transactional
    public void ended(long id) {
        windows.lock(id).ifPresent(ShutdownWindow::ended);
    }

    /** The application ended under it, or it failed: the best plan found is kept. */
    @Transactional
    public void brokenOff(long id) {
        windows.lock(id).ifPresent(ShutdownWindow::brokenOff);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Running> running() {
        return windows.findByRunningTrue().stream()
                .map(w -> new Running(
                        "Planning " + w.name(),
                        "/shutdowns/" + w.id(),
                        w.plannedBy().map(Account::name).orElse(""),
                        w.plannedAt().orElse(w.begins()),
                        Optional.of(w.share()),
                        Optional.of(new Running.Stop("/shutdowns/" + w.id() + "/stop", Set.of(Role.PLANNER)))))
                .toList();
    }

    @Transactional
    public void stop(long id) {
        windows.lock(id).ifPresent(ShutdownWindow::shallStop);
    }

    /**
     * A job is settled where somebody put it; other pins stay.
     *
     * @return whether it was done; not, where it is another window by now than was seen
     */
    @Transactional
    public boolean pin(long id, String seen, Pin pin) {
        return changed(id, seen, w -> {
            List<Pin> pins = new ArrayList<>(pins(w));
            pins.removeIf(p -> p.job().equals(pin.job()));
            pins.add(pin);
            w.isPinned(json.writeValueAsString(pins));
        });
    }

    @Transactional
    public boolean unpin(long id, String seen, String job) {
        return changed(
                id,
                seen,
                w -> w.isPinned(json.writeValueAsString(
                        pins(w).stream().filter(p -> !p.job().equals(job)).toList())));
    }

    /** Why a job is not in the plan. */
    List<String> why(ShutdownWindow window, String job) {
        return problem(window)
                .flatMap(problem -> plan(window)
                        .filter(plan -> plan.out().contains(job))
                        .map(plan -> WhyNot.of(problem.shutdown(), plan, job)))
                .orElse(List.of());
    }
}
