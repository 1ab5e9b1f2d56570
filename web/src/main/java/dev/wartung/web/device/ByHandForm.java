package dev.wartung.web.device;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.SeatTest;
import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.core.proving.Signature;
import dev.wartung.core.proving.Signature.SeatLift;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/** What is read off by hand while a valve is proven, with gauge and watch. */
final class ByHandForm {

    private static final double MOST_VOLUME_M3 = 0.1;
    private static final double BY_HAND_SHARE = 0.1;
    private static final double MOST_LIFT_M = 0.02;

    private ByHandForm() {}

    /**
     * A field of what is read by hand.
     *
     * @param dimension empty for a time in seconds
     */
    public record Field(String name, String asks, Optional<Dimension> dimension) {}

    /** What can be read off by hand of a valve with these forces. */
    static List<Field> fields(DriveModel model) {
        List<Field> fields = new ArrayList<>(List.of(
                new Field("first", "Air at first movement", Optional.of(Dimension.PRESSURE)),
                new Field("full", "Air at full travel", Optional.of(Dimension.PRESSURE)),
                new Field("away", "Time with air", Optional.empty()),
                new Field("back", "Time without", Optional.empty())));
        if (model.line().liftMm() > 0) {
            fields.addAll(List.of(
                    new Field("upper-lift", "Upper seat alone: lifted", Optional.of(Dimension.LENGTH)),
                    new Field("upper-other", "… and the lower one moved", Optional.of(Dimension.LENGTH)),
                    new Field("lower-lift", "Lower seat alone: lifted", Optional.of(Dimension.LENGTH)),
                    new Field("lower-other", "… and the upper one moved", Optional.of(Dimension.LENGTH))));
        }
        if (model.line().belowM2() > 0) {
            fields.add(new Field("held", "Line pressure put under the plug", Optional.of(Dimension.PRESSURE)));
        }
        fields.addAll(List.of(
                new Field("decay-start", "Seat: pressure at first", Optional.of(Dimension.PRESSURE)),
                new Field("decay-end", "Seat: pressure then", Optional.of(Dimension.PRESSURE)),
                new Field("decay-time", "Seat: time between", Optional.empty()),
                new Field("decay-volume", "Seat: volume enclosed, within a tenth", Optional.of(Dimension.VOLUME)),
                new Field("decay-gauge", "Seat: a gauge reading is good to ±", Optional.of(Dimension.PRESSURE))));
        return fields;
    }

    /**
     * Reads what was typed. What was not read is left empty; the verdict says so.
     *
     * @return empty where something is wrong, which is then in {@code troubles} by field
     */
    static Optional<Signature> read(Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        Optional<Double> first = read(typed, "first", Dimension.PRESSURE, units, troubles);
        Optional<Double> full = read(typed, "full", Dimension.PRESSURE, units, troubles);
        if (first.isPresent() && full.isPresent() && first.get() > full.get()) {
            troubles.put("full", "It cannot be all the way before it first moves.");
        }
        Optional<Double> away = seconds(typed, "away", troubles);
        Optional<Double> back = seconds(typed, "back", troubles);
        Optional<Double> start = read(typed, "decay-start", Dimension.PRESSURE, units, troubles);
        Optional<Double> end = read(typed, "decay-end", Dimension.PRESSURE, units, troubles);
        Optional<Double> over = seconds(typed, "decay-time", troubles);
        Optional<Double> volume = readUpTo(MOST_VOLUME_M3, typed, "decay-volume", Dimension.VOLUME, units, troubles);
        Optional<Double> gauge = read(typed, "decay-gauge", Dimension.PRESSURE, units, troubles);
        Optional<SeatTest> seatTest = Optional.empty();
        if (start.isPresent() && end.isPresent() && over.filter(s -> s > 0).isPresent()) {
            if (volume.filter(v -> v > 0).isEmpty()) {
                troubles.putIfAbsent(
                        "decay-volume",
                        "Without it a loss tells no leakage. Reckon hose and body, or measure it with a known vessel in"
                                + " the Lab.");
            }
            if (gauge.filter(g -> g > 0).isEmpty()) {
                troubles.putIfAbsent(
                        "decay-gauge", "No gauge reads without error: its certificate says how far it may be off.");
            }
            seatTest = volume.filter(v -> v > 0)
                    .flatMap(v -> gauge.filter(g -> g > 0).map(g -> new Chamber(v, BY_HAND_SHARE, g)))
                    .map(c -> new SeatTest(start.get(), end.get(), over.get(), Optional.of(c)));
        } else if (start.isPresent() || end.isPresent() || over.isPresent()) {
            troubles.putIfAbsent("decay-time", "A leak test takes both pressures and the time between them.");
        }
        Optional<Double> held = read(typed, "held", Dimension.PRESSURE, units, troubles);
        if (held.isPresent() && !List.of("yes", "no").contains(typed.getOrDefault("lifted", ""))) {
            troubles.put("lifted", "Choose whether the line lifted the plug.");
        }
        Optional<SeatLift> upper = seat(typed, "upper", units, troubles);
        Optional<SeatLift> lower = seat(typed, "lower", units, troubles);
        Optional<String> went = Optional.ofNullable(typed.get("went"))
                .filter(List.of(Signature.CLOSED, Signature.OPEN, Signature.PART)::contains);
        if (went.isEmpty()) {
            troubles.put("went", "Choose where it went when the air was taken away.");
        }
        if (!troubles.isEmpty()) {
            return Optional.empty();
        }
        Optional<Boolean> switches = Optional.ofNullable(typed.get("switches"))
                .filter(s -> !s.isBlank())
                .map("yes"::equals);
        return Optional.of(new Signature(
                first,
                full,
                away,
                back,
                went,
                switches,
                seatTest.map(SeatTest::lossPaPerS),
                held,
                held.map(p -> "yes".equals(typed.get("lifted"))),
                upper,
                lower,
                seatTest,
                Optional.empty()));
    }

    /** How far a seat lifted alone, and how far the other moved with it: both or neither. */
    private static Optional<SeatLift> seat(
            Map<String, String> typed, String seat, UnitSystem units, Map<String, String> troubles) {
        Optional<Double> own = readUpTo(MOST_LIFT_M, typed, seat + "-lift", Dimension.LENGTH, units, troubles);
        Optional<Double> other = readUpTo(MOST_LIFT_M, typed, seat + "-other", Dimension.LENGTH, units, troubles);
        if (own.isPresent() != other.isPresent()) {
            troubles.putIfAbsent(
                    seat + "-other",
                    "Type both: how far it lifted, and how far the other seat moved (0 if it stayed).");
        }
        return own.flatMap(m -> other.map(o -> new SeatLift(m * 1000, o * 1000)));
    }

    private static Optional<Double> read(
            Map<String, String> typed,
            String field,
            Dimension dimension,
            UnitSystem units,
            Map<String, String> troubles) {
        return readUpTo(2e6, typed, field, dimension, units, troubles);
    }

    static Optional<Double> readUpTo(
            double most,
            Map<String, String> typed,
            String field,
            Dimension dimension,
            UnitSystem units,
            Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Entry entry = Entry.read(text, units.unit(dimension));
        Consumer<String> trouble = why -> troubles.put(field, why);
        if (entry instanceof Entry.Understood understood) {
            Quantity read = understood.quantity();
            if (read.dimension() == dimension && read.si() >= 0 && read.si() <= most * (1 + 1e-9)) {
                return Optional.of(read.si());
            }
            trouble.accept("Between 0 and " + units.shown(new Quantity(most, dimension)) + ".");
        } else if (entry instanceof Entry.NotUnderstood not) {
            trouble.accept(not.reason());
        }
        return Optional.empty();
    }

    private static Optional<Double> seconds(Map<String, String> typed, String field, Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").strip().replaceFirst("\\s*s$", "");
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Optional<String> either = Entry.eitherWay(text);
        if (either.isPresent()) {
            troubles.put(field, either.get());
            return Optional.empty();
        }
        if (text.matches("\\d{1,5}([.,]\\d{1,4})?")) {
            return Optional.of(Double.parseDouble(text.replace(',', '.')));
        }
        troubles.put(field, "Type seconds, for instance 1.2.");
        return Optional.empty();
    }
}
