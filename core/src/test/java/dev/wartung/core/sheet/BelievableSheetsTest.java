package dev.wartung.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Duty;
import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.actuation.Side;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.actuation.ValveStudy.Answer;
import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.actuation.Wet;
import dev.wartung.core.anatomy.BoltedJoint;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Every shipped sheet walked through studies, bolting and spanners: as it is built, there is nothing to warn of. */
class BelievableSheetsTest {

    private static final List<TypeSheet> TYPES = SheetLibrary.shipped().types();
    private static final Air PLANT = new Air(6e5, 5.2e5);
    private static final double USUAL_LINE_PA = 3e5;
    private static final double EVERY_SEAL_PA = 2e5;

    private static Answer study(TypeSheet type, Drive drive, Map<String, String> options, double linePa) {
        return ValveStudy.of(
                type,
                new ValveConfiguration(drive, options),
                new Duty(new Line(Side.BELOW, linePa), PLANT, new Scatter(0.1, 0.5), Allowances.USUAL, Wet.DRY));
    }

    /** Seal and plug make a difference to a study, the other options none. */
    private static List<Map<String, String>> made(TypeSheet type) {
        List<Map<String, String>> all = new ArrayList<>();
        for (String elastomer : type.options().getOrDefault("elastomer", List.of(""))) {
            for (String plug : type.options().getOrDefault("plug", List.of(""))) {
                all.add(Map.of("elastomer", elastomer, "plug", plug));
            }
        }
        return all;
    }

    @Test
    @DisplayName(
            "Whatever is built with a spring works on the guaranteed air: against 2 bar with every seal and plug, against 3 with EPDM")
    void springsWork() {
        List<String> not = new ArrayList<>();
        int studied = 0;
        for (TypeSheet type : TYPES) {
            for (Drive drive : ValveStudy.drives(type)) {
                for (Map<String, String> options : made(type)) {
                    boolean soft = "EPDM".equals(options.get("elastomer"));
                    Answer answer = study(type, drive, options, soft ? USUAL_LINE_PA : EVERY_SEAL_PA);
                    studied++;
                    if (drive.sprung() && answer.verdict() != Verdict.WORKS) {
                        not.add(type.id() + " " + drive + " " + options + ": " + answer.says());
                    }
                }
            }
        }
        assertThat(studied).isGreaterThan(100);
        assertThat(not).isEmpty();
    }

    @Test
    @DisplayName("A valve turned over keeps the closing build's spring, and of one line some sizes do not work then")
    void turnedOver() {
        TypeSheet type = SheetLibrary.shipped().type("kolm-50").orElseThrow();
        Map<String, String> options = Map.of("plug", "profiled", "elastomer", "EPDM");
        ValveConfiguration built = new ValveConfiguration(Drive.NO, options);
        ValveConfiguration turned = new ValveConfiguration(Drive.NC, options).with(Map.of("drive", "NO"));
        assertThat(Actuators.of(type, built).orElseThrow().springForceN(0)).isEqualTo(510 + 27 * 22);
        assertThat(Actuators.of(type, turned).orElseThrow().springForceN(0)).isEqualTo(2300 + 27 * 22);
        assertThat(turned.with(Map.of("drive", "NC"))).isEqualTo(new ValveConfiguration(Drive.NC, options));
        assertThat(study(type, Drive.NO, options, USUAL_LINE_PA).verdict()).isEqualTo(Verdict.WORKS);
        // and the air to move it is of the spring that is in it
        assertThat(type.band("first-movement", turned.facts()))
                .isEqualTo(type.band("first-movement", Map.of("drive", "NC")));
        assertThat(type.band("first-movement", built.facts())
                        .orElseThrow()
                        .max()
                        .si())
                .isLessThan(type.band("first-movement", turned.facts())
                        .orElseThrow()
                        .min()
                        .si());
    }

    @Test
    @DisplayName("Of one line, the smaller size holds no less, and friction grows with size")
    void bySize() {
        for (String line : List.of("kolm-", "terskel-", "tvinn-")) {
            TreeMap<Integer, TypeSheet> bySize = new TreeMap<>();
            TYPES.stream()
                    .filter(t -> t.id().matches(line + "\\d+"))
                    .forEach(t -> bySize.put(Integer.valueOf(t.id().replaceAll("\\D", "")), t));
            double least = 0;
            double holds = Double.MAX_VALUE;
            for (TypeSheet type : bySize.values()) {
                double friction = type.actuator(Drive.NC, Map.of())
                        .flatMap(a -> a.friction())
                        .map(Quantity::si)
                        .orElseThrow();
                assertThat(friction).as(type.id()).isGreaterThan(least);
                least = friction;
                double now = holds(type);
                assertThat(now).as(type.id()).isLessThanOrEqualTo(holds);
                holds = now;
            }
        }
    }

    /** The highest line a spring holds, to half a bar, up to 10. */
    private static double holds(TypeSheet type) {
        double holds = 0;
        Map<String, String> options = Map.of("elastomer", "EPDM", "plug", "profiled");
        while (holds < 10e5 && study(type, Drive.NC, options, holds + 0.5e5).verdict() == Verdict.WORKS) {
            holds += 0.5e5;
        }
        return holds;
    }

    @Test
    @DisplayName("No joint goes beyond what the Lab warns of, with its threads dry or treated")
    void joints() {
        List<String> warned = new ArrayList<>();
        for (TypeSheet type : TYPES) {
            for (Map.Entry<String, BoltedJoint> joint : type.joints().entrySet()) {
                Stream.of("", "anti-seize")
                        .map(treated -> joint.getValue()
                                .torque(
                                        Optional.ofNullable(type.bands()
                                                        .get(joint.getValue().torque()))
                                                .orElseThrow(),
                                        Map.of("stainless-threads", treated)))
                        .flatMap(t -> t.warnings().stream())
                        .forEach(w -> warned.add(type.id() + " " + joint.getKey() + ": " + w));
            }
        }
        assertThat(warned).isEmpty();
    }

    @Test
    @DisplayName("Spanners belong to their screws (ISO 272), and flange circles to their flanges (EN 1092-1)")
    void spanners() {
        Map<Double, String> circles = Map.of(0.180, "M16", 0.240, "M20", 0.295, "M20");
        int seen = 0;
        for (TypeSheet type : TYPES) {
            for (Map.Entry<String, BoltedJoint> joint : type.joints().entrySet()) {
                Quantity spanner = type.sizes().get(joint.getKey() + ".bolt");
                if (spanner != null) {
                    seen++;
                    assertThat(Math.round(spanner.si() * 1e4))
                            .as(type.id())
                            .isEqualTo(Math.round(joint.getValue().thread().flatsM() * 1e4));
                }
            }
            type.sizes().forEach((name, size) -> {
                if (name.endsWith(".nut") || name.endsWith(".bolt")) {
                    assertThat(Stream.of(BoltSize.values()).map(b -> Math.round(b.flatsM() * 1e4)))
                            .as(type.id() + " " + name)
                            .contains(Math.round(size.si() * 1e4));
                }
            });
        }
        assertThat(seen).isGreaterThan(5);
        for (TypeSheet type :
                TYPES.stream().filter(t -> t.id().startsWith("fen-l")).toList()) {
            BoltedJoint flange = type.joints().get("flange");
            assertThat(flange.thread().name())
                    .as(type.id())
                    .isEqualTo(circles.get(flange.circle().orElseThrow().in(Unit.METRE)));
        }
    }
}
