package dev.wartung.core.lab;

import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltPattern.Place;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Unit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;

/** Asks for a bolt pattern: a circle, a rectangle, or any places typed as pairs. */
final class Patterns {

    private static final String FORM = "pattern";
    private static final String BOLTS = "bolts";
    private static final String PLACES = "places";
    private static final int MOST = 24;

    private Patterns() {}

    static List<Field> fields(Map<String, String> typed, int initialBolts) {
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice(
                        FORM,
                        "Bolts stand",
                        Field.options(
                                "circle",
                                "on a circle",
                                "rectangle",
                                "at the corners of a rectangle",
                                "places",
                                "anywhere"))
                .shaping());
        switch (Instrument.chosen(typed, FORM, "circle")) {
            case "rectangle" -> {
                fields.add(Field.measure("width", "Between bolts, across", Unit.MILLIMETRE, "90 mm", 5, 2000));
                fields.add(Field.measure("height", "Between bolts, along", Unit.MILLIMETRE, "60 mm", 5, 2000));
            }
            case PLACES -> fields.add(
                    Field.text(PLACES, "Places in mm, right and up", "0 40; 38 12; 24 -32; -24 -32; -38 12")
                            .shaping()
                            .hinted("One pair for each bolt, pairs parted by semicolons: 0 40; 40 0; …"));
            default -> {
                fields.add(Field.count(BOLTS, "Number of bolts", initialBolts, 2, MOST)
                        .shaping());
                fields.add(Field.measure("circle", "Bolt circle", Unit.MILLIMETRE, "98 mm", 10, 3000));
            }
        }
        return fields;
    }

    /** The pattern while it is being typed, to ask for one value at each bolt; a circle where it cannot be read. */
    static BoltPattern sketch(Map<String, String> typed, int initialBolts) {
        return sketch(typed, initialBolts, BoltPattern::circle);
    }

    /** @param circle where a number of bolts stands on a circle of a diameter in metres */
    static BoltPattern sketch(
            Map<String, String> typed, int initialBolts, BiFunction<Integer, Double, BoltPattern> circle) {
        return switch (Instrument.chosen(typed, FORM, "circle")) {
            case "rectangle" -> BoltPattern.rectangle(0.09, 0.06);
            case PLACES -> places(Instrument.chosen(typed, PLACES, "0 40; 38 12; 24 -32; -24 -32; -38 12"))
                    .orElse(BoltPattern.circle(4, 0.1));
            default -> circle.apply(Instrument.count(typed, BOLTS, initialBolts, 2, MOST), 0.098);
        };
    }

    /** The field by which bolts come too close. */
    static String field(Inputs in) {
        return switch (in.text(FORM)) {
            case "rectangle" -> "width";
            case PLACES -> PLACES;
            default -> BOLTS;
        };
    }

    /** Empty if it was refused. */
    static Optional<BoltPattern> read(Inputs in) {
        return read(in, BoltPattern::circle);
    }

    /** @param circle where a number of bolts stands on a circle of a diameter in metres */
    static Optional<BoltPattern> read(Inputs in, BiFunction<Integer, Double, BoltPattern> circle) {
        return switch (in.text(FORM)) {
            case "rectangle" -> Optional.of(BoltPattern.rectangle(in.number("width"), in.number("height")));
            case PLACES -> {
                Optional<BoltPattern> pattern = places(in.text(PLACES));
                in.refuseIf(
                        pattern.isEmpty(),
                        PLACES,
                        "Type 2 to " + MOST
                                + " places as pairs in mm, parted by semicolons: 0 40; 40 0; 0 -40; -40 0. No two closer than a bolt's head is wide.");
                yield pattern;
            }
            default -> Optional.of(circle.apply(in.count(BOLTS), in.number("circle")));
        };
    }

    private static Optional<BoltPattern> places(String text) {
        List<Place> places = new ArrayList<>();
        for (String pair : text.split(";")) {
            if (pair.isBlank()) {
                continue;
            }
            String[] numbers = pair.strip().split("\\s+");
            if (numbers.length != 2
                    || !numbers[0].matches("-?\\d{1,5}([.,]\\d{1,4})?")
                    || !numbers[1].matches("-?\\d{1,5}([.,]\\d{1,4})?")
                    || Entry.eitherWay(numbers[0].replace("-", "")).isPresent()
                    || Entry.eitherWay(numbers[1].replace("-", "")).isPresent()) {
                return Optional.empty();
            }
            places.add(new Place(
                    Double.parseDouble(numbers[0].replace(',', '.')) / 1000,
                    Double.parseDouble(numbers[1].replace(',', '.')) / 1000));
        }
        return places.size() < 2 || places.size() > MOST || !apart(places)
                ? Optional.empty()
                : Optional.of(new BoltPattern(places));
    }

    /** No two nearer to each other than the narrowest head is wide. */
    private static boolean apart(List<Place> places) {
        double least = BoltSize.M4.flatsM();
        for (int i = 0; i < places.size(); i++) {
            for (int j = 0; j < i; j++) {
                Place one = places.get(i);
                Place other = places.get(j);
                if (Math.hypot(one.rightM() - other.rightM(), one.upM() - other.upM()) < least) {
                    return false;
                }
            }
        }
        return true;
    }
}
