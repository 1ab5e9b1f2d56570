package dev.wartung.core.practice;

import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.simulation.Incident;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * How an attempt went: what it lost points for, and the learner's order beside the derived one.
 *
 * @param score from 0 to 100
 * @param lost  what points were lost for
 * @param order both orders, line by line
 * @param minutes what the moves made would have taken, against what the work as derived takes
 */
public record Debrief(int score, List<Lost> lost, List<Line> order, double minutes, double derivedMinutes) {

    /**
     * @param what why
     * @param points above 0
     */
    public record Lost(Message what, int points) {}

    /**
     * A line of the comparison.
     *
     * @param yours   what the learner did; empty where it is missing
     * @param derived what the derived work does here; empty for what is not in it, or not here
     */
    public record Line(Message yours, Message derived) {

        public boolean same() {
            return !yours.isEmpty() && !derived.isEmpty();
        }
    }

    private static final Set<Kind> HURTS = EnumSet.of(
            Kind.EJECTION,
            Kind.PINCH,
            Kind.CLOSED_UNDER_LOAD,
            Kind.LINE_UNDER_PRESSURE,
            Kind.SCALD,
            Kind.PRODUCT_SPILLED,
            Kind.LIVE_CONTACT,
            Kind.UNSUPPORTED_WEIGHT);
    private static final Set<Kind> ONLY_TRIED =
            EnumSet.of(Kind.IN_THE_WAY, Kind.NOT_THERE, Kind.NO_AIR, Kind.NOTHING_MOVED);
    private static final int HURT = 20;
    private static final int SPOILT = 8;
    private static final int TRIED = 3;
    private static final int SLIP = 3;
    private static final int HINT = 5;
    private static final int OUT_OF_ORDER = 2;
    private static final int MOST_FOR_ORDER = 20;
    private static final int NOT_FOUND = 20;
    private static final int WRONGLY_NAMED = 5;
    private static final int MOST_FOR_TIME = 10;

    /** Closes an attempt: what is wrong with the valve as it is left counts too. */
    public static Debrief of(Attempt attempt) {
        List<Lost> lost = new ArrayList<>();
        Exercise exercise = attempt.exercise();
        // whoever did not find out is measured by what the valve really is
        Procedure derived = exercise.trap().kind() == Trap.Kind.WRONG_RECORD ? exercise.asReal() : exercise.asTold();
        attempt.came().forEach(c -> {
            c.incidents().forEach(i -> lost.add(new Lost(i.text(), points(i))));
            c.slips().forEach(s -> lost.add(new Lost(s, SLIP)));
        });
        attempt.bench().finish(derived.renews()).forEach(i -> lost.add(new Lost(i.text(), SPOILT)));
        long hints = attempt.came().stream()
                .filter(c -> c.made().what() == Made.What.HINT)
                .count();
        if (hints > 0) {
            lost.add(new Lost(
                    hints == 1
                            ? Message.of("practice.hint", "1 hint")
                            : Message.of("practice.hints", "{count} hints", "count", hints),
                    (int) hints * HINT));
        }
        if (exercise.trap().kind() != Trap.Kind.NONE && !attempt.found()) {
            lost.add(new Lost(
                    exercise.trap().kind() == Trap.Kind.WRONG_RECORD
                            ? Message.of(
                                    "practice.record-wrong",
                                    "The record was wrong ({what} is {is}), and nobody said so.",
                                    "what",
                                    exercise.trap().what(),
                                    "is",
                                    exercise.trap().is())
                            : Message.of(
                                    "practice.part-faulty",
                                    "A part had a fault ({is}), and nobody said so.",
                                    "is",
                                    exercise.trap().is()),
                    NOT_FOUND));
        }
        if (attempt.wronglyNamed() > 0) {
            lost.add(new Lost(
                    Message.of(
                            "practice.wrongly-named",
                            "{count} times something was said to be wrong that was not",
                            "count",
                            attempt.wronglyNamed()),
                    attempt.wronglyNamed() * WRONGLY_NAMED));
        }
        List<Step> made = attempt.came().stream()
                .filter(c -> c.made().what() == Made.What.MOVE)
                .flatMap(c -> exercise.move(c.made().key()).stream())
                .map(Move::step)
                .toList();
        List<Line> order = compare(made, derived.steps());
        int out = (int) order.stream().filter(l -> !l.same()).count();
        if (out > 0) {
            lost.add(new Lost(
                    Message.of(
                            "practice.out-of-order", "{count} moves out of order, missing or not needed", "count", out),
                    Math.min(MOST_FOR_ORDER, (out + 1) / 2 * OUT_OF_ORDER)));
        }
        double minutes = made.stream().mapToDouble(Step::minutes).sum();
        double over = derived.minutes() == 0 ? 0 : minutes / derived.minutes() - 1;
        if (over > 0.02) {
            lost.add(new Lost(
                    Message.of(
                            "practice.slow",
                            "{percent} % more minutes of work than it takes",
                            "percent",
                            Math.round(over * 100)),
                    (int) Math.min(MOST_FOR_TIME, Math.ceil(over * 20))));
        }
        int score = Math.max(0, 100 - lost.stream().mapToInt(Lost::points).sum());
        return new Debrief(score, List.copyOf(lost), order, minutes, derived.minutes());
    }

    private static int points(Incident incident) {
        return HURTS.contains(incident.kind()) ? HURT : ONLY_TRIED.contains(incident.kind()) ? TRIED : SPOILT;
    }

    /** The longest common subsequence of the two orders, and what is beside it. */
    private static List<Line> compare(List<Step> yours, List<Step> derived) {
        List<String> a = yours.stream().map(Move::keyOf).toList();
        List<String> b = derived.stream().map(Move::keyOf).toList();
        int[][] longest = new int[a.size() + 1][b.size() + 1];
        for (int i = a.size() - 1; i >= 0; i--) {
            for (int k = b.size() - 1; k >= 0; k--) {
                longest[i][k] = a.get(i).equals(b.get(k))
                        ? longest[i + 1][k + 1] + 1
                        : Math.max(longest[i + 1][k], longest[i][k + 1]);
            }
        }
        List<Line> lines = new ArrayList<>();
        int i = 0;
        int k = 0;
        while (i < a.size() || k < b.size()) {
            if (i < a.size() && k < b.size() && a.get(i).equals(b.get(k))) {
                lines.add(new Line(yours.get(i++).say(), derived.get(k++).say()));
            } else if (k >= b.size() || (i < a.size() && longest[i + 1][k] >= longest[i][k + 1])) {
                lines.add(new Line(yours.get(i++).say(), Message.NONE));
            } else {
                lines.add(new Line(Message.NONE, derived.get(k++).say()));
            }
        }
        return List.copyOf(lines);
    }
}
