package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.AnatomySheet.Recheck;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Sequence.Node;
import dev.wartung.core.school.Practice;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Derives the work on a valve from its sheets: what has to be open ({@link Scope}), in which order ({@link Sequence}),
 * with the closure
 * member brought to the position each step needs and the air taken away as soon as it is not ({@link Walk}).
 *
 * <p>A conversion is opened as what the valve is and closed as what it becomes. Thread-safe.
 */
public final class Derivation {

    private static final String STILL_LIVE = "Still live.";

    private final AnatomySheet anatomy;
    private final TypeSheet type;
    private final Practice practice;
    private final Map<ValveConfiguration, Stage> stages = new ConcurrentHashMap<>();

    /** @param practice how work is done at the plant */
    public Derivation(AnatomySheet anatomy, TypeSheet type, Practice practice) {
        this.anatomy = anatomy;
        this.type = type;
        this.practice = practice;
    }

    /**
     * The whole job on a valve that nobody has touched.
     *
     * @throws IllegalArgumentException if the family has no such configuration
     */
    public Procedure derive(Work work, ValveConfiguration configuration) {
        return derive(work, Situation.untouched(stage(configuration).build(), configuration));
    }

    /**
     * The job from where the valve stands: what is open already is not opened again, and whatever is open is closed.
     *
     * @throws IllegalArgumentException if the family has no such configuration, or the work leads to one that it has
     *     not
     * @throws IllegalStateException if the sheet gives no way to what the work asks for (a mistake in the sheet)
     */
    public Procedure derive(Work work, Situation found) {
        Stage from = stage(found.configuration());
        Situation start = NewValve.asDelivered(work, found, from);
        ValveConfiguration target = start.configuration().with(work.kind().becomes());
        Stage to = stage(target);
        Set<String> fromBag = to.build().exchangedFor(from.build());
        Set<String> exchanged = from.build().exchangedFor(to.build());
        // what hangs on something that is exchanged goes with it; nothing is done to it any more
        Set<String> spared = exchanged.stream()
                .flatMap(id -> from.build().part(id).stream())
                .filter(part ->
                        exchanged.stream().anyMatch(carrier -> from.build().hangsOn(part, carrier)))
                .map(Part::id)
                .collect(Collectors.toSet());
        Set<String> away = exchanged.stream().filter(id -> !spared.contains(id)).collect(Collectors.toSet());
        // what converts is not done to a valve that is converted already
        Set<String> reached = work.kind().reaches().stream()
                .filter(id -> to != from || !from.converts(id))
                .collect(Collectors.toCollection(LinkedHashSet::new));
        // whatever has to be off while it is converted has to go on again
        Set<String> closed = reached.stream()
                .flatMap(id -> from.converts(id)
                        ? Objects.requireNonNull(from.operations().get(id)).needs().stream()
                        : Stream.of(id))
                .filter(id -> !to.converts(id))
                .collect(Collectors.toSet());
        Set<String> converting = reached.stream().filter(from::converts).collect(Collectors.toSet());
        Scope closing = scope(to, work, fromBag, Set.of(), closed, converting, start);
        if (to != from) {
            closing.included().stream()
                    .filter(id -> Optional.ofNullable(from.operations().get(id))
                            .filter(o -> !o.takes().isEmpty() && spared.containsAll(o.takes()))
                            .isEmpty())
                    .forEach(reached::add);
        }
        Scope opening = to == from ? closing : scope(from, work, away, spared, reached, Set.of(), start);
        // what is exchanged and can be used again is set aside for the record, not thrown away
        Set<String> binned = opening.renewed().stream()
                .filter(id -> !away.contains(id)
                        || from.build().part(id).filter(Part::singleUse).isPresent())
                .collect(Collectors.toSet());
        List<Operation> forward = Stream.concat(
                        from.operations(opening.included())
                                .filter(o -> o.phase().compareTo(Phase.RENEW) < 0),
                        to.operations(closing.included()).filter(o -> o.phase().compareTo(Phase.RENEW) >= 0))
                .toList();
        List<Node> order = NewValve.onItsBench(
                Sequence.of(forward, to.operations(closing.included()).toList()), work, found, start, to);
        List<Step> steps = new Walk(from, to, binned, closing.renewed(), fromBag, start)
                .through(order).stream()
                        .filter(s -> !s.kitCount() || !closing.renewed().isEmpty())
                        .map(s -> to.operations().containsKey(s.operation())
                                        && to.operations().get(s.operation()).live()
                                ? s.warnedOf(
                                        Message.of("step.still-live", STILL_LIVE),
                                        Message.of(
                                                anatomy.id() + "/works/"
                                                        + work.kind().id() + "/live",
                                                work.kind().live()))
                                : s)
                        .toList();
        if (!start.delivered().isEmpty()) {
            return NewValve.procedure(steps);
        }
        List<Recheck> rechecks = anatomy.rechecks().stream()
                .filter(r -> r.when().holds(to.facts()))
                .filter(r -> r.joins().contains(Operation.ALWAYS)
                        || r.joins().stream()
                                .anyMatch(id -> closing.included().contains(id) || converting.contains(id)))
                .flatMap(r -> timed(r).stream())
                .toList();
        return new Procedure(steps, List.copyOf(closing.renewed()), rechecks);
    }

    /** Empty where the type sheet does not know after how long. */
    private Optional<Recheck> timed(Recheck recheck) {
        return recheck.afterSize().isEmpty()
                ? Optional.of(recheck)
                : recheck.afterSize()
                        .flatMap(size -> Optional.ofNullable(type.sizes().get(size)))
                        .map(recheck::dueAfter);
    }

    private Stage stage(ValveConfiguration configuration) {
        return stages.computeIfAbsent(configuration, c -> new Stage(anatomy, type, c, practice));
    }

    private static Scope scope(
            Stage stage,
            Work work,
            Set<String> differing,
            Set<String> spared,
            Set<String> reaches,
            Set<String> converting,
            Situation start) {
        // closing up goes on as it was begun: a valve that stands whole in its running line is not opened for it; one
        // that was left open is not worked on live
        List<Operation> before = start.disturbed().stream()
                .flatMap(id -> Optional.ofNullable(stage.operations().get(id)).stream())
                .toList();
        boolean opened = before.stream()
                .anyMatch(o -> o.phase().compareTo(Phase.OPEN) >= 0
                        && o.phase().compareTo(Phase.CLOSE) < 0
                        && !o.live()
                        && !(o.takes().isEmpty() && o.opens().isEmpty()));
        boolean live = !opened
                && (work.kind().leavesLive()
                        || (work.closesUp() && before.stream().anyMatch(Operation::live)));
        List<String> goals = new ArrayList<>(work.kind().renews().parts());
        stage.build().parts().stream()
                .filter(p -> work.kind().renews().kinds().contains(p.kind()))
                .map(Part::id)
                .forEach(goals::add);
        goals.addAll(work.chosen());
        goals.addAll(differing);
        goals.removeAll(spared);
        return new Scope(stage.build(), stage.operations(), goals, reaches, converting, work.closesUp(), live, start);
    }
}
