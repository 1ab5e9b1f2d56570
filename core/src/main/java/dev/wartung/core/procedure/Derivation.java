package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.AnatomySheet.Recheck;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.Reading;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.procedure.Sequence.Node;
import dev.wartung.core.procedure.Situation.Motion;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Derives the work on a valve from its sheets: what has to be open ({@link Scope}), in which order ({@link Sequence}), with the closure
 * member brought to the position each step needs and the air taken away as soon as it is not.
 */
public final class Derivation {

    private final AnatomySheet anatomy;
    private final TypeSheet type;
    private final ValveConfiguration configuration;
    private final Build build;
    private final Map<String, Operation> operations = new LinkedHashMap<>();
    private final Figures figures;

    /** @throws IllegalArgumentException if the family has no such configuration */
    public Derivation(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        if (!anatomy.allows(configuration)) {
            throw new IllegalArgumentException("no such valve: " + configuration);
        }
        this.anatomy = anatomy;
        this.type = type;
        this.configuration = configuration;
        this.build = anatomy.build().resolve(configuration.facts());
        this.figures = Figures.of(type, configuration);
        anatomy.operations().stream().filter(o -> o.when().holds(configuration.facts())).forEach(o -> operations.put(o.id(), o));
    }

    /** The whole job on a valve that nobody has touched. */
    public Procedure derive(Work work) {
        return derive(work, Situation.untouched(configuration.drive()));
    }

    /**
     * The job from where the valve stands: what is open already is not opened again, and whatever is open is closed.
     *
     * @throws IllegalStateException if the sheet gives no way to what the work asks for (a mistake in the sheet)
     */
    public Procedure derive(Work work, Situation start) {
        Scope scope = new Scope(build, operations, work, start);
        List<Operation> included = scope.included().stream().map(operations::get).toList();
        List<Step> steps = new Walk(scope.renewed(), start).through(Sequence.of(included));
        List<Recheck> rechecks = anatomy.rechecks().stream()
                .filter(r -> r.joins().contains(Operation.ALWAYS) || r.joins().stream().anyMatch(scope.included()::contains)).toList();
        return new Procedure(steps, List.copyOf(scope.renewed()), rechecks);
    }

    /** Walks along the ordered operations, writes each out as a step and puts movements in between. */
    private final class Walk {

        private final Set<String> renewed;
        private final Situation start;
        private final List<Step> steps = new ArrayList<>();
        private final Map<String, Integer> used = new HashMap<>();
        private Motion motion;

        Walk(Set<String> renewed, Situation start) {
            this.renewed = renewed;
            this.start = start;
            this.motion = new Motion(start.position(), start.held());
        }

        List<Step> through(List<Node> order) {
            for (Node node : order) {
                if (isStillToDo(node)) {
                    bringTo(node.operation().position(facts()), node.phase());
                    add(node.operation(), node.undoes(), node.phase());
                }
            }
            bringTo(Optional.empty(), Phase.RETURN);
            return List.copyOf(steps);
        }

        private boolean isStillToDo(Node node) {
            if (!node.undoes().isEmpty()) {
                return used.containsKey(node.undoes()) || start.open().contains(node.undoes());
            }
            boolean inEffect = start.isOpen(node.operation()) && node.operation().undoneBy().isPresent();
            boolean repeatable = node.operation().takes().isEmpty() && node.operation().opens().isEmpty() && node.phase() == Phase.MAKE_SAFE;
            return !start.repeated().contains(node.id()) && !(inEffect && !repeatable);
        }

        private void bringTo(Optional<String> wanted, Phase phase) {
            if (wanted.isPresent() && motion.secure(wanted.get())) {
                return;
            }
            if (wanted.isEmpty() && !motion.held().equals(Situation.AIR)) {
                return;
            }
            Drive drive = configuration.drive();
            String target = wanted.filter(w -> !drive.rest().equals(Optional.of(w))).orElse(Operation.REST);
            // air is taken away at the end of what it was needed for, brought at the beginning
            Phase belongs = wanted.isPresent() || steps.isEmpty() ? phase : steps.get(steps.size() - 1).phase();
            add(movement(target), "", belongs);
        }

        private Operation movement(String target) {
            return anatomy.movements().stream()
                    .filter(m -> m.when().holds(configuration.facts()) && m.brings().equals(Optional.of(target))).findFirst()
                    .orElseThrow(() -> new IllegalStateException("no movement brings it to “" + target + "”"));
        }

        private void add(Operation operation, String undoes, Phase phase) {
            int times = used.merge(operation.id(), 1, Integer::sum);
            List<Act> acts = acts(operation, undoes);
            Map<String, String> facts = facts();
            steps.add(new Step(times == 1 ? operation.id() : operation.id() + "-" + times, operation.id(),
                    undoes.isEmpty() ? Optional.empty() : Optional.of(undoes), phase,
                    text(operation.say(), facts), text(operation.why(), facts), figures.into(operation.done()), motion.held(),
                    operation.cautions().stream().filter(c -> c.when().holds(facts))
                            .map(c -> new Step.Warning(figures.into(c.lead()), figures.into(c.text()))).toList(),
                    operation.tools().stream().filter(t -> t.when().holds(facts)).map(t -> figures.into(t.is())).toList(),
                    operation.minutes(), operation.asks().stream().map(this::ask).toList(), films(operation, facts),
                    operation.marks(), acts, operation.kitCount(), operation.proves().isPresent()));
            acts.forEach(act -> motion = motion.after(act, configuration.drive()));
        }

        private List<Act> acts(Operation operation, String undoes) {
            List<Act> acts = new ArrayList<>();
            operation.hands().ifPresent(space -> acts.add(Act.of(Verb.REACH, space)));
            boolean closing = !undoes.isEmpty();
            if (closing) {
                operation.greases().forEach(part -> acts.add(Act.of(Verb.GREASE, part)));
                operation.does().stream().filter(a -> a.verb() == Verb.AID_ON).forEach(acts::add);
                fitted(operation, operations.get(undoes)).forEach(part -> acts.add(Act.of(renewed.contains(part) ? Verb.FIT_NEW : Verb.PUT_BACK, part)));
                operation.does().stream().filter(a -> a.verb() != Verb.AID_ON).forEach(acts::add);
            } else {
                acts.addAll(operation.does());
                operation.opens().forEach(joint -> acts.add(Act.of(Verb.OPEN, joint)));
                operation.takes().forEach(part -> acts.add(Act.of(renewed.contains(part) ? Verb.BIN : Verb.TAKE, part)));
            }
            acts.addAll(operation.then());
            return List.copyOf(acts);
        }

        private List<String> fitted(Operation undoing, Operation undone) {
            if (!undoing.fits().isEmpty()) {
                return undoing.fits();
            }
            List<String> reversed = new ArrayList<>(undone.takes());
            Collections.reverse(reversed);
            return reversed;
        }

        private Map<String, String> facts() {
            Map<String, String> facts = configuration.facts();
            facts.put("held", motion.held());
            motion.position().ifPresent(p -> facts.put("stem", p));
            return facts;
        }

        private String text(List<Variant> variants, Map<String, String> facts) {
            return Variant.pick(variants, facts).map(figures::into).orElse("");
        }

        private List<Step.Film> films(Operation operation, Map<String, String> facts) {
            return operation.greases().stream().flatMap(id -> build.part(id).stream()).filter(Part::greased)
                    .map(part -> type.lubricant(part.film(), facts)
                            .map(l -> new Step.Film(part.id(), l.name(), l.registration()))
                            .orElseThrow(() -> new Figures.MissingFigure("lubricant for " + part.film())))
                    .toList();
        }

        private Ask ask(String id) {
            Reading reading = anatomy.reading(id).orElseThrow(() -> new IllegalStateException("no reading “" + id + "”"));
            return new Ask(reading.id(), reading.ask(), reading.quantity().map(Reading.Measured::dimension),
                    reading.band().map(name -> Optional.ofNullable(type.bands().get(name)).orElseThrow(() -> new Figures.MissingFigure("band " + name))),
                    reading.choices(), reading.expectedFor(facts()), reading.critical(),
                    figures.into(reading.low()), figures.into(reading.high()), figures.into(reading.otherwise()));
        }
    }
}
