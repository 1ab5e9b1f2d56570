package dev.wartung.core.progress;

import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * A job under way. The steps confirmed so far are carried out on the simulated bench, which knows where every part is;
 * the first step
 * not confirmed is the current one. A job that began from a valve left part-way carries the steps that left it so.
 */
public final class Progress {

    private final Procedure procedure;
    private final List<Step> carried;
    private final List<Confirmation> confirmed;
    private final Bench bench;
    private final List<Incident> incidents = new ArrayList<>();
    private final Optional<String> positionBeforeLast;

    /**
     * @param build     the family's build
     * @param configuration what the valve is before any of the steps
     * @param carried   steps of earlier, stopped jobs whose effect the valve still shows
     * @param procedure what is to be done; its steps may begin with ones already confirmed or be only the rest of the
     *     way
     * @param confirmed in the order they were confirmed
     */
    public Progress(
            Build build,
            ValveConfiguration configuration,
            List<Step> carried,
            Procedure procedure,
            List<Confirmation> confirmed) {
        Map<String, Ask.Known> read = new HashMap<>();
        List<Confirmation> known = new ArrayList<>();
        for (Confirmation confirmation : confirmed) {
            known.add(confirmation.knowing(read));
            confirmation.answers().forEach(a -> read.put(a.ask(), new Ask.Known(a.measured(), a.seen())));
        }
        this.procedure = new Procedure(
                procedure.steps().stream().map(s -> s.knowing(read)).toList(),
                procedure.renews(),
                procedure.rechecks());
        this.carried = List.copyOf(carried);
        this.confirmed = List.copyOf(known);
        this.bench = new Bench(build, configuration);
        carried.forEach(step -> bench.carryOut(step.acts()));
        String before = bench.energies().position();
        for (Confirmation confirmation : confirmed) {
            before = bench.energies().position();
            incidents.addAll(bench.carryOut(confirmation.step().acts()));
        }
        if (carried.isEmpty() && confirmed.isEmpty()) {
            // a new valve lies there as it was delivered before anybody confirms that it does
            procedure.steps().stream()
                    .limit(1)
                    .map(Step::acts)
                    .forEach(acts -> bench.carryOut(acts.stream()
                            .filter(a -> a.verb() == Verb.DELIVERED)
                            .toList()));
        }
        this.positionBeforeLast = Optional.of(before);
    }

    public Procedure procedure() {
        return procedure;
    }

    public List<Confirmation> confirmed() {
        return confirmed;
    }

    /** Where every part is now. */
    public Bench bench() {
        return bench;
    }

    /** Incidents the simulated bench saw in what was confirmed; none for a derived procedure done in its order. */
    public List<Incident> incidents() {
        return List.copyOf(incidents);
    }

    public Optional<String> positionBeforeLast() {
        return positionBeforeLast;
    }

    /** The next step to do; empty when all are done. */
    public Optional<Step> current() {
        Set<String> done = confirmedIds();
        return procedure.steps().stream().filter(s -> !done.contains(s.id())).findFirst();
    }

    /** Ids of the steps that were confirmed. */
    public Set<String> confirmedIds() {
        return confirmed.stream().map(c -> c.step().id()).collect(Collectors.toSet());
    }

    public boolean isConfirmed(String stepId) {
        return confirmed.stream().anyMatch(c -> c.step().id().equals(stepId));
    }

    /** Old seals that are out, of those the job takes out. */
    public Count oldOut() {
        return count(Verb.BIN);
    }

    /** New parts that are in, of those the job fits. */
    public Count newIn() {
        return count(Verb.FIT_NEW);
    }

    private Count count(Verb verb) {
        Set<String> ids = confirmedIds();
        Stream<Step> still = procedure.steps().stream().filter(s -> !ids.contains(s.id()));
        int done = times(verb, confirmed.stream().map(Confirmation::step)) + times(verb, carried.stream());
        return new Count(done, done + times(verb, still));
    }

    private static int times(Verb verb, Stream<Step> steps) {
        return (int) steps.flatMap(s -> s.acts().stream())
                .filter(a -> a.verb() == verb)
                .count();
    }

    /** All steps the valve's present state comes from: what a later job carries. */
    public List<Step> behind() {
        return Stream.concat(carried.stream(), confirmed.stream().map(Confirmation::step))
                .toList();
    }

    /**
     * Whether the valve is still as it was found: prepared and made safe at most, by this job alone, and no air put on
     * by hand. Until then its record can be corrected and the job
     * derived anew; what was confirmed stays done.
     */
    public boolean untouched() {
        return carried.isEmpty()
                && !bench.energies().airOnByHand()
                && confirmed.stream().allMatch(c -> c.step().phase().compareTo(Phase.MAKE_SAFE) <= 0);
    }

    /** Why the valve cannot be left as it stands (a job cannot be stopped here); empty when it can. */
    public Optional<Message> cannotBeLeft() {
        return bench.energies().airOnByHand()
                ? Optional.of(Message.of(
                        "progress.air-holds", "Air is holding the stem. Go on until the air is off, then stop."))
                : Optional.empty();
    }

    /** What stands in the way of closing the job, each in one sentence; empty when it may be closed. */
    public List<Message> hindrances() {
        List<Message> found = new ArrayList<>();
        current().ifPresent(s -> found.add(Message.of("progress.not-done", "Not done yet: {step}.", "step", s.say())));
        bench.finish(procedure.renews()).forEach(i -> found.add(i.text()));
        if (!oldOut().complete() || !newIn().complete()) {
            found.add(Message.of(
                    "progress.count-differs",
                    "The count differs: {out} of {allOut} old out, {in} of {allIn} new in.",
                    "out",
                    oldOut().done(),
                    "allOut",
                    oldOut().of(),
                    "in",
                    newIn().done(),
                    "allIn",
                    newIn().of()));
        }
        confirmed.stream()
                .flatMap(c -> c.answers().stream())
                .filter(a -> !a.settled())
                .forEach(a -> found.add(Message.of(
                        "progress.not-settled",
                        "“{asked}” failed and nobody decided what to do about it.",
                        "asked",
                        a.asked())));
        return found;
    }
}
