package dev.wartung.core.practice;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * An exercise with all a learner did in it, carried out on the bench. Worked out anew from what was done: nothing else
 * is kept.
 */
public final class Attempt {

    private static final int TOOLS_OFFERED = 4;
    /** A grease nobody should take near product: it is offered everywhere. */
    static final String WRONG_GREASE = "Workshop grease, mineral oil";

    /**
     * What came of something done.
     *
     * @param incidents what went wrong on the bench
     * @param slips     what went wrong with the hand: a tool, a grease
     * @param says      what was seen, or the hint
     */
    public record Came(Made made, List<Incident> incidents, List<Message> slips, Message says) {}

    private final Exercise exercise;
    private final Bench bench;
    private final List<Came> came = new ArrayList<>();
    private static final Comparator<Message> BY_NAME = Comparator.comparing(Message::toString);

    private final Map<String, Integer> done = new HashMap<>();
    private boolean found;
    private int wronglyNamed;
    private String before = "";

    public Attempt(Exercise exercise, List<Made> all) {
        this.exercise = exercise;
        this.bench = new Bench(exercise.anatomy().build(), exercise.real());
        all.forEach(this::make);
    }

    private void make(Made made) {
        switch (made.what()) {
            case MOVE -> exercise.move(made.key()).ifPresent(move -> move(made, move));
            case LOOK -> came.add(new Came(made, List.of(), List.of(), look(made.key())));
            case HINT -> came.add(new Came(
                    made,
                    List.of(),
                    List.of(),
                    next().map(s -> Message.joined(". ", List.of(s.say(), s.why())))
                            .orElse(Message.of("practice.all-done", "Everything the work has was done."))));
            case NAME -> name(made);
        }
    }

    private void move(Made made, Move move) {
        before = bench.energies().position();
        List<Message> slips = new ArrayList<>();
        Step step = here(move);
        rightTool(step)
                .filter(right -> !right.toString().equals(made.tool()))
                .ifPresent(right -> slips.add(Message.of(
                        "practice.wrong-tool",
                        "{taken} for “{step}”: it takes {right}.",
                        "taken",
                        tool(made.tool()),
                        "step",
                        step.say(),
                        "right",
                        right)));
        List<Act> acts = step.acts();
        if (!step.films().isEmpty() && !made.grease().equals(rightGrease(step))) {
            if (made.grease().isEmpty() || made.grease().equals(Made.DRY)) {
                acts = acts.stream().filter(a -> a.verb() != Verb.GREASE).toList();
            } else {
                Step.Film film = step.films().get(0);
                slips.add(wrongGrease(made.grease(), film));
            }
        }
        List<Incident> incidents = bench.carryOut(acts);
        done.merge(move.key(), 1, Integer::sum);
        came.add(new Came(made, incidents, slips, incidents.isEmpty() ? step.done() : Message.NONE));
    }

    /** The tool as it was offered, its torque an amount; words where it was none. */
    private Message tool(String taken) {
        return exercise.moves().stream()
                .flatMap(m -> m.step().tools().stream())
                .filter(t -> t.toString().equals(taken))
                .findFirst()
                .orElse(taken.isEmpty() ? Message.of("practice.bare-hands", "Bare hands") : Message.words(taken));
    }

    private static Message wrongGrease(String taken, Step.Film film) {
        String polymers = film.polymers().isEmpty() ? "" : " (" + String.join(", ", film.polymers()) + ")";
        Message wrong = Message.of(
                "practice.wrong-grease",
                "{taken} on {part}{polymers}: its sheet names {right}.",
                "taken",
                taken,
                "part",
                Part.inSentence(film.name()),
                "polymers",
                polymers,
                "right",
                film.grease());
        return taken.equals(WRONG_GREASE)
                ? Message.joined(
                        " ",
                        List.of(
                                wrong,
                                Message.of(
                                        "practice.mineral-oil",
                                        "Mineral oil swells EPDM, and has no place near product.")))
                : wrong;
    }

    private Message look(String part) {
        Optional<Part> there =
                bench.exposed().stream().filter(p -> p.id().equals(part)).findFirst();
        if (there.isEmpty()) {
            return Message.of("practice.out-of-sight", "It cannot be seen from here.");
        }
        boolean faulty = exercise.trap().kind() == Trap.Kind.HIDDEN_FAULT
                && exercise.trap().what().equals(part)
                && !bench.isNew(part);
        String name = there.get().name();
        return faulty
                ? Message.of(
                        "practice.looks",
                        "{part}: {is}.",
                        "part",
                        name,
                        "is",
                        exercise.trap().is())
                : Message.of("practice.looks-good", "{part}: nothing to be seen.", "part", name);
    }

    private void name(Made made) {
        Trap trap = exercise.trap();
        boolean right =
                switch (trap.kind()) {
                    case NONE -> false;
                    case WRONG_RECORD -> trap.what().equals(made.key())
                            && trap.is().equals(made.value());
                    case HIDDEN_FAULT -> trap.what().equals(made.key());
                };
        found |= right;
        wronglyNamed += right ? 0 : 1;
        came.add(new Came(
                made,
                List.of(),
                List.of(),
                right
                        ? trap.kind() == Trap.Kind.WRONG_RECORD
                                ? Message.of(
                                        "practice.found-record",
                                        "That is it. From here on the work follows what the valve really is.")
                                : Message.of("practice.found-fault", "That is it: it is replaced, not put back.")
                        : Message.of("practice.not-found", "No. That is as it should be.")));
    }

    /** The work as it would have been derived: for what the valve really is, once that is known. */
    public Procedure derived() {
        return found && exercise.trap().kind() == Trap.Kind.WRONG_RECORD ? exercise.asReal() : exercise.asTold();
    }

    /** The next step of the derived work that was not done yet. */
    public Optional<Step> next() {
        Map<String, Integer> left = new HashMap<>(done);
        return derived().steps().stream()
                .filter(s -> left.merge(Move.keyOf(s), -1, Integer::sum) < 0)
                .findFirst();
    }

    /** The step a move stands for, as the work has it now: once the record is put right it may take another tool. */
    public Step here(Move move) {
        return derived().steps().stream()
                .filter(s -> Move.keyOf(s).equals(move.key()))
                .findFirst()
                .orElse(move.step());
    }

    /** What can still be chosen: everything but what was done as often as the work has it. */
    public List<Move> moves() {
        return exercise.moves().stream()
                .filter(m -> m.again() || done.getOrDefault(m.key(), 0) < Math.max(1, m.times()))
                .toList();
    }

    /** Of the tools of a step the one that matters; empty where it takes none. */
    public static Optional<Message> rightTool(Step step) {
        return step.tools().stream().findFirst();
    }

    /**
     * The tools to choose from for a move: the right one among others of the work, in alphabetical order; none where it
     * takes none.
     */
    public List<Message> tools(Step step) {
        return rightTool(step)
                .map(right -> {
                    List<Message> others = exercise.moves().stream()
                            .flatMap(m -> m.step().tools().stream())
                            .filter(t -> !step.tools().contains(t))
                            .distinct()
                            .sorted(BY_NAME)
                            .toList();
                    int from = Math.floorMod(step.say().toString().hashCode(), Math.max(1, others.size()));
                    TreeSet<Message> offered = new TreeSet<>(BY_NAME);
                    Stream.concat(others.stream().skip(from), others.stream())
                            .limit(TOOLS_OFFERED - 1)
                            .forEach(offered::add);
                    offered.add(right);
                    return List.copyOf(offered);
                })
                .orElse(List.of());
    }

    /** The grease a step takes by the type sheet; {@link Made#DRY} where it takes none. */
    public static String rightGrease(Step step) {
        return step.films().stream().map(Step.Film::grease).findFirst().orElse(Made.DRY);
    }

    /** The greases to choose from for a move; none where nothing is greased. */
    public List<String> greases(Step step) {
        if (step.films().isEmpty()) {
            return List.of();
        }
        TreeSet<String> offered = new TreeSet<>(exercise.moves().stream()
                .flatMap(m -> m.step().films().stream())
                .map(Step.Film::grease)
                .toList());
        offered.add(WRONG_GREASE);
        return List.copyOf(offered);
    }

    public Exercise exercise() {
        return exercise;
    }

    public Bench bench() {
        return bench;
    }

    public List<Came> came() {
        return List.copyOf(came);
    }

    /** Whether what is not as it seems was named. */
    public boolean found() {
        return found;
    }

    int wronglyNamed() {
        return wronglyNamed;
    }

    /** The position before the last move, to show the motion. */
    public Optional<String> positionBeforeLast() {
        return before.isEmpty() ? Optional.empty() : Optional.of(before);
    }
}
