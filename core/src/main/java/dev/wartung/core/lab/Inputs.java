package dev.wartung.core.lab;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;

/**
 * What was typed at an instrument, read: numbers in SI, choices, and for every field that makes no sense the reason.
 * Within one working-out, an instrument
 * may refuse more ({@link #refuse}), for what only makes no sense together.
 */
public final class Inputs {

    private final UnitSystem units;
    private final Map<String, Field> fields = new LinkedHashMap<>();
    private final Map<String, String> texts = new LinkedHashMap<>();
    private final Map<String, Double> numbers = new LinkedHashMap<>();
    private final Map<String, String> troubles = new LinkedHashMap<>();

    /** @param units what a bare number means, and what is answered in */
    public Inputs(List<Field> fields, Map<String, String> typed, UnitSystem units) {
        this.units = units;
        for (Field field : fields) {
            this.fields.put(field.id(), field);
            // a field that was never shown has its example; one that was emptied is empty
            String text = typed.containsKey(field.id()) ? typed.get(field.id()).strip() : example(field);
            texts.put(field.id(), text.length() > 400 ? text.substring(0, 400) : text);
            read(field, texts.get(field.id()));
        }
    }

    /** In the reader's units, and without the unit that stands behind the field anyway. */
    private String example(Field field) {
        String text = new Wording(units).of(EarlierText.read(field.initial()));
        return field.unit()
                .map(u -> " " + usual(field).symbol())
                .filter(text::endsWith)
                .map(u -> text.substring(0, text.length() - u.length()))
                .orElse(text);
    }

    private void read(Field field, String text) {
        if (text.isEmpty() && field.optional()) {
            return;
        }
        switch (field.kind()) {
            case CHOICE -> {
                if (!field.options().containsKey(text)) {
                    refuse(
                            field.id(),
                            "Choose one of: "
                                    + String.join(", ", field.options().values()) + ".");
                }
            }
            case TEXT -> {
                if (text.isEmpty()) {
                    refuse(field.id(), "Type something.");
                }
            }
            case COUNT -> {
                if (text.matches("\\d{1,6}")) {
                    keep(field, Integer.parseInt(text));
                } else {
                    refuse(field.id(), "Type a whole number.");
                }
            }
            case NUMBER -> {
                Optional<String> either = Entry.eitherWay(text);
                if (either.isPresent()) {
                    refuse(field.id(), either.get());
                } else if (text.matches("[+-]?(\\d{1,12}([.,]\\d{1,12})?|[.,]\\d{1,12})")) {
                    keep(field, Double.parseDouble(text.replace(',', '.')));
                } else {
                    refuse(
                            field.id(),
                            text.isEmpty()
                                    ? "Type a number."
                                    : "“" + text + "” is not a number. Type for instance 12.5 or 12,5.");
                }
            }
            case MEASURE -> {
                Unit usual = usual(field);
                Entry entry = Entry.read(text, usual, field.least() < 0);
                if (entry instanceof Entry.Understood understood) {
                    keepWithin(
                            field,
                            understood.quantity().si(),
                            understood.quantity().in(metric(field)));
                } else if (entry instanceof Entry.NotUnderstood not) {
                    refuse(field.id(), not.reason());
                }
            }
        }
    }

    /** The unit a bare number in a field means. */
    public Unit usual(Field field) {
        return units.counterpart(metric(field));
    }

    private static Unit metric(Field field) {
        return field.unit().orElseThrow(() -> new IllegalStateException(field.id() + " is not measured"));
    }

    private void keep(Field field, double value) {
        keepWithin(field, value, value);
    }

    private void keepWithin(Field field, double value, double inLimitsUnit) {
        if (inLimitsUnit < field.least() - 1e-9 || inLimitsUnit > field.most() + 1e-9) {
            refuse(
                    field.id(),
                    inLimitsUnit < field.least()
                            ? "At least " + limit(field, field.least()) + "."
                            : "At most " + limit(field, field.most()) + ".");
        } else {
            numbers.put(field.id(), value);
        }
    }

    private String limit(Field field, double value) {
        String number = value == Math.rint(value) ? String.valueOf((long) value) : String.valueOf(value);
        return field.unit()
                .map(u -> Quantity.of(value, u).shownIn(units.counterpart(u)))
                .orElse(number);
    }

    /** Says why a field makes no sense, without amounts. The first reason stands. */
    public void refuse(String field, String reason) {
        troubles.putIfAbsent(field, reason);
    }

    /** The same, of something that may speak of amounts. */
    public void refuse(String field, Message reason) {
        troubles.putIfAbsent(field, new Wording(units).of(reason));
    }

    public void refuseIf(boolean nonsense, String field, String reason) {
        if (nonsense) {
            refuse(field, reason);
        }
    }

    public boolean understood() {
        return troubles.isEmpty();
    }

    /** By field, in the order they were found. */
    public Map<String, String> troubles() {
        return troubles;
    }

    public UnitSystem units() {
        return units;
    }

    public List<Field> fields() {
        return List.copyOf(fields.values());
    }

    /** As it stands in the field. */
    public String text(String id) {
        return texts.getOrDefault(id, "");
    }

    /**
     * In SI; of a bare number the number.
     *
     * @throws NoSuchElementException if it was not given or not understood
     */
    public double number(String id) {
        return given(id).orElseThrow(() -> new NoSuchElementException(id));
    }

    /** Empty if the field was left empty or does not exist. */
    public Optional<Double> given(String id) {
        return Optional.ofNullable(numbers.get(id));
    }

    /** What was chosen; empty if the field does not exist. */
    public <E extends Enum<E>> Optional<E> given(String id, Class<E> choices) {
        return fields.containsKey(id) ? Optional.of(Enum.valueOf(choices, text(id))) : Optional.empty();
    }

    public int count(String id) {
        return (int) number(id);
    }

    /** As somebody reads it here. */
    public String shown(double si, Dimension dimension) {
        return units.shown(new Quantity(si, dimension));
    }

    /** A length in the unit it is read in here. */
    public String length(double metres) {
        return shown(metres, Dimension.LENGTH);
    }
}
