package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Count;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.findings.FindingsDesk;
import dev.wartung.web.note.BenchNote;
import dev.wartung.web.note.BenchNotes;
import dev.wartung.web.photo.ValvePhoto;
import dev.wartung.web.stores.GreaseLine;
import dev.wartung.web.stores.GreaseTin;
import dev.wartung.web.stores.Lot;
import dev.wartung.web.technique.CloseUp;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Everything the bench shows of a job at one moment. Public, so that the expressions of its page can be compiled.
 *
 * @param view        the job
 * @param step        the step shown: the current one, or an earlier one that is being looked at
 * @param looking     an earlier step is looked at; nothing can be confirmed there
 * @param stepNumber  of the step shown, counted from 1
 * @param steps       how many there are
 * @param earlier     id of the step before the one shown
 * @param later       id of the step after, while looking back
 * @param phases      the phases this job has, each with how far it is
 * @param svg         the section drawing
 * @param near        the same where the work is; empty where the whole shows it as well
 * @param plates      the energies
 * @param cloth       parts on the cloth, in the order they came off
 * @param coming      parts that the current step lays on the cloth
 * @param aids        borrowed aids on the valve
 * @param gauges      by reading: its band drawn, with the value typed
 * @param typed       what stands in the fields
 * @param outcome     what came of the last thing asked for
 * @param failed      readings that failed on the last try, with their verdicts
 * @param mine        the bench is held by whoever is looking
 * @param hindrances  with all steps done: what stands in the way of closing
 * @param apart       how much of it was done without network, could not be entered, and is not settled
 * @param films       greases of the step, each with its tin
 * @param tools       measuring tools that are asked for
 * @param readWith    what each reading is taken with, by its id, where that is chosen and known
 * @param usual       how long the step takes, and how long it takes here
 * @param tins        that are on site, to choose one in hand
 * @param locks       what is locked or unlocked at the step, lock by lock
 * @param notes       what was left at the step, and kept
 * @param identifies  whether the valve is told from its tag and type plate at the step
 * @param photos      of the valve, where it is
 * @param closeUps    what the hands do at the step
 * @param takeFirst   at the step that counts in: by item, the lot in the stores that expires first
 */
@RecordBuilder
@RecordBuilder.Options(builderMode = RecordBuilder.BuilderMode.STANDARD_AND_STAGED)
public record Board(
        JobView view,
        Optional<Step> step,
        boolean looking,
        int stepNumber,
        int steps,
        Optional<String> earlier,
        Optional<String> later,
        List<PhaseMark> phases,
        String svg,
        Optional<String> near,
        List<EnergyPlate> plates,
        List<Part> cloth,
        List<Part> coming,
        List<String> aids,
        Map<String, String> gauges,
        Optional<SpreadView> spread,
        Map<String, String> typed,
        Outcome outcome,
        Map<String, Answer> failed,
        boolean mine,
        List<Message> hindrances,
        int apart,
        List<GreaseLine> films,
        List<ToolForm.Line> tools,
        Map<String, ReadWith> readWith,
        String usual,
        List<GreaseTin> tins,
        Map<String, Lot> takeFirst,
        LocksAtHand.AtStep locks,
        List<BenchNote> notes,
        boolean identifies,
        List<ValvePhoto> photos,
        List<CloseUp> closeUps,
        UnitSystem units) {

    /** A phase on the strip: done, now or to come. */
    public record PhaseMark(Phase phase, String state) {}

    /** Whether the hands are shown in the step's own card: nothing is read, counted or agreed to there. */
    public boolean roomForHands() {
        return step.filter(s -> s.asks().isEmpty() && !s.kitCount() && !needsSecond())
                .isPresent();
    }

    /** How many pictures there are of the hands. */
    public int framesOfHands() {
        return closeUps.stream().mapToInt(c -> c.frames().size()).sum();
    }

    /** How many pieces were counted in and not fitted. */
    public int leftOver() {
        return ClosingDesk.leftOver(view);
    }

    /** Why two people sign this job; empty where one does. */
    public Optional<String> needsTwo() {
        return ClosingDesk.needsTwo(view);
    }

    public Count oldOut() {
        return view.progress().oldOut();
    }

    public Count newIn() {
        return view.progress().newIn();
    }

    /** How many parts there are to look at now. */
    public int lookable() {
        return FindingsDesk.lookable(view, units);
    }

    public String typed(String field) {
        return typed.getOrDefault(field, "");
    }

    public String trouble(String field) {
        return outcome.byField().getOrDefault(field, "");
    }

    /** Names of the fields whose answers were refused, with a blank between. */
    public String refused() {
        return String.join(" ", outcome.byField().keySet());
    }

    /** A reading taken at several places, as it stands. */
    public SpreadView spreadOf(AtPlaces ask) {
        return SpreadView.of(ask, typed, units, Optional.ofNullable(readWith.get(ask.id())));
    }

    /** From the wrench's drive to the bolt, of the joint's own tool. */
    public Quantity offset(double toolOffsetM) {
        return new Quantity(toolOffsetM, Dimension.LENGTH);
    }

    /**
     * What the wrench is set to for the target of a joint with a tool of its own.
     *
     * @throws java.util.NoSuchElementException if no limits are known: there is no target then
     */
    public Quantity setting(Measurement ask) {
        Band band = ask.band().orElseThrow();
        return SpreadForm.torque(new WrenchForm(typed, ask.toolOffsetM(), units)
                .wrench()
                .setting(band.target().orElse(band.max()).si()));
    }

    /** What another answer says the valve is, where it failed and tells that the record is wrong. */
    Map<String, String> found(Ask ask) {
        Answer answer = failed.get(ask.id());
        return answer == null
                ? Map.of()
                : ask.identifies().getOrDefault(answer.seen().orElse(""), Map.of());
    }

    /** What the failed readings on the board say about one fact of the configuration; empty if nothing. */
    public String foundFact(String fact) {
        return step.stream()
                .flatMap(s -> s.asks().stream())
                .map(this::found)
                .filter(f -> f.containsKey(fact))
                .map(f -> f.get(fact))
                .findFirst()
                .orElse("");
    }

    /**
     * What can be corrected before anything is opened: by fact, its name and the values this type is made in, in words.
     */
    public List<Fact> correctable() {
        if (!view.progress().untouched()) {
            return List.of();
        }
        var anatomy = view.sheets().anatomy();
        List<Fact> facts = new ArrayList<>();
        facts.add(new Fact(
                "drive",
                "Drive",
                view.configuration().drive().code(),
                view.sheets().type().drives().stream()
                        .collect(Collectors.toMap(
                                Drive::code,
                                d -> d.code() + ", " + anatomy.words(d),
                                (a, b) -> a,
                                LinkedHashMap::new))));
        anatomy.options()
                .forEach((id, option) -> facts.add(new Fact(
                        id,
                        option.name(),
                        view.configuration().options().getOrDefault(id, ""),
                        view.sheets().type().options().getOrDefault(id, List.of()).stream()
                                .collect(Collectors.toMap(v -> v, option::words, (a, b) -> a, LinkedHashMap::new)))));
        return facts.stream().filter(f -> f.values().size() > 1).toList();
    }

    /** A fact of the configuration with the values it can have. */
    public record Fact(String id, String name, String value, Map<String, String> values) {}

    /** Where a note can count. */
    public List<BenchNotes.Place> notePlaces() {
        return List.of(BenchNotes.Place.values());
    }

    /** Whether the step takes a second person, or a failed reading on the board needs one to stand. */
    public boolean needsSecond() {
        return step.isPresent()
                && (step.get().secondPerson()
                        || !trouble(GreaseForm.REFUSED).isEmpty()
                        || step.get().asks().stream()
                                .anyMatch(a -> a.critical() && a.identifies().isEmpty() && failed.containsKey(a.id())));
    }

    /** What was read at the step that is being looked at. */
    public List<Answer> answersHere() {
        return view.progress().confirmed().stream()
                .filter(c -> step.filter(s -> s.id().equals(c.step().id())).isPresent())
                .flatMap(c -> c.answers().stream())
                .toList();
    }

    /**
     * The way the job goes, its limits and what hinders it, in short: a device that took it along on another one does
     * not go on by that.
     */
    public String way() {
        return Ahead.way(view);
    }

    /** Id of the step that is due, also while another one is looked at; empty when all are done. */
    public String due() {
        return view.progress().current().map(Step::id).orElse("");
    }
}
