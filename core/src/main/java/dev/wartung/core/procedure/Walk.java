package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Sequence.Node;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Walks along the ordered operations, writes each out as a step and puts movements in between. */
final class Walk {

    private static final Pattern BIN = Pattern.compile("\\bbin\\b");

    private final Stage from;
    private final Stage to;
    private final Set<String> binned;
    private final Set<String> fittedNew;
    private final Set<String> fromBag;
    private final Situation start;
    private final List<Step> steps = new ArrayList<>();
    private final Map<String, Integer> used = new HashMap<>();
    private final Set<String> off;
    private final Set<String> aids;
    private Stage stage;
    private Motion motion;
    private Moment moment;

    /**
     * @param from      what the valve is
     * @param to        what it becomes; the same where nothing is converted
     * @param binned    parts that go to the bin when they come off
     * @param fittedNew parts that are fitted from the bag
     * @param fromBag   parts of what it becomes that come with the conversion, whatever of the old ones was taken off
     *     one by one
     */
    Walk(Stage from, Stage to, Set<String> binned, Set<String> fittedNew, Set<String> fromBag, Situation start) {
        this.from = from;
        this.to = to;
        this.binned = binned;
        this.fittedNew = fittedNew;
        this.fromBag = fromBag;
        this.start = start;
        this.stage = from;
        this.off = new HashSet<>(start.off());
        this.aids = new HashSet<>(start.aids());
        this.motion = start.motion();
        this.moment = stage.at(motion);
    }

    List<Step> through(List<Node> order) {
        for (Node node : order) {
            if (isStillToDo(node) && isPutBack(node, order)) {
                bringTo(node.operation().position(moment.facts()), node.phase());
                add(node.operation(), node.undoes(), node.phase());
            }
        }
        bringTo(Optional.empty(), Phase.RETURN);
        return List.copyOf(steps);
    }

    private boolean isStillToDo(Node node) {
        if (!node.undoes().isEmpty()) {
            Operation undone = Objects.requireNonNull(to.operations().get(node.undoes()));
            return used.containsKey(node.undoes())
                    || start.isOpen(undone)
                    || !from.operations().containsKey(node.undoes())
                    || undone.takes().stream().anyMatch(fromBag::contains);
        }
        boolean inEffect = start.isOpen(node.operation());
        boolean repeatable = node.operation().takes().isEmpty()
                && node.operation().opens().isEmpty()
                && node.phase() == Phase.MAKE_SAFE;
        boolean nothingLeft = !node.operation().does().isEmpty()
                && node.operation().does().stream().noneMatch(this::isLeftToDo)
                && node.operation().takes().isEmpty();
        return !nothingLeft
                && !itsPlaceIsPast(node.operation())
                && !start.repeated().contains(node.id())
                && !(inEffect && !repeatable)
                && !ledToWhatIsOpen(node.operation());
    }

    /**
     * What was to be done before something was closed that an earlier job has closed: the diaphragm is not turned back
     * any more once it is on the body.
     */
    private boolean itsPlaceIsPast(Operation operation) {
        return !start.disturbed().isEmpty()
                && to.operations().values().stream()
                        .filter(o -> o.undoneBy()
                                .filter(undo -> undo.after().contains(operation.id()))
                                .isPresent())
                        .anyMatch(o ->
                                start.disturbed().contains(o.id()) && !start.isOpen(o) && !used.containsKey(o.id()));
    }

    /**
     * Whether what a closing step takes out once more is put back by a later one; where nothing is left to put it back
     * to, it stays in.
     */
    private boolean isPutBack(Node node, List<Node> order) {
        List<String> taken = node.undoes().isEmpty() && node.phase() == Phase.CLOSE
                ? node.operation().does().stream()
                        .filter(a -> a.verb() == Verb.TAKE)
                        .map(Act::object)
                        .toList()
                : List.of();
        return taken.isEmpty()
                || order.stream()
                        .filter(n -> !n.undoes().isEmpty() && isStillToDo(n))
                        .flatMap(n ->
                                fitted(
                                        n.operation(),
                                        Objects.requireNonNull(to.operations().get(n.undoes())))
                                        .stream())
                        .toList()
                        .containsAll(taken);
    }

    /** A step on the way in that leaves nothing to undo: with all it leads to open already, it is behind us. */
    private boolean ledToWhatIsOpen(Operation operation) {
        List<Operation> next = from.needing(operation.id());
        return operation.phase() == Phase.OPEN
                && !next.isEmpty()
                && next.stream().allMatch(start::isOpen);
    }

    private void bringTo(Optional<String> wanted, Phase phase) {
        if (wanted.isPresent() && motion.secure(wanted.get())) {
            return;
        }
        if (wanted.isEmpty() && !motion.heldByAir()) {
            return;
        }
        Optional<String> rest = stage.build().rest(stage.configuration().drive());
        String target = wanted.filter(w -> !motion.driven() || !rest.equals(Optional.of(w)))
                .orElse(Operation.REST);
        // air is taken away at the end of what it was needed for, brought at the beginning
        Phase belongs = wanted.isPresent() || steps.isEmpty()
                ? phase
                : steps.get(steps.size() - 1).phase();
        add(movement(target), "", belongs);
    }

    private Operation movement(String target) {
        return stage.anatomy().movements().stream()
                .filter(m -> m.when().holds(moment.facts()) && m.brings().equals(Optional.of(target)))
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("no movement brings it to “" + target + "”"));
    }

    /** Phases are gone through once: what has to wait for something of a later phase is done in that. */
    private Phase notBefore(Phase phase) {
        Phase last = steps.isEmpty() ? phase : steps.get(steps.size() - 1).phase();
        return last.compareTo(phase) > 0 ? last : phase;
    }

    private void add(Operation operation, String undoes, Phase phase) {
        int times = used.merge(operation.id(), 1, Integer::sum);
        List<Act> acts = acts(operation, undoes);
        Moment.Worded worded = moment.worded(operation);
        steps.add(StepBuilder.stagedBuilder()
                .id(times == 1 ? operation.id() : operation.id() + "-" + times)
                .operation(operation.id())
                .undoes(undoes.isEmpty() ? Optional.empty() : Optional.of(undoes))
                .phase(notBefore(phase))
                .say(worded.say())
                .why(worded.why())
                .done(agreeing(worded.done(), acts))
                .held(motion.held())
                .cautions(worded.warnings())
                .tools(worded.tools())
                .minutes(operation.minutes().at(stage.type().dn()))
                .asks(worded.asks())
                .films(worded.films())
                .marks(operation.marks())
                .acts(acts)
                .kitCount(operation.kitCount())
                .proves(operation.proves().isPresent())
                .secondPerson(operation.secondPerson())
                .choices(worded.choices())
                .techniques(worded.techniques())
                .build());
        for (Act act : acts) {
            if (act.verb() == Verb.CONVERT) {
                stage = to;
            }
            switch (act.verb()) {
                case TAKE, BIN -> off.add(act.object());
                case PUT_BACK, FIT_NEW -> off.remove(act.object());
                case AID_ON -> aids.add(act.object());
                case AID_OFF -> aids.remove(act.object());
                default -> {}
            }
            motion = motion.after(act, stage.build(), stage.configuration().drive());
        }
        moment = stage.at(motion);
    }

    private List<Act> acts(Operation operation, String undoes) {
        List<Act> acts = new ArrayList<>();
        operation.hands().ifPresent(space -> acts.add(Act.of(Verb.REACH, space)));
        boolean closing = !undoes.isEmpty();
        if (closing) {
            operation.greases().forEach(part -> acts.add(Act.of(Verb.GREASE, part)));
            operation.does().stream()
                    .filter(a -> comesFirst(a) && isLeftToDo(a))
                    .forEach(acts::add);
            fitted(operation, Objects.requireNonNull(to.operations().get(undoes)))
                    .forEach(part -> acts.add(Act.of(fittedNew.contains(part) ? Verb.FIT_NEW : Verb.PUT_BACK, part)));
            operation.does().stream().filter(a -> !comesFirst(a)).forEach(acts::add);
        } else {
            putBackMeanwhile(operation).forEach(part -> acts.add(Act.of(Verb.TAKE, part)));
            operation.does().stream()
                    .filter(this::isLeftToDo)
                    .map(this::newIfRenewed)
                    .forEach(acts::add);
            operation.opens().forEach(joint -> acts.add(Act.of(Verb.OPEN, joint)));
            operation.takes().stream()
                    .filter(part -> stage.build().part(part).isPresent())
                    .forEach(part -> acts.add(Act.of(binned.contains(part) ? Verb.BIN : Verb.TAKE, part)));
        }
        operation.then().stream().filter(this::isLeftToDo).forEach(acts::add);
        lifting(acts).forEach(aid -> {
            acts.add(0, Act.of(Verb.AID_ON, aid));
            acts.add(Act.of(Verb.AID_OFF, aid));
        });
        return List.copyOf(acts);
    }

    /**
     * What a step says is true once it is done is what it does: a part that this job renews is in the bin, where the
     * sheet thinks of it on the cloth.
     */
    private Message agreeing(Message done, List<Act> acts) {
        List<String> old = acts.stream()
                .filter(a -> a.verb() == Verb.BIN)
                .flatMap(a -> stage.build().part(a.object()).stream())
                .map(p -> Part.inSentence(p.name()))
                .toList();
        if (old.isEmpty() || BIN.matcher(done.english()).find()) {
            return done;
        }
        boolean more = acts.stream().anyMatch(a -> a.verb() == Verb.TAKE);
        String english = (old.size() == 1 ? "Old {old} is in the bin" : "Old {old} are in the bin")
                + (more ? ", the rest is on the cloth" : "");
        return Message.of("step.old-in-the-bin", english, "old", String.join(" and ", old));
    }

    /** Aids it takes to lift what is lifted here and that are not on yet: they are lent for this step. */
    private List<String> lifting(List<Act> acts) {
        return acts.stream()
                .filter(a -> a.verb() == Verb.TAKE
                        || a.verb() == Verb.BIN
                        || a.verb() == Verb.PUT_BACK
                        || a.verb() == Verb.FIT_NEW)
                .flatMap(a -> stage.build().part(a.object()).stream())
                .flatMap(p -> p.liftedWith().stream())
                .distinct()
                .filter(aid -> !aids.contains(aid))
                .toList();
    }

    /**
     * What an earlier job took out of the way and put back in between, closing: bolts, say, that came out with the
     * actuator and hold the halves again.
     */
    private List<String> putBackMeanwhile(Operation operation) {
        return operation.takes().stream()
                .flatMap(part -> stage.build().part(part).stream())
                .flatMap(part -> part.behind().stream())
                .distinct()
                .filter(part -> stage.build().part(part).isPresent()
                        && !off.contains(part)
                        && !operation.takes().contains(part))
                .filter(part -> stage.operations().values().stream()
                        .anyMatch(o -> o.takes().contains(part) && start.isOpen(o)))
                .toList();
    }

    /** A part that a step of its own puts back is the new one where the job renews it. */
    private Act newIfRenewed(Act act) {
        return act.verb() == Verb.PUT_BACK && fittedNew.contains(act.object())
                ? Act.of(Verb.FIT_NEW, act.object())
                : act;
    }

    /**
     * A part that may come off and go on more than once: what is off already is not taken, what is on is not put back,
     * nor an aid lent twice.
     */
    private boolean isLeftToDo(Act act) {
        if (act.verb() == Verb.AID_ON) {
            return !aids.contains(act.object());
        }
        if (act.verb() == Verb.DELIVERED) {
            return stage.build().part(act.object()).isPresent();
        }
        return (act.verb() != Verb.TAKE && act.verb() != Verb.PUT_BACK)
                || off.contains(act.object()) == (act.verb() == Verb.PUT_BACK);
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
}
