package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.NumberField.Kind;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A way of finding numbers that no manual states, with what is read for it. */
public enum MeasuringWay {
    RUN(
            "Spring and friction: one slow run up and down",
            "Hands out of the lantern, the line empty. Raise and lower the air slowly by the regulator, and read the gauge at the actuator four times.",
            "Drive",
            List.of(
                    Read.of("first", "Rising: it leaves its rest at", Dimension.PRESSURE),
                    Read.of("full", "Rising: at its far end at", Dimension.PRESSURE),
                    Read.of("back", "Falling: it leaves that at", Dimension.PRESSURE),
                    Read.of("home", "Falling: at rest again at", Dimension.PRESSURE),
                    Read.of("gauge", "How far the gauge may be off (k = 2)", Dimension.PRESSURE))) {
        @Override
        Map<String, String> targets(List<NumberField> fields) {
            return drives(fields, "preload", true);
        }
    },
    PRESS(
            "Spring: weighed in the press",
            "Keep the guard shut and stand aside: a spring that slips flies. Let it back before you reach in.",
            "Drive",
            List.of(
                    Read.of("force1", "It pushes with", Dimension.FORCE),
                    Read.of("length1", "at a length of", Dimension.LENGTH),
                    Read.of("force2", "Shorter, it pushes with", Dimension.FORCE),
                    Read.of("length2", "at a length of", Dimension.LENGTH),
                    Read.of("fitted", "Built in, the valve at rest, its length is", Dimension.LENGTH),
                    Read.of("scale", "How far the press’s scale may be off (k = 2)", Dimension.FORCE),
                    Read.of("rule", "How far a length may be off (k = 2)", Dimension.LENGTH))) {
        @Override
        Map<String, String> targets(List<NumberField> fields) {
            return drives(fields, "preload", false);
        }
    },
    STROKE(
            "Stroke: by caliper, shut and open",
            "How far the stem stands out over one face. The air holds it open: shut the air off and vent before a hand goes in between; measure from outside.",
            "Drive",
            List.of(
                    Read.of("shut1", "Shut, it stands out by", Dimension.LENGTH),
                    Read.of("open1", "Open, by", Dimension.LENGTH),
                    Read.again("shut2", "Shut again", Dimension.LENGTH),
                    Read.again("open2", "Open again", Dimension.LENGTH),
                    Read.of("caliper", "How far the caliper may be off (k = 2)", Dimension.LENGTH))) {
        @Override
        Map<String, String> targets(List<NumberField> fields) {
            return drives(fields, "stroke", false);
        }
    },
    ACROSS(
            "A size: by caliper, a diameter also by a thread laid round",
            "Across in two or three directions; or, where no caliper reaches, once round with a thread. The seat’s edge is sharp, and no tool may scratch it.",
            "Which",
            List.of(
                    Read.again("across1", "Across", Dimension.LENGTH),
                    Read.again("across2", "In another direction", Dimension.LENGTH),
                    Read.again("across3", "In a third", Dimension.LENGTH),
                    Read.again("round", "Or once round, by the thread", Dimension.LENGTH),
                    Read.again("thick", "The thread is as thick as", Dimension.LENGTH),
                    Read.of("caliper", "How far each may be off (k = 2)", Dimension.LENGTH))) {
        @Override
        Map<String, String> targets(List<NumberField> fields) {
            Map<String, String> targets = new LinkedHashMap<>();
            fields.stream()
                    .filter(f -> f.kind() == Kind.AMOUNT
                            && f.measures().equals(Optional.of(Dimension.LENGTH))
                            && !f.place().endsWith("/stroke"))
                    .forEach(f -> targets.put(f.place(), f.name()));
            return targets;
        }
    },
    THREAD(
            "A screw’s thread: by caliper",
            "Across the crests, and how far several turns reach along the screw.",
            "Which",
            List.of(
                    Read.of("crests", "Across the crests", Dimension.LENGTH),
                    Read.plain("turns", "Turns measured together"),
                    Read.of("reach", "They reach", Dimension.LENGTH),
                    Read.of("caliper", "How far the caliper may be off (k = 2)", Dimension.LENGTH))) {
        @Override
        Map<String, String> targets(List<NumberField> fields) {
            Map<String, String> targets = new LinkedHashMap<>();
            fields.stream()
                    .filter(f -> f.place().startsWith("joints/") && f.place().endsWith("/thread"))
                    .forEach(f -> targets.put(f.place(), f.name()));
            return targets;
        }
    },
    TORQUE(
            "Torques of the actuator: by wrench on its shaft",
            "Off the valve, clamped. With air on it strikes when the wrench slips off: nobody in the way of the lever, and the air off before anything is changed. Turn slowly against it, then let it back slowly; read both.",
            "Drive",
            List.of(
                    Read.again("sc", "Air off, closed end: against the spring", Dimension.TORQUE),
                    Read.again("scb", "let back", Dimension.TORQUE),
                    Read.again("so", "Air off, open end: against the spring", Dimension.TORQUE),
                    Read.again("sob", "let back", Dimension.TORQUE),
                    Read.again("ac", "Air on, closed end: against the air", Dimension.TORQUE),
                    Read.again("acb", "let back", Dimension.TORQUE),
                    Read.again("ao", "Air on, open end: against the air", Dimension.TORQUE),
                    Read.again("aob", "let back", Dimension.TORQUE),
                    Read.again("at", "The air was at", Dimension.PRESSURE),
                    Read.plain("wrench", "How far the wrench may be off (k = 2), %"))) {
        @Override
        Map<String, String> targets(List<NumberField> fields) {
            return drives(fields, "air-torque/closed", false);
        }
    };

    private final String title;
    private final String how;
    private final String asks;
    private final List<Read> reads;

    MeasuringWay(String title, String how, String asks, List<Read> reads) {
        this.title = title;
        this.how = how;
        this.asks = asks;
        this.reads = reads;
    }

    /**
     * One reading.
     *
     * @param measures empty for a count and a share
     * @param optional may be left empty
     */
    public record Read(String id, String label, Optional<Dimension> measures, boolean optional) {

        static Read of(String id, String label, Dimension measures) {
            return new Read(id, label, Optional.of(measures), false);
        }

        static Read again(String id, String label, Dimension measures) {
            return new Read(id, label, Optional.of(measures), true);
        }

        static Read plain(String id, String label) {
            return new Read(id, label, Optional.empty(), false);
        }
    }

    /** What it can be found of: places or drives, with what they are called. */
    abstract Map<String, String> targets(List<NumberField> fields);

    public String title() {
        return title;
    }

    public String how() {
        return how;
    }

    public String asks() {
        return asks;
    }

    public List<Read> reads() {
        return reads;
    }

    private static Map<String, String> drives(List<NumberField> fields, String number, boolean byAir) {
        Map<String, String> targets = new LinkedHashMap<>();
        fields.stream()
                .map(NumberField::place)
                .filter(place -> place.startsWith("actuator/") && place.endsWith("/" + number))
                .map(place -> place.split("/")[1])
                .filter(code ->
                        !byAir || Drive.of(code).filter(Drive::pneumatic).isPresent())
                .forEach(code -> targets.put(code, code));
        return targets;
    }
}
