package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.anatomy.TypeSheet.Lubricant;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.lubrication.Film;
import dev.wartung.core.procedure.Sequence.Node;
import dev.wartung.core.sealing.Polymer;
import dev.wartung.core.school.Settled;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Walks along the ordered operations, writes each out as a step and puts movements in between. */
final class Walk {

    private static final String FILM_SCHOOL = "seat-film";
    private static final String ACTUATOR = "actuator";

    private final Stage from;
    private final Stage to;
    private final Set<String> binned;
    private final Set<String> fittedNew;
    private final Situation start;
    private final List<Step> steps = new ArrayList<>();
    private final Map<String, Integer> used = new HashMap<>();
    private final Set<String> off;
    private Stage stage;
    private Motion motion;
    private Map<String, String> facts = Map.of();

    /**
     * @param from      what the valve is
     * @param to        what it becomes; the same where nothing is converted
     * @param binned    parts that go to the bin when they come off
     * @param fittedNew parts that are fitted from the bag
     */
    Walk(Stage from, Stage to, Set<String> binned, Set<String> fittedNew, Situation start) {
        this.from = from;
        this.to = to;
        this.binned = binned;
        this.fittedNew = fittedNew;
        this.start = start;
        this.stage = from;
        this.off = new HashSet<>(start.off());
        this.motion = start.motion();
        look();
    }

    List<Step> through(List<Node> order) {
        for (Node node : order) {
            if (isStillToDo(node)) {
                bringTo(node.operation().position(facts), node.phase());
                add(node.operation(), node.undoes(), node.phase());
            }
        }
        bringTo(Optional.empty(), Phase.RETURN);
        return List.copyOf(steps);
    }

    private boolean isStillToDo(Node node) {
        if (!node.undoes().isEmpty()) {
            Operation undone = to.operations().get(node.undoes());
            return used.containsKey(node.undoes()) || start.isOpen(undone) || !from.operations().containsKey(node.undoes());
        }
        boolean inEffect = start.isOpen(node.operation());
        boolean repeatable = node.operation().takes().isEmpty() && node.operation().opens().isEmpty() && node.phase() == Phase.MAKE_SAFE;
        return !start.repeated().contains(node.id()) && !(inEffect && !repeatable) && !ledToWhatIsOpen(node.operation());
    }

    /** A step on the way in that leaves nothing to undo: with all it leads to open already, it is behind us. */
    private boolean ledToWhatIsOpen(Operation operation) {
        List<Operation> next = from.operations().values().stream().filter(o -> o.needs().contains(operation.id())).toList();
        return operation.phase() == Phase.OPEN && !next.isEmpty() && next.stream().allMatch(start::isOpen);
    }

    private void bringTo(Optional<String> wanted, Phase phase) {
        if (wanted.isPresent() && motion.secure(wanted.get())) {
            return;
        }
        if (wanted.isEmpty() && !motion.heldByAir()) {
            return;
        }
        Optional<String> rest = stage.build().rest(stage.configuration().drive());
        String target = wanted.filter(w -> !motion.driven() || !rest.equals(Optional.of(w))).orElse(Operation.REST);
        // air is taken away at the end of what it was needed for, brought at the beginning
        Phase belongs = wanted.isPresent() || steps.isEmpty() ? phase : steps.get(steps.size() - 1).phase();
        add(movement(target), "", belongs);
    }

    private Operation movement(String target) {
        return stage.anatomy().movements().stream()
                .filter(m -> m.when().holds(facts) && m.brings().equals(Optional.of(target))).findFirst()
                .orElseThrow(() -> new IllegalStateException("no movement brings it to “" + target + "”"));
    }

    private void add(Operation operation, String undoes, Phase phase) {
        int times = used.merge(operation.id(), 1, Integer::sum);
        List<Act> acts = acts(operation, undoes);
        Figures figures = stage.figures();
        steps.add(new Step(times == 1 ? operation.id() : operation.id() + "-" + times, operation.id(),
                undoes.isEmpty() ? Optional.empty() : Optional.of(undoes), phase,
                text(operation.say()), text(operation.why()), figures.into(operation.done()), motion.held(),
                operation.cautions().stream().filter(c -> c.when().holds(facts))
                        .map(c -> new Step.Warning(figures.into(c.lead()), figures.into(c.text()))).toList(),
                operation.tools().stream().filter(t -> t.when().holds(facts)).map(t -> figures.into(t.is())).toList(),
                operation.minutes(), operation.asks().stream().map(id -> new AskedHere(stage, facts).ask(id)).toList(), films(operation),
                operation.marks(), acts, operation.kitCount(), operation.proves().isPresent(), operation.secondPerson(), choices(operation)));
        for (Act act : acts) {
            if (act.verb() == Verb.CONVERT) {
                stage = to;
            }
            switch (act.verb()) {
                case TAKE, BIN -> off.add(act.object());
                case PUT_BACK, FIT_NEW -> off.remove(act.object());
                default -> { }
            }
            motion = motion.after(act, stage.build(), stage.configuration().drive());
        }
        look();
    }

    /** Sees anew what conditions are judged against. */
    private void look() {
        facts = new HashMap<>(stage.facts());
        facts.put("held", motion.held());
        facts.put("driver", motion.driven() ? "on" : "off");
        motion.position().ifPresent(p -> facts.put("stem", p));
    }

    private List<Act> acts(Operation operation, String undoes) {
        List<Act> acts = new ArrayList<>();
        operation.hands().ifPresent(space -> acts.add(Act.of(Verb.REACH, space)));
        boolean closing = !undoes.isEmpty();
        if (closing) {
            operation.greases().forEach(part -> acts.add(Act.of(Verb.GREASE, part)));
            operation.does().stream().filter(a -> comesFirst(a) && isLeftToDo(a)).forEach(acts::add);
            fitted(operation, to.operations().get(undoes)).forEach(part -> acts.add(Act.of(fittedNew.contains(part) ? Verb.FIT_NEW : Verb.PUT_BACK, part)));
            operation.does().stream().filter(a -> !comesFirst(a)).forEach(acts::add);
        } else {
            acts.addAll(operation.does());
            operation.opens().forEach(joint -> acts.add(Act.of(Verb.OPEN, joint)));
            operation.takes().stream().filter(part -> stage.build().part(part).isPresent()).forEach(part -> acts.add(Act.of(binned.contains(part) ? Verb.BIN : Verb.TAKE, part)));
        }
        operation.then().stream().filter(this::isLeftToDo).forEach(acts::add);
        return List.copyOf(acts);
    }

    /** A part that may come off and go on more than once: what is off already is not taken, what is on is not put back. */
    private boolean isLeftToDo(Act act) {
        return act.verb() != Verb.TAKE && act.verb() != Verb.PUT_BACK || off.contains(act.object()) == (act.verb() == Verb.PUT_BACK);
    }

    /** What makes room, before anything is fitted. */
    private static boolean comesFirst(Act act) {
        return act.verb() == Verb.AID_ON || act.verb() == Verb.TAKE;
    }

    private List<String> fitted(Operation undoing, Operation undone) {
        List<String> order = new ArrayList<>(undoing.fits().isEmpty() ? undone.takes() : undoing.fits());
        if (undoing.fits().isEmpty()) {
            Collections.reverse(order);
        }
        order.removeIf(part -> to.build().part(part).isEmpty());
        return order;
    }

    private String text(List<Variant> variants) {
        return Variant.pick(variants, facts).map(stage.figures()::into).orElse("");
    }

    private List<String> choices(Operation operation) {
        return operation.follows().stream().map(stage.schools()::get).map(Settled::inWords).toList();
    }

    private List<Step.Film> films(Operation operation) {
        return operation.greases().stream().flatMap(id -> stage.build().part(id).stream()).filter(Part::greased).map(part -> film(part, operation)).toList();
    }

    private Step.Film film(Part part, Operation operation) {
        Lubricant named = stage.type().lubricant(part.film(), facts).orElseThrow(() -> new Figures.MissingFigure("lubricant for " + part.film()));
        // where schools differ on the place of the film, their answer is the place
        String position = operation.follows().contains(FILM_SCHOOL) ? facts.getOrDefault(FILM_SCHOOL, part.film())
                : part.kind().equals(Part.ACTUATOR_SEAL) ? ACTUATOR : part.film();
        String material = stage.type().article(part.id(), facts).map(Article::material).orElse("");
        double volume = Optional.ofNullable(stage.type().surfaces().get(part.id())).map(s -> Film.volumeM3(s.areaM2(), Film.THIN_M)).orElse(0.0);
        return new Step.Film(part.id(), part.name(), position, Polymer.in(material).stream().map(Polymer::symbol).sorted().toList(), named.name(), named.registration(), volume);
    }
}
