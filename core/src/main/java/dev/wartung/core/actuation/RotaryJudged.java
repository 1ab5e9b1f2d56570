package dev.wartung.core.actuation;

import dev.wartung.core.actuation.FailPositionStudy.Demand;
import dev.wartung.core.actuation.FailPositionStudy.Range;
import dev.wartung.core.actuation.FailPositionStudy.Verdict;
import dev.wartung.core.actuation.RotaryStudy.Turn;
import dev.wartung.core.actuation.ValveStudy.Duty;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.ActuatorData;
import dev.wartung.core.drawing.DriveChart;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** A disc or ball, turned by a quarter-turn actuator of the sheet. */
record RotaryJudged(TypeSheet type, Drive drive, String actuator, Duty duty) implements ValveStudy.Judged {

    /** The quarter-turn actuators whose torques the sheet gives for a drive, the usual one first, by name. */
    static Map<String, ActuatorData> choices(TypeSheet type, Drive drive) {
        Map<String, ActuatorData> choices = new LinkedHashMap<>();
        type.actuators().stream()
                .filter(a -> a.drives().contains(drive)
                        && a.airTorque().isPresent()
                        && (a.springTorque().isPresent() || !drive.sprung()))
                .forEach(a -> choices.put(a.name().orElse(Actuators.USUAL), a));
        return choices;
    }

    RotaryStudy study() {
        ActuatorData data =
                Optional.ofNullable(choices(type, drive).get(actuator)).orElseThrow();
        ActuatorData.AirTorque air = data.airTorque().orElseThrow();
        TypeSheet.Turning turning = type.turning().orElseThrow();
        Quantity breakOut =
                switch (duty.wet()) {
                    case DRY -> turning.dry();
                    case LUBRICATED -> turning.lubricated();
                    case PRODUCT -> turning.product();
                };
        boolean sprung = drive.sprung();
        return new RotaryStudy(
                drive,
                sprung ? data.springTorque().orElseThrow().closed().si() : 0,
                sprung ? data.springTorque().orElseThrow().open().si() : 0,
                air.closed().si(),
                air.open().si(),
                air.at().si(),
                breakOut.si(),
                turning.run().si(),
                duty.air(),
                sprung ? duty.spring() : 0);
    }

    @Override
    public String name() {
        return "";
    }

    @Override
    public Verdict verdict() {
        Verdict worst = study().verdict();
        return drive == Drive.DA && worst == Verdict.WORKS ? Verdict.ONLY_IF : worst;
    }

    @Override
    public List<Demand> demands() {
        RotaryStudy study = study();
        List<Demand> demands = new ArrayList<>(
                study.turns().stream().map(turn -> demand(study, turn)).toList());
        if (drive == Drive.DA) {
            demands.add(FailPositionStudy.noPosition());
        }
        return demands;
    }

    private Demand demand(RotaryStudy study, Turn turn) {
        Range lowest = study.availableNm(turn, duty.air().lowestPa());
        String words = turn.words();
        return new Demand(
                words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ": it takes "
                        + torque(study.neededNm(turn)) + ", there is " + torque(lowest.worst()) + " to "
                        + torque(lowest.best()) + (turn.byAir() ? " at the lowest air." : "."),
                study.verdict(turn),
                turn.byAir()
                        ? "there is always " + new Quantity(study.leastAirPa(), Dimension.PRESSURE).shown() + " of air"
                        : "the spring is as it should be");
    }

    private static String torque(double newtonMetre) {
        return new Quantity(newtonMetre, Dimension.TORQUE).shown();
    }

    @Override
    public Map<String, String> onLossOfAir() {
        if (drive == Drive.DA) {
            return Map.of("with any pressure", "It stays where it is, or the flow turns it.");
        }
        RotaryStudy study = study();
        String way = drive == Drive.NC ? "closes" : "opens";
        Verdict springs = study.turns().stream()
                .filter(t -> !t.byAir())
                .map(study::verdict)
                .reduce(Verdict.WORKS, (a, b) -> a.compareTo(b) > 0 ? a : b);
        return Map.of(
                "from either side",
                switch (springs) {
                    case WORKS -> "It " + way + " by its spring.";
                    case ONLY_IF -> "It " + way + " only if the spring is as it should be.";
                    case DOES_NOT -> "Its spring does not turn it all the way: it stays part open.";
                });
    }

    @Override
    public Map<String, List<String>> held() {
        return Map.of();
    }

    @Override
    public List<String> drawings(UnitSystem units) {
        RotaryStudy study = study();
        double usual = duty.air().nominalPa() / study.statedForPa();
        double lowest = duty.air().lowestPa() / study.statedForPa();
        double most = Math.max(
                        Math.max(study.airClosedNm(), study.airOpenNm()) * usual,
                        Math.max(study.springClosedNm(), study.springOpenNm()) * (1 + study.scatter())
                                + study.breakOutNm())
                * 1.15;
        DriveChart chart = new DriveChart("Torque over the quarter turn", Dimension.TORQUE, most, "90°", units);
        if (drive.sprung()) {
            chart.spring(study.springClosedNm(), study.springOpenNm(), study.scatter());
        }
        chart.air(study.airClosedNm() * usual, study.airOpenNm() * usual, "set", "air, usual")
                .air(study.airClosedNm() * lowest, study.airOpenNm() * lowest, "limit", "air, lowest");
        double spring0 = study.springClosedNm() * (1 + study.scatter());
        double spring1 = study.springOpenNm() * (1 + study.scatter());
        chart.over(
                new double[] {0, OUT_OF_SEAT, 1},
                new double[] {
                    spring0 + study.breakOutNm(),
                    spring0 + (spring1 - spring0) * OUT_OF_SEAT + study.runNm(),
                    spring1 + study.runNm()
                },
                "takes",
                "air must give, at most");
        return List.of(chart.needed(
                        true,
                        study.breakOutNm(),
                        "seat takes " + units.shown(new Quantity(study.breakOutNm(), Dimension.TORQUE)) + ", "
                                + duty.wet().words())
                .svg());
    }

    /** Where the disc counts as out of its seat, as a share of the quarter turn: only for the drawing. */
    private static final double OUT_OF_SEAT = 0.08;
}
