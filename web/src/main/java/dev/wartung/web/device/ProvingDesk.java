package dev.wartung.web.device;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.Proof.Hold;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.longwork.Running;
import dev.wartung.web.site.Site;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.annotation.Transactional;

/** Beginning proving runs, at a bench or by hand. */
@Service
class ProvingDesk implements Running.Source {

    private static final Logger LOG = LoggerFactory.getLogger(ProvingDesk.class);

    /** What a stand-in can be told to suffer from, for trying out and for training. */
    static final Map<String, String> FAULTS = faults();

    private static final double DECAY_PA = 3e5;
    /** A seat is tried with what its line puts on it, up to what rates are stated at. */
    private static final double MOST_DECAY_PA = 6e5;

    private static final double AIR_PA = 6e5;
    /** What the register of the line side can say. */
    private static final double MOST_LINE_PA = 6e5;

    /** The field in which whoever starts a run says that they stand at the bench. */
    static final String AT_BENCH = "at-bench";

    private static final Set<Outcome> LOOK_FIRST =
            EnumSet.of(Outcome.LEFT_UNDER_AIR, Outcome.UNWATCHED, Outcome.HELD_ON, Outcome.BENCH_LOST);
    private static final int SWEPT_EVERY_S = 10;

    private final RunFiles book;
    private final ProvingRuns runs;
    private final TestBenches benches;
    private final RunDriver driver;
    private final Jobs jobs;
    private final Site site;
    private final CurrentAccount current;
    private final Clock clock;

    ProvingDesk(
            RunFiles book,
            ProvingRuns runs,
            TestBenches benches,
            RunDriver driver,
            Jobs jobs,
            Site site,
            CurrentAccount current,
            Clock clock) {
        this.clock = clock;
        this.book = book;
        this.runs = runs;
        this.benches = benches;
        this.driver = driver;
        this.jobs = jobs;
        this.site = site;
        this.current = current;
    }

    private static Map<String, String> faults() {
        Map<String, String> faults = new LinkedHashMap<>();
        faults.put("none", "nothing");
        faults.put("sticks", "it seizes half-way");
        faults.put("dry", "dry seals");
        faults.put("weak", "a weak spring");
        faults.put("leaks", "air past the piston");
        faults.put("hang", "its two seats hang together");
        faults.put("override", "the control head's manual override turned on");
        faults.put("lost", "no air at the bench");
        return faults;
    }

    private static Faults fault(String name) {
        return switch (name) {
            case "sticks" -> new Faults(0.43, 1, 1, 0, false);
            case "dry" -> new Faults(-1, 8, 1, 0, false);
            case "weak" -> new Faults(-1, 1, 0.55, 0, false);
            case "leaks" -> new Faults(-1, 1, 1, 5e6, false);
            case "hang" -> new Faults(-1, 1, 1, 0, true);
            default -> Faults.NONE;
        };
    }

    /**
     * What a valve is while it is proven: in a running job what the steps done have made of it, else what its record
     * says.
     */
    ValveConfiguration as(Valve valve, Optional<Integer> job) {
        return running(valve, job)
                .map(v -> v.progress().bench().configuration())
                .orElse(valve.configuration());
    }

    /** The running job of a number, if it is this valve's. */
    Optional<JobView> running(Valve valve, Optional<Integer> job) {
        return job.flatMap(jobs::view)
                .filter(v -> v.job().state() == JobState.RUNNING
                        && v.job().valve().id().equals(valve.id()));
    }

    /** Takes the air off benches whose run lost its watcher, and ends those runs. */
    public void sweep() {
        for (ProvingRun run : book.lost()) {
            driver.letGo(run.id(), run.benchName().flatMap(benches::findFirstByName));
        }
    }

    /**
     * The same from the start on and now and then, on a thread that nobody waits for: an instance may be killed while
     * others go on.
     */
    @Scheduled(fixedDelay = SWEPT_EVERY_S, timeUnit = TimeUnit.SECONDS)
    void sweepAgain() {
        try {
            sweep();
        } catch (DataAccessException | TransactionException e) {
            LOG.debug("benches are looked after again once the database is there", e);
        }
    }

    @Override
    @Transactional(readOnly = true)
    public List<Running> running() {
        return runs.findByEndedAtIsNull().stream()
                .map(r -> new Running(
                        (r.measures() ? "Measuring " : "Proving ")
                                + r.valve().tag()
                                + r.benchName().map(b -> " at " + b).orElse(""),
                        "/proving/" + r.id(),
                        r.by().name(),
                        r.startedAt(),
                        Optional.empty(),
                        Optional.of(new Running.Stop("/proving/" + r.id() + "/stop", Set.of(Role.TECHNICIAN)))))
                .toList();
    }

    /** Ends a run and takes the air away. */
    void stop(long run) {
        driver.stop(run);
        book.askToStop(run);
    }

    /**
     * Begins a run.
     *
     * @return the run, or troubles by field put into {@code troubles}
     */
    Optional<ProvingRun> begin(
            Valve valve,
            Optional<Integer> job,
            Long benchId,
            String fault,
            Map<String, String> typed,
            UnitSystem units,
            Map<String, String> troubles) {
        ValveConfiguration as = as(valve, job);
        Optional<DriveModel> model = book.model(valve, as);
        if (model.isEmpty()) {
            troubles.put("bench", "The type sheet gives too few numbers to prove this valve against.");
            return Optional.empty();
        }
        double line = model.get().line().belowM2() == 0
                ? 0
                : ByHandForm.readUpTo(MOST_LINE_PA, typed, "hold", Dimension.PRESSURE, units, troubles)
                        .orElse(0.0);
        if (troubles.containsKey("hold")) {
            return Optional.empty();
        }
        Optional<TestBench> bench = ready(valve, job, benchId, typed, troubles);
        if (bench.isEmpty()) {
            return Optional.empty();
        }
        double air = air();
        Optional<Hold> hold = line > 0 ? Optional.of(new Hold(line, air)) : Optional.empty();
        ProvingRun run = book.begin(
                valve,
                as,
                running(valve, job).map(v -> v.job().number()),
                Optional.of(bench.get().name()),
                hold,
                current.get());
        drive(
                run,
                bench.get(),
                model.get(),
                new Plan(air, line, line > 0 ? Math.min(line, MOST_DECAY_PA) : DECAY_PA),
                fault);
        return Optional.of(run);
    }

    /**
     * Begins a run that goes once slowly up and down, to find spring and friction by.
     *
     * @return the run, or troubles by field put into {@code troubles}
     */
    Optional<ProvingRun> measure(
            Valve valve, Long benchId, String fault, Map<String, String> typed, Map<String, String> troubles) {
        ValveConfiguration as = valve.configuration();
        if (!book.isMeasurable(valve, as.drive())) {
            troubles.put("job", "Only a valve that air moves and a spring brings back can be measured so.");
            return Optional.empty();
        }
        Optional<TestBench> bench = ready(valve, Optional.empty(), benchId, typed, troubles);
        if (bench.isEmpty()) {
            return Optional.empty();
        }
        // a real bench is driven by which way the air moves the valve; a stand-in has to have something on it
        Optional<DriveModel> model = book.model(valve, as)
                .or(() -> bench.get().standIn() ? book.madeUp(valve, as) : Optional.of(DriveModel.unknown(as.drive())));
        if (model.isEmpty()) {
            troubles.put("bench", "The stand-in has no valve of this kind to put on. Choose a real bench.");
            return Optional.empty();
        }
        ProvingRun run = book.beginMeasuring(valve, as, bench.get().name(), current.get());
        drive(run, bench.get(), model.get(), Plan.measuring(air()), fault);
        return Optional.of(run);
    }

    private double air() {
        return Math.max(AIR_PA, site.air().map(Air::nominalPa).orElse(AIR_PA));
    }

    private void drive(ProvingRun run, TestBench bench, DriveModel model, Plan plan, String fault) {
        driver.drive(new RunDriver.Task(
                run.id(),
                bench,
                model,
                plan,
                new RunDriver.Suffers(fault(fault), fault.equals("lost"), fault.equals("override"))));
    }

    /** The bench, if a run may begin at it now and whoever asks stands there; else why not is told. */
    private Optional<TestBench> ready(
            Valve valve, Optional<Integer> job, Long benchId, Map<String, String> typed, Map<String, String> troubles) {
        sweep();
        Optional<TestBench> bench = benches.findById(benchId);
        if (bench.isEmpty()) {
            troubles.put("bench", "Choose a bench.");
            return Optional.empty();
        }
        if (runs.findByEndedAtIsNull().stream()
                .anyMatch(r -> r.benchName().equals(Optional.of(bench.get().name())))) {
            troubles.put("bench", bench.get().name() + " is running a valve. Wait until it is done, or stop it there.");
            return Optional.empty();
        }
        Optional<String> silent = RunDriver.trouble(bench.get());
        if (silent.isPresent()) {
            troubles.put("bench", silent.get() + " Prove it by hand, or look at the bench and its cable.");
            return Optional.empty();
        }
        if (!driver.hasRoom()) {
            troubles.put(
                    "bench",
                    RunDriver.MOST_AT_ONCE + " valves are being proven already. Wait until one of them is done.");
            return Optional.empty();
        }
        return isOthers(valve, job, troubles) || !stands(bench.get(), typed, troubles) ? Optional.empty() : bench;
    }

    /** Whether somebody else holds the job a run would be part of; then that is told. */
    private boolean isOthers(Valve valve, Optional<Integer> job, Map<String, String> troubles) {
        Optional<Account> other =
                running(valve, job).flatMap(v -> v.job().holder()).filter(holder -> !current.is(holder));
        other.ifPresent(holder -> troubles.put(
                "job",
                holder.name() + " holds this job. Take its bench over first, or prove the valve outside the job."));
        return other.isPresent();
    }

    /** Air is put on where somebody stands who looks: whether whoever asks holds the bench, or takes it by saying so. */
    private boolean stands(TestBench bench, Map<String, String> typed, Map<String, String> troubles) {
        Optional<Account> holder = bench.holder(clock.instant());
        if (holder.filter(h -> !current.is(h)).isPresent()) {
            troubles.put(
                    "bench",
                    holder.get().name() + " stands at " + bench.name()
                            + ". Ask, then take it over on the list of test benches.");
            return false;
        }
        if (holder.isEmpty()) {
            if (!typed.containsKey(AT_BENCH)) {
                troubles.put(AT_BENCH, "Air is put on only where somebody stands and looks. Say that you do.");
                return false;
            }
            hold(bench);
        }
        return true;
    }

    /** Whoever asks stands at a bench from now on. */
    void hold(TestBench bench) {
        bench.heldBy(current.get(), clock.instant());
        benches.save(bench);
    }

    /** Nobody stands at a bench any more. */
    void letGo(TestBench bench) {
        bench.letGo();
        benches.save(bench);
    }

    /** The last run at a bench, if it ended so that whoever comes there next should look first. */
    @Transactional(readOnly = true)
    public Optional<ProvingRun> toLookAt(TestBench bench) {
        return runs.findFirstByBenchNameOrderByStartedAtDesc(bench.name())
                .filter(r -> r.outcome().filter(LOOK_FIRST::contains).isPresent());
    }

    /** For each bench, by its id, the run that whoever comes there next should know of. */
    @Transactional(readOnly = true)
    public Map<Long, ProvingRun> looks(List<TestBench> all) {
        Map<Long, ProvingRun> looks = new LinkedHashMap<>();
        all.forEach(b -> toLookAt(b).ifPresent(run -> looks.put(b.id(), run)));
        return looks;
    }

    /** Keeps what was read by hand. What was not read is left empty; the verdict says so. */
    Optional<ProvingRun> byHand(
            Valve valve,
            Optional<Integer> job,
            Map<String, String> typed,
            UnitSystem units,
            Map<String, String> troubles) {
        ValveConfiguration as = as(valve, job);
        Optional<DriveModel> model = book.model(valve, as);
        if (model.isEmpty()) {
            troubles.put("first", "The type sheet gives too few numbers to prove this valve against.");
            return Optional.empty();
        }
        if (isOthers(valve, job, troubles)) {
            return Optional.empty();
        }
        return ByHandForm.read(typed, units, troubles)
                .map(read -> book.byHand(
                        valve,
                        as,
                        model.get(),
                        running(valve, job).map(v -> v.job().number()),
                        read,
                        current.get()));
    }
}
