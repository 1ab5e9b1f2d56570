package dev.wartung.core.lab;

import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Something an instrument asks for.
 *
 * @param id       as it stands in links
 * @param label    in the technician's words
 * @param kind     how it is typed
 * @param unit     metric unit of a measured field
 * @param initial  an example to begin with; metric, with its unit
 * @param least    for numbers: the least that makes sense; in the metric unit of a measured field
 * @param most     the most that makes sense
 * @param options  for a choice: value to words
 * @param optional may be left empty
 * @param shapes   what is chosen here changes what else is asked
 * @param place    stands on the picture at this spot rather than in the list
 * @param beginsRow begins a new row of the form, so that pairs stand side by side
 * @param hint     what it means or how it is read
 */
public record Field(
        String id,
        String label,
        Kind kind,
        Optional<Unit> unit,
        String initial,
        double least,
        double most,
        Map<String, String> options,
        boolean optional,
        boolean shapes,
        Optional<Spot> place,
        boolean beginsRow,
        Message hint) {

    public enum Kind {
        MEASURE,
        NUMBER,
        COUNT,
        CHOICE,
        TEXT
    }

    /** Where on the picture, in its own coordinates. */
    public record Spot(double x, double y) {}

    private static Field plain(
            String id,
            String label,
            Kind kind,
            Optional<Unit> unit,
            String initial,
            double least,
            double most,
            Map<String, String> options) {
        return new Field(
                id,
                label,
                kind,
                unit,
                initial,
                least,
                most,
                options,
                false,
                false,
                Optional.empty(),
                false,
                Message.NONE);
    }

    /** @param initial with its unit, for instance "12 N·m" */
    public static Field measure(String id, String label, Unit unit, String initial, double least, double most) {
        return plain(id, label, Kind.MEASURE, Optional.of(unit), initial, least, most, Map.of());
    }

    /** A bare number. */
    public static Field number(String id, String label, String initial, double least, double most) {
        return plain(id, label, Kind.NUMBER, Optional.empty(), initial, least, most, Map.of());
    }

    /** A whole number. */
    public static Field count(String id, String label, int initial, int least, int most) {
        return plain(id, label, Kind.COUNT, Optional.empty(), String.valueOf(initial), least, most, Map.of());
    }

    /** One of several; the first is taken unless another is said. */
    public static Field choice(String id, String label, Map<String, String> options) {
        return plain(
                id,
                label,
                Kind.CHOICE,
                Optional.empty(),
                options.keySet().iterator().next(),
                0,
                0,
                options);
    }

    public static Field text(String id, String label, String initial) {
        return plain(id, label, Kind.TEXT, Optional.empty(), initial, 0, 0, Map.of());
    }

    /** Pairs of value and words, in order. */
    public static Map<String, String> options(String... pairs) {
        Map<String, String> options = new LinkedHashMap<>();
        for (int i = 0; i + 1 < pairs.length; i += 2) {
            options.put(pairs[i], pairs[i + 1]);
        }
        return options;
    }

    /** The same values as words. */
    public static Map<String, String> options(List<String> values) {
        Map<String, String> options = new LinkedHashMap<>();
        values.forEach(v -> options.put(v, v));
        return options;
    }

    public Field starting(String value) {
        return new Field(id, label, kind, unit, value, least, most, options, optional, shapes, place, beginsRow, hint);
    }

    public Field shaping() {
        return new Field(id, label, kind, unit, initial, least, most, options, optional, true, place, beginsRow, hint);
    }

    public Field leftOut() {
        return new Field(id, label, kind, unit, initial, least, most, options, true, shapes, place, beginsRow, hint);
    }

    public Field at(double x, double y) {
        return new Field(
                id,
                label,
                kind,
                unit,
                initial,
                least,
                most,
                options,
                optional,
                shapes,
                Optional.of(new Spot(x, y)),
                beginsRow,
                hint);
    }

    /** @param text empty for none */
    public Field hinted(String text) {
        return hinted(text.isEmpty() ? Message.NONE : Message.of("lab.hint." + id, text));
    }

    public Field hinted(Message said) {
        return new Field(
                id, label, kind, unit, initial, least, most, options, optional, shapes, place, beginsRow, said);
    }

    public Field inANewRow() {
        return new Field(id, label, kind, unit, initial, least, most, options, optional, shapes, place, true, hint);
    }
}
