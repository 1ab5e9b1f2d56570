package dev.wartung.web.line;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.Isolation;
import dev.wartung.core.line.Isolation.Lock;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What to lock, in words.
 *
 * @param line   its number
 * @param locks  in the order they are put on
 * @param unheld what nothing holds back, or not enough does
 * @param then   where it drains, what tells, where the pipe gives way
 * @param still  what stands still as long as the locks are on
 */
public record LockList(long line, List<Line> locks, List<Message> unheld, List<Message> then, List<String> still) {

    /**
     * One lock.
     *
     * @param name what it is called
     * @param act  what is done there
     * @param why  against what
     * @param holds up to what pressure in the line its spring keeps it shut, as was computed
     * @param holdsUnknown whether that would have to be known, and is not
     */
    public record Line(String name, String act, String why, Optional<Quantity> holds, boolean holdsUnknown) {}

    /**
     * What a valve's spring holds.
     *
     * @param upTo    pressure in the line; empty where the line does not push it open, or that is not known
     * @param unknown whether it would have to be known
     */
    record Held(Optional<Quantity> upTo, boolean unknown) {

        static final Held NOTHING_TO_SAY = new Held(Optional.empty(), false);
    }

    static LockList of(long id, LineDrawing line, Isolation isolation, Function<Fitting, Held> held) {
        List<Message> then = new ArrayList<>();
        isolation.locks().stream()
                .filter(Lock::second)
                .forEach(l -> then.add(
                        l.tells().isEmpty()
                                ? Message.of(
                                        "locks.unseen",
                                        "Nothing drains between {lock} and the lock before it: what passes {lock} is not seen.",
                                        "lock",
                                        named(l.at()))
                                : Message.of(
                                        "locks.tells",
                                        "Open {drains} and leave it open: what passes {lock} shows there.",
                                        "drains",
                                        names(l.tells()),
                                        "lock",
                                        named(l.at()))));
        isolation.sides().forEach(side -> {
            String of = line.named(side.of());
            if (side.drains().isEmpty() && side.vents().isEmpty()) {
                then.add(Message.of(
                        "locks.undrained",
                        "Nothing drains {place}: what stands there comes out at the joint you open.",
                        "place",
                        of));
            } else {
                then.add(drained(of, side.drains(), side.vents()));
            }
            side.joint()
                    .ifPresent(j -> then.add(Message.of(
                            "locks.joint",
                            "The pipe at {place} gives way at {joint}.",
                            "place",
                            of,
                            "joint",
                            named(j))));
        });
        return new LockList(
                id,
                isolation.locks().stream()
                        .map(lock -> new Line(
                                named(lock.at()),
                                switch (lock.act()) {
                                    case PUMP_OFF -> "Motor off and locked";
                                    case AIR_OFF -> "Air off, let out and locked; its spring keeps it shut";
                                    case SHUT -> "Shut by hand and locked";
                                },
                                lock.against().isEmpty()
                                        ? ""
                                        : (lock.second() ? "second in a row against " : "against ")
                                                + names(lock.against()),
                                lock.act() == Isolation.Act.AIR_OFF
                                        ? held.apply(lock.at()).upTo()
                                        : Optional.empty(),
                                lock.act() == Isolation.Act.AIR_OFF
                                        && held.apply(lock.at()).unknown()))
                        .toList(),
                isolation.unheld().stream()
                        .map(u -> u.barriers() == 0
                                ? Message.of(
                                        "locks.unheld",
                                        "{source} is not held back by anything on this drawing. Shut it off where it comes from, or do not open the line.",
                                        "source",
                                        named(u.source()))
                                : Message.of(
                                        u.source().kind() == FittingKind.STEAM ? "locks.steam" : "locks.cleaning",
                                        u.source().kind() == FittingKind.STEAM
                                                ? "{source} is held back by one seat only, which is not enough against steam. Shut it off where it comes from as well."
                                                : "{source} is held back by one seat only, which is not enough against cleaning liquid. Shut it off where it comes from as well.",
                                        "source",
                                        named(u.source())))
                        .toList(),
                then,
                isolation.still().stream()
                        .filter(s -> isProduct(s.place()))
                        .map(s -> named(s.place()) + " and "
                                + names(s.lost().stream()
                                        .filter(LockList::isProduct)
                                        // each pair once
                                        .filter(f -> line.fittings().indexOf(f)
                                                > line.fittings().indexOf(s.place()))
                                        .toList()))
                        .filter(s -> !s.endsWith(" and "))
                        .toList());
    }

    /**
     * The drains from the furthest on, so that the last, beside what is opened, shows whether more comes; then the vents:
     * opened before the pressure is gone, they spray. No drawing knows which lies lower.
     *
     * @param drains the nearest first
     */
    private static Message drained(String of, List<Fitting> drains, List<Fitting> vents) {
        List<Fitting> furthest = new ArrayList<>(drains);
        Collections.reverse(furthest);
        Message first = furthest.size() < 2
                ? furthest.isEmpty()
                        ? Message.of("locks.drain-open", "Drain {place} where you open it", "place", of)
                        : Message.of("locks.drain", "Drain {place} at {drain}", "place", of, "drain", names(furthest))
                : Message.of(
                        "locks.drain-in-turn",
                        "Drain {place}: {drains}; {last}, next to what you open, shows whether more comes",
                        "place",
                        of,
                        "drains",
                        furthest.stream().map(LockList::named).collect(Collectors.joining(", then ")),
                        "last",
                        named(furthest.get(furthest.size() - 1)));
        Message vented = vents.isEmpty()
                ? first
                : Message.of(
                        "locks.vent",
                        "{drained}. Then vent it at {vents}, so that it runs empty",
                        "drained",
                        first,
                        "vents",
                        names(vents));
        return furthest.isEmpty()
                ? Message.of("locks.said", "{drained}.", "drained", vented)
                : Message.of("locks.leave-open", "{drained}. Leave open what you have opened.", "drained", vented);
    }

    private static boolean isProduct(Fitting fitting) {
        return switch (fitting.kind()) {
            case TANK, SUPPLY, OUTLET -> true;
            default -> false;
        };
    }

    private static String names(List<Fitting> fittings) {
        return fittings.stream().map(LockList::named).collect(Collectors.joining(", "));
    }

    static String named(Fitting fitting) {
        if (fitting.name().isEmpty()) {
            return fitting.kind().words();
        }
        return switch (fitting.kind()) {
            case VALVE, HAND_VALVE, SUPPLY, OUTLET, TANK -> fitting.name();
            default -> fitting.kind().words() + " " + fitting.name();
        };
    }
}
