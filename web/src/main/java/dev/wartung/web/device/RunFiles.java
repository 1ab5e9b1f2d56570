package dev.wartung.web.device;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.Proof;
import dev.wartung.core.proving.Proof.Hold;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.Sample;
import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.core.proving.Signature;
import dev.wartung.core.proving.SlowRun;
import dev.wartung.web.account.Account;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The book of proving runs: begun, heard of, ended, judged against sheet, numbers and the valve's own earlier run. */
@Service
public class RunFiles {

    /** A run nobody has heard of for so long has lost whoever watched it: this application was stopped. */
    private static final Duration LOST = Duration.ofSeconds(20);

    private static final Pattern NOMINAL = Pattern.compile("(\\d+)");
    private static final double USUAL_DN_MM = 50;

    private final ProvingRuns runs;
    private final Traces traces;
    private final Sheets sheets;
    private final JsonMapper json;
    private final TestBenches benches;
    private final ObjectProvider<RunWatch> watches;
    private final Clock clock;

    RunFiles(
            ProvingRuns runs,
            Traces traces,
            Sheets sheets,
            JsonMapper json,
            TestBenches benches,
            ObjectProvider<RunWatch> watches,
            Clock clock) {
        this.runs = runs;
        this.traces = traces;
        this.sheets = sheets;
        this.json = json;
        this.benches = benches;
        this.watches = watches;
        this.clock = clock;
    }

    /** What a drive does on this valve, in its family's words. */
    String driveWords(Valve valve, Drive drive) {
        return sheets.driveWords(valve.typeId(), drive);
    }

    /** Whether spring and friction of a valve can be found by a slow run: a spring brings it back that air moves. */
    boolean isMeasurable(Valve valve, Drive drive) {
        return drive.sprung()
                && drive.pneumatic()
                && sheets.of(valve.typeId()).anatomy().numbers().containsKey("actuator/preload");
    }

    /**
     * What a stand-in has on it for a valve whose numbers nobody knows: the example of its family that is nearest in
     * size.
     */
    Optional<DriveModel> madeUp(Valve valve, ValveConfiguration as) {
        TypeSheet type = sheets.of(valve.typeId()).type();
        return sheets.examples().stream()
                .filter(t -> t.anatomy().equals(type.anatomy()))
                .sorted(Comparator.comparing(
                        t -> Math.abs(t.dn().orElse(0) - type.dn().orElse(0))))
                .flatMap(t -> DriveModel.of(t, as).stream())
                .findFirst();
    }

    /** The forces of a valve by its sheet; empty where air does not move it or the sheet gives too few numbers. */
    public Optional<DriveModel> model(Valve valve, ValveConfiguration as) {
        return DriveModel.of(sheets.of(valve.typeId()).type(), as);
    }

    @Transactional
    ProvingRun begin(
            Valve valve,
            ValveConfiguration as,
            Optional<Integer> job,
            Optional<String> bench,
            Optional<Hold> hold,
            Account by) {
        ProvingRun run = new ProvingRun(valve, job, as.drive(), bench, by, clock.instant());
        hold.ifPresent(run::shallHold);
        return runs.save(run);
    }

    /**
     * Samples that came: on the record before anything is made of them.
     *
     * @param lost samples missing before them
     */
    @Transactional
    public void heard(long run, List<Sample> piece, int lost) {
        // a piece that is there already was written before, though nobody was told
        int missed = piece.isEmpty() || traces.keep(run, piece) ? lost : 0;
        runs.findById(run).ifPresent(r -> r.heard(missed, clock.instant()));
    }

    /** Asks for a run to be ended, wherever it is driven from. */
    @Transactional
    public void askToStop(long run) {
        runs.askToStop(run);
    }

    boolean isStopAsked(long run) {
        return runs.isStopAsked(run);
    }

    /** A run at the bench has ended: what its trace shows is read and, if it came to its end, judged. */
    @Transactional
    public void ended(long run, DriveModel model, Outcome how, String why) {
        ended(
                run,
                model,
                how,
                why,
                runs.findById(run)
                        .flatMap(ProvingRun::benchName)
                        .flatMap(benches::findFirstByName)
                        .flatMap(TestBench::chamber));
    }

    /** The same at a bench that encloses this in a seat's test. */
    @Transactional
    void ended(long run, DriveModel model, Outcome how, String why, Optional<Chamber> chamber) {
        runs.findById(run).filter(ProvingRun::running).ifPresent(r -> {
            Signature found = Signature.of(
                    traces.of(run).stream().filter(Sample::makesSense).toList(), model);
            end(r, model, how, found.in(chamber), why);
        });
    }

    /** A run that measures: what it shows is read when it has ended. */
    @Transactional
    ProvingRun beginMeasuring(Valve valve, ValveConfiguration as, String bench, Account by) {
        ProvingRun run = new ProvingRun(valve, Optional.empty(), as.drive(), Optional.of(bench), by, clock.instant());
        run.shallMeasure();
        return runs.save(run);
    }

    /**
     * What a slow run on a valve of a type found.
     *
     * @param run the run
     */
    public record Found(long run, String tag, Drive drive, Instant at, SlowRun found) {}

    /** Slow runs on valves of a type, the newest first. */
    @Transactional(readOnly = true)
    public List<Found> slowRuns(String typeId) {
        return runs.findByMeasuresTrueAndValveTypeIdOrderByStartedAtDesc(typeId).stream()
                .filter(r -> !r.running())
                .flatMap(r -> signature(r).slow().stream()
                        .map(found -> new Found(r.id(), r.valve().tag(), r.drive(), r.startedAt(), found)))
                .toList();
    }

    /** Proven by hand, with what was read. */
    @Transactional
    ProvingRun byHand(
            Valve valve, ValveConfiguration as, DriveModel model, Optional<Integer> job, Signature read, Account by) {
        ProvingRun run = begin(
                valve,
                as,
                job,
                Optional.empty(),
                read.heldPa().filter(p -> p > 0).map(p -> new Hold(p, 0)),
                by);
        end(run, model, Outcome.COMPLETE, read, "");
        return run;
    }

    private void end(ProvingRun run, DriveModel model, Outcome how, Signature found, String why) {
        Optional<Proof> proof = !run.measures() && (how == Outcome.COMPLETE || how == Outcome.STUCK)
                ? Optional.of(Proof.of(found, against(run, model)))
                : Optional.empty();
        run.ended(
                how,
                json.writeValueAsString(found),
                proof.map(json::writeValueAsString),
                proof.map(Proof::stands),
                why,
                clock.instant());
        if (how == Outcome.COMPLETE && !run.measures()) {
            watches.forEach(w -> w.proven(run));
        }
    }

    private Proof.Against against(ProvingRun run, DriveModel model) {
        TypeSheet type = sheets.of(run.valve().typeId()).type();
        Matcher size = NOMINAL.matcher(type.size());
        // proven in the fail position the run was made in, which its job may have changed
        ValveConfiguration as =
                run.valve().configuration().with(Map.of("drive", run.drive().code()));
        return new Proof.Against(
                model,
                type.band("first-movement", as.facts()),
                baseline(run).map(this::signature),
                size.find() ? Double.parseDouble(size.group(1)) : USUAL_DN_MM,
                run.hold(),
                Optional.ofNullable(type.bands().get(DriveModel.SEAT_LIFT)));
    }

    /** The latest good run of the same valve before one. */
    Optional<ProvingRun> baseline(ProvingRun run) {
        return runs.good(run.valve().id(), run.drive(), run.id()).stream().findFirst();
    }

    Signature signature(ProvingRun run) {
        return run.signature().map(s -> json.readValue(s, Signature.class)).orElseGet(Signature::unread);
    }

    /**
     * What was measured in a run that came to its end.
     *
     * @param job the job it was made in; empty for none
     */
    public record Measured(Instant at, Optional<Integer> job, Signature found) {}

    /** Of a valve as it is now, the oldest first: runs in another fail position measured something else. */
    @Transactional(readOnly = true)
    public List<Measured> measured(Valve valve) {
        return runs.findByValveIdOrderByStartedAtDesc(valve.id()).stream()
                .filter(r -> !r.measures()
                        && r.outcome().equals(Optional.of(Outcome.COMPLETE))
                        && r.drive() == valve.drive())
                .map(r -> new Measured(r.startedAt(), r.jobNumber(), signature(r)))
                .sorted(Comparator.comparing(Measured::at))
                .toList();
    }

    Optional<Proof> proof(ProvingRun run) {
        return run.proof().map(p -> json.readValue(p, Proof.class));
    }

    List<Sample> trace(ProvingRun run) {
        return run.benchName().isPresent() ? traces.of(run.id()) : List.of();
    }

    String csv(long run) {
        return traces.csv(run);
    }

    /**
     * A run as a report tells it.
     *
     * @param says how it ended and what was made of it
     * @param lines empty where it did not come to its end
     */
    public record Told(long run, Message says, List<Proof.Line> lines) {}

    /** The runs made in a job, in their order. */
    @Transactional(readOnly = true)
    public List<Told> ofJob(int number) {
        return runs.findByJobNumberOrderByStartedAt(number).stream()
                .filter(r -> !r.running())
                .map(r -> new Told(
                        r.id(),
                        Message.of(
                                "proving.told",
                                r.benchName().isPresent()
                                        ? "At {bench}, as {drive}: {outcome}"
                                        : "By hand, as {drive}: {outcome}",
                                "bench",
                                r.benchName().orElse(""),
                                "drive",
                                r.drive().code(),
                                "outcome",
                                proof(r).map(Proof::inWords)
                                        .orElse(Message.of(
                                                "proving.ended-early",
                                                "ended early, {how}.",
                                                "how",
                                                r.outcome().map(Outcome::words).orElse("")))),
                        proof(r).map(Proof::lines).orElse(List.of())))
                .toList();
    }

    /** Runs nobody has heard of for too long: whoever drove them is gone. */
    @Transactional(readOnly = true)
    List<ProvingRun> lost() {
        return runs.findByEndedAtIsNull().stream()
                .filter(r -> r.heardAt().plus(LOST).isBefore(clock.instant()))
                .toList();
    }

    /** Ends what lost its watcher, so that nothing seems to run for ever. */
    @Transactional
    void lost(long run, Outcome how, String why) {
        runs.findById(run)
                .filter(ProvingRun::running)
                .ifPresent(r -> r.ended(
                        how,
                        json.writeValueAsString(signature(r)),
                        Optional.empty(),
                        Optional.empty(),
                        why,
                        clock.instant()));
    }
}
