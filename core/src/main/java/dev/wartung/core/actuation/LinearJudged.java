package dev.wartung.core.actuation;

import static dev.wartung.core.actuation.CaseWords.pressure;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.drawing.DriveChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;

/**
 * A plug on one seat, moved by a linear actuator: what its study says.
 *
 * @param name  of the seat; empty where there is only one
 * @param upper the seat the plug is drawn up on: everything is seen upside down
 */
public record LinearJudged(Message name, LinearStudy study, boolean upper) implements Judged {

    private Drive drive() {
        return study.actuator().drive();
    }

    @Override
    public Verdict verdict() {
        return Verdict.worst(demands().stream().map(Demand::verdict));
    }

    @Override
    public List<Demand> demands() {
        Stream<Demand> tasks = study.tasks().stream().map(this::demand);
        return (drive().sprung() ? tasks : Stream.concat(tasks, Stream.of(LossOfAir.noPosition()))).toList();
    }

    @Override
    public double supplyPa() {
        return study.supplyPa();
    }

    private Demand demand(Task task) {
        Message decides = new CaseWords(study, upper).of(task, study.worstCase(task));
        return task.byAir() ? byAir(task, decides) : bySpring(task, decides);
    }

    private Demand byAir(Task task, Message decides) {
        Range air = study.supplyPa(task);
        Air plant = study.duty().air();
        return Demand.of(
                Message.of(
                        "study.takes-air",
                        "{what} takes {air} of air; the plant guarantees {lowest}, usually {usual}. Worst: {case}.",
                        "what",
                        what(task),
                        "air",
                        // to the next hundredth of a bar: the most is never said as less
                        new Argument.Range(pressure(air.best()), pressure(Math.ceil(air.worst() / 1000 - 1e-9) * 1000)),
                        "lowest",
                        pressure(plant.lowestPa()),
                        "usual",
                        pressure(plant.nominalPa()),
                        "case",
                        decides),
                study.verdict(task),
                condition(task));
    }

    private Condition condition(Task task) {
        return task.byAir()
                ? new Condition.Air(
                        study.supplyPa(task).worst(), study.supplyPa(task).usual())
                : new Condition.Other(Message.of("study.only-if.spring", "spring and friction are as they should be"));
    }

    @Override
    public List<Condition> conditions() {
        Stream<Condition> tasks = study.tasks().stream()
                .filter(t -> study.verdict(t) == Verdict.ONLY_IF)
                .map(this::condition);
        return (drive().sprung() ? tasks : Stream.concat(tasks, Stream.of(LossOfAir.NO_POSITION))).toList();
    }

    private Demand bySpring(Task task, Message decides) {
        Range spare = study.spareN(task);
        return Demand.of(
                Message.of(
                        "study.spring-has",
                        "{what}: {worst} at the worst, {usual} as it should be. Worst: {case}.",
                        "what",
                        what(task),
                        "worst",
                        toSpare(spare.worst()),
                        "usual",
                        toSpare(spare.usual()),
                        "case",
                        decides),
                study.verdict(task),
                condition(task));
    }

    private static Message toSpare(double newton) {
        Quantity force = new Quantity(Math.abs(newton), Dimension.FORCE);
        return newton >= 0
                ? Message.of("study.to-spare", "{force} to spare", "force", force)
                : Message.of("study.short", "{force} short", "force", force);
    }

    private static Message what(Task task) {
        return switch (task) {
            case AIR_LIFTS -> Message.of("study.task.air-lifts", "Lifting it off its seat");
            case AIR_OPENS -> Message.of("study.task.air-opens", "Opening fully");
            case AIR_CLOSES -> Message.of("study.task.air-closes", "Reaching its seat");
            case AIR_SEALS -> Message.of("study.task.air-seals", "Closing tight");
            case SPRING_LIFTS -> Message.of("study.task.spring-lifts", "Lifted off its seat by its spring");
            case SPRING_OPENS -> Message.of("study.task.spring-opens", "Opened by its spring");
            case SPRING_CLOSES -> Message.of("study.task.spring-closes", "Closed by its spring, from fully open");
            case SPRING_SEALS -> Message.of("study.task.spring-seals", "Held tight by its spring");
        };
    }

    /** What is left over least, beside what drives it, with the case: worth knowing where everything works. */
    @Override
    public Message tightest() {
        Task least = study.tasks().stream()
                .min(Comparator.comparingDouble(this::share))
                .orElseThrow();
        return Message.of(
                "study.tightest",
                "{what}, {spare} ({case})",
                "what",
                what(least),
                "spare",
                toSpare(study.spareN(least).worst()),
                "case",
                new CaseWords(study, upper).of(least, study.worstCase(least)));
    }

    private double share(Task task) {
        double spare = study.spareN(task).worst();
        double takes = Math.max(1, study.takesN(task, 0).most());
        return spare / takes;
    }

    @Override
    public Map<Message, Message> onLossOfAir() {
        Map<Message, Message> then = new LinkedHashMap<>();
        if (study.closure().liftedFromBothSides()) {
            then.put(Message.of("study.side.weir", "from either side of the weir"), LossOfAir.of(study));
            return then;
        }
        for (Side side : List.of(Side.BELOW, Side.ABOVE)) {
            LinearStudy under = new LinearStudy(
                    study.actuator(),
                    study.closure(),
                    study.duty().with(study.duty().line().from(side)));
            then.put(words(side), LossOfAir.of(under));
        }
        return then;
    }

    private Message words(Side side) {
        return side == Side.BELOW
                ? upper
                        ? Message.of("study.side.off-above", "from above, off its seat")
                        : Message.of("study.side.off-below", "from below, off its seat")
                : upper
                        ? Message.of("study.side.on-below", "from below, onto its seat")
                        : Message.of("study.side.on-above", "from above, onto its seat");
    }

    @Override
    public Map<Message, List<Message>> held() {
        Map<Message, List<Message>> held = new LinkedHashMap<>();
        for (Task task : study.tasks()) {
            Range up = study.highestLinePa(task);
            if (up.worst() <= MOST_LINE_PA) {
                held.put(
                        what(task),
                        Stream.of(up.worst(), up.usual(), up.best())
                                .map(pascal -> upTo(pascal, study.duty().line().lowestPa()))
                                .toList());
            }
        }
        return held;
    }

    /** @param lowestPa of the line: where that is a vacuum, it may be what hinders */
    static Message upTo(double pascal, double lowestPa) {
        if (pascal == Double.NEGATIVE_INFINITY) {
            return Message.of("study.up-to.drained", "drained, but not at {vacuum}", "vacuum", pressure(lowestPa));
        }
        return pascal < 0
                ? Message.of("study.up-to.none", "not even drained")
                : pascal > MOST_LINE_PA
                        ? Message.of("study.up-to.any", "any")
                        : Message.of("study.up-to", "{line}", "line", new Argument.AtMost(pressure(pascal)));
    }

    /** Beyond this no hygienic line is: 40 bar. */
    static final double MOST_LINE_PA = 40e5;

    @Override
    public List<String> drawings(UnitSystem units) {
        return Stream.of(true, false).map(opening -> drawing(opening, units)).toList();
    }

    /** One way over the stroke: what it takes in the easiest case and the hardest, and what there is for it. */
    private String drawing(boolean opening, UnitSystem units) {
        List<Task> tasks =
                study.tasks().stream().filter(t -> t.opening() == opening).toList();
        Task seated = tasks.stream().filter(Task::seated).findFirst().orElseThrow();
        Task moving = tasks.stream().filter(t -> !t.seated()).findFirst().orElseThrow();
        List<LinearStudy.Takes> takes =
                List.of(study.takesN(seated, 0), study.takesN(moving, 0), study.takesN(moving, 1));
        LinearActuator actuator = study.actuator();
        Air air = study.duty().air();
        double area = opening ? actuator.liftAreaM2() : actuator.lowerAreaM2();
        double atLeast = (air.lowestPa() - study.duty().allow().droopPa()) * area;
        double scatter = study.duty().scatter().spring();
        double most = DoubleStream.of(
                        takes.get(0).most(),
                        takes.get(1).most(),
                        takes.get(2).most(),
                        seated.byAir()
                                ? air.nominalPa() * area
                                : Math.max(actuator.springForceN(0), actuator.springForceN(actuator.strokeM()))
                                        * (1 + scatter))
                .max()
                .orElseThrow();
        DriveChart chart = new DriveChart(
                (opening ? "Opening by " : "Closing by ") + (seated.byAir() ? "air" : "its spring"),
                Dimension.FORCE,
                most * 1.1,
                units.shown(new Quantity(actuator.strokeM(), Dimension.LENGTH)),
                units);
        double[] travel = {0, JUST_OFF, 1};
        chart.between(
                travel,
                takes.stream().mapToDouble(LinearStudy.Takes::least).toArray(),
                takes.stream().mapToDouble(LinearStudy.Takes::most).toArray(),
                "takes",
                "what it takes, at most");
        if (seated.byAir()) {
            double standing = air.lowestPa() * area;
            chart.air(air.nominalPa() * area, air.nominalPa() * area, "set", "air, usual")
                    .over(travel, new double[] {standing, atLeast, atLeast}, "limit", "air, at least");
        } else {
            chart.spring(actuator.springForceN(0), actuator.springForceN(actuator.strokeM()), scatter);
        }
        return chart.svg();
    }

    /** Where the plug counts as off its seat, as a share of the travel: only for the drawing. */
    private static final double JUST_OFF = 0.04;

    /** What the highest air or the strongest spring presses the seal with, beside what it needs. */
    @Override
    public List<Message> notes() {
        List<Message> notes = new ArrayList<>();
        notes.add(Message.of(
                "study.seal-load",
                "At most the seal is pressed with {most}; it needs {needs}. Compare with what its maker allows.",
                "most",
                new Quantity(study.highestSealLoadNPerM(), Dimension.STIFFNESS),
                "needs",
                new Quantity(study.closure().sealingLoadNPerM(), Dimension.STIFFNESS)));
        return notes;
    }
}
