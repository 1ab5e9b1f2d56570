package dev.wartung.core.actuation;

import static dev.wartung.core.actuation.CaseWords.pressure;

import dev.wartung.core.actuation.RotaryStudy.Turn;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.drawing.DriveChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * A disc or ball, turned by a quarter-turn actuator: what its study says.
 *
 * @param notes what is not known of it
 */
public record RotaryJudged(RotaryStudy study, List<Message> notes) implements Judged {

    @Override
    public Message name() {
        return Message.NONE;
    }

    @Override
    public Verdict verdict() {
        return Verdict.worst(demands().stream().map(Demand::verdict));
    }

    @Override
    public List<Demand> demands() {
        List<Demand> demands =
                new ArrayList<>(study.turns().stream().map(this::demand).toList());
        if (study.drive() == Drive.DA) {
            demands.add(LossOfAir.noPosition());
        }
        return demands;
    }

    @Override
    public double supplyPa() {
        return study.leastAirPa();
    }

    private Demand demand(Turn turn) {
        Range there = study.availableNm(turn);
        double margin = study.margin(turn);
        return Demand.of(
                Message.of(
                        "study.turn",
                        "{what}: it takes {needed}, there is {worst} at the worst, {usual} as it should be: {times}, {wanted} asked for. Worst: {case}.",
                        "what",
                        what(turn),
                        "needed",
                        torque(study.neededNm(turn)),
                        "worst",
                        left(there.worst()),
                        "usual",
                        left(there.usual()),
                        "times",
                        times(margin),
                        "wanted",
                        Quantity.rounded(study.duty().allow().margin(), 2),
                        "case",
                        decides(turn)),
                study.verdict(turn),
                condition(turn));
    }

    private Condition condition(Turn turn) {
        double margin = study.margin(turn);
        if (margin >= 1) {
            return new Condition.Margin(margin);
        }
        return turn.byAir()
                ? new Condition.Air(study.supplyPa(turn), study.supplyPa(turn))
                : new Condition.Other(Message.of("study.only-if.turning-spring", "the spring is as it should be"));
    }

    @Override
    public List<Condition> conditions() {
        Stream<Condition> turns = study.turns().stream()
                .filter(t -> study.verdict(t) == Verdict.ONLY_IF)
                .map(this::condition);
        return (study.drive() == Drive.DA ? Stream.concat(turns, Stream.of(LossOfAir.NO_POSITION)) : turns).toList();
    }

    private Message decides(Turn turn) {
        List<Message> parts = new ArrayList<>();
        Duty duty = study.duty();
        if (turn.closedEnd() && duty.line().highestPa() > 0 && study.resists().linePerPa() > 0) {
            parts.add(Message.of(
                    "study.case.at", "at {line}", "line", pressure(duty.line().highestPa())));
        }
        if (!turn.closedEnd()
                && turn.opening()
                && duty.line().dropPa() > 0
                && study.resists().flowPerPa() > 0) {
            parts.add(Message.of(
                    "study.case.flow",
                    "{drop} across the open valve",
                    "drop",
                    pressure(duty.line().dropPa())));
        }
        if (duty.scatter().spring() > 0) {
            parts.add(
                    turn.byAir()
                            ? Message.of("study.case.strong", "strong spring")
                            : Message.of("study.case.weak", "weak spring"));
        }
        if (turn.byAir()) {
            double lost = turn.closedEnd() ? 0 : duty.allow().droopPa();
            parts.add(Message.of(
                    "study.case.air",
                    "{air} of air at the port",
                    "air",
                    pressure(duty.air().lowestPa() - lost)));
        }
        parts.add(duty.wet().words());
        return Message.joined(", ", parts);
    }

    private static Message what(Turn turn) {
        return switch (turn) {
            case AIR_OUT_OF_SEAT -> Message.of("study.turn.air-out", "Out of its seat by air");
            case AIR_TO_OPEN -> Message.of("study.turn.air-open", "To the open end by air");
            case AIR_FROM_OPEN -> Message.of("study.turn.air-from-open", "Away from open by air");
            case AIR_INTO_SEAT -> Message.of("study.turn.air-in", "Into its seat by air");
            case SPRING_OUT_OF_SEAT -> Message.of("study.turn.spring-out", "Out of its seat by the spring");
            case SPRING_TO_OPEN -> Message.of("study.turn.spring-open", "To the open end by the spring");
            case SPRING_FROM_OPEN -> Message.of("study.turn.spring-from-open", "Away from open by the spring");
            case SPRING_INTO_SEAT -> Message.of("study.turn.spring-in", "Into its seat by the spring");
        };
    }

    /** What is left to turn it with; where what is against it is stronger, how much. */
    private static Message left(double newtonMetre) {
        return newtonMetre < 0
                ? Message.of("study.turn.none", "none ({torque} against it)", "torque", torque(-newtonMetre))
                : Message.of("study.turn.left", "{torque}", "torque", torque(newtonMetre));
    }

    private static Message times(double margin) {
        return margin < 0
                ? Message.of("study.turn.no-times", "none of what it takes")
                : Message.of("study.turn.times", "{margin} times what it takes", "margin", Quantity.rounded(margin, 2));
    }

    private static Quantity torque(double newtonMetre) {
        return new Quantity(newtonMetre, Dimension.TORQUE);
    }

    @Override
    public Message tightest() {
        Turn least = study.turns().stream()
                .min(Comparator.comparingDouble(study::margin))
                .orElseThrow();
        return Message.of(
                "study.tightest-turn",
                "{what}, {times} ({case})",
                "what",
                what(least),
                "times",
                times(study.margin(least)),
                "case",
                decides(least));
    }

    @Override
    public Map<Message, Message> onLossOfAir() {
        if (study.drive() == Drive.DA) {
            return Map.of(
                    Message.of("study.side.any", "with any pressure"),
                    Message.of("study.air-fails.stays", "It stays where it is, or the flow turns it."));
        }
        boolean closes = study.drive() == Drive.NC;
        Verdict springs = Verdict.worst(study.bySpring().map(study::verdict));
        return Map.of(
                Message.of("study.side.either", "from either side"),
                switch (springs) {
                    case WORKS -> closes
                            ? Message.of("study.air-fails.turns-closed", "It closes by its spring.")
                            : Message.of("study.air-fails.turns-open", "It opens by its spring.");
                    case ONLY_IF -> closes
                            ? Message.of(
                                    "study.air-fails.turns-closed-if",
                                    "It closes by its spring, without the margin asked for or only if the spring is as it should be.")
                            : Message.of(
                                    "study.air-fails.turns-open-if",
                                    "It opens by its spring, without the margin asked for or only if the spring is as it should be.");
                    case DOES_NOT -> Message.of(
                            "study.air-fails.part-open",
                            "Its spring does not turn it all the way: it stays part open, or shut.");
                });
    }

    @Override
    public Map<Message, List<Message>> held() {
        Map<Message, List<Message>> held = new LinkedHashMap<>();
        study.turns().stream().filter(Turn::closedEnd).forEach(turn -> {
            Range up = study.highestLinePa(turn);
            if (up.worst() <= LinearJudged.MOST_LINE_PA) {
                held.put(
                        what(turn),
                        Stream.of(up.worst(), up.usual(), up.best())
                                .map(pascal -> LinearJudged.upTo(pascal, 0))
                                .toList());
            }
        });
        return held;
    }

    @Override
    public List<String> drawings(UnitSystem units) {
        return Stream.of(true, false).map(opening -> drawing(opening, units)).toList();
    }

    private String drawing(boolean opening, UnitSystem units) {
        List<Turn> turns =
                study.turns().stream().filter(t -> t.opening() == opening).toList();
        Turn closed = turns.stream().filter(Turn::closedEnd).findFirst().orElseThrow();
        Turn open = turns.stream().filter(t -> !t.closedEnd()).findFirst().orElseThrow();
        boolean byAir = closed.byAir();
        double scatter = study.duty().scatter().spring();
        double against0 = byAir ? study.spring().closedNm() * (1 + scatter) : 0;
        double against1 = byAir ? study.spring().openNm() * (1 + scatter) : 0;
        double[] takes = {
            against0 + study.neededNm(closed),
            against0 + (against1 - against0) * OUT_OF_SEAT + study.resists().runNm(),
            against1 + study.neededNm(open)
        };
        double usual = study.duty().air().nominalPa() / study.air().atPa();
        double lowest = study.duty().air().lowestPa() / study.air().atPa();
        double drooped = (study.duty().air().lowestPa() - study.duty().allow().droopPa())
                / study.air().atPa();
        RotaryStudy.Torque air = study.air().torque();
        RotaryStudy.Torque spring = study.spring();
        double most = Stream.of(
                        takes[0],
                        takes[2],
                        byAir
                                ? Math.max(air.closedNm(), air.openNm()) * usual
                                : Math.max(spring.closedNm(), spring.openNm()) * (1 + scatter))
                .mapToDouble(t -> t)
                .max()
                .orElseThrow();
        DriveChart chart = new DriveChart(
                (opening ? "Opening by " : "Closing by ") + (byAir ? "air" : "its spring"),
                Dimension.TORQUE,
                most * 1.15,
                "90°",
                units);
        chart.over(new double[] {0, OUT_OF_SEAT, 1}, takes, "takes", "what it takes, at most");
        if (byAir) {
            chart.air(air.closedNm() * usual, air.openNm() * usual, "set", "air, usual")
                    .over(
                            new double[] {0, OUT_OF_SEAT, 1},
                            new double[] {
                                air.closedNm() * lowest,
                                (air.closedNm() + (air.openNm() - air.closedNm()) * OUT_OF_SEAT) * drooped,
                                air.openNm() * drooped
                            },
                            "limit",
                            "air, at least");
        } else {
            chart.spring(spring.closedNm(), spring.openNm(), scatter);
        }
        return chart.svg();
    }

    /** Where the disc counts as out of its seat, as a share of the quarter turn: only for the drawing. */
    private static final double OUT_OF_SEAT = 0.08;
}
