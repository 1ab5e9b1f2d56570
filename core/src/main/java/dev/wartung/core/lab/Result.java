package dev.wartung.core.lab;

import dev.wartung.core.actuation.Verdict;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What an instrument worked out.
 *
 * @param figures  the first is the one that was asked for
 * @param findings what they mean and what to do
 * @param tables   behind the picture
 * @param picture  SVG; empty where there is nothing to draw
 */
public record Result(List<Figure> figures, List<Finding> findings, List<Table> tables, String picture) {

    /**
     * A number with its name.
     *
     * @param value in the unit said; empty for a figure in words
     * @param unit  symbol; empty for a bare number
     * @param text  as it is read
     */
    public record Figure(String id, Message label, Optional<Double> value, String unit, Message text) {}

    /** What to make of it. */
    public enum Tone {
        GOOD,
        CARE,
        STOP,
        NOTE;

        /** How a verdict on forces sounds. */
        public static Tone of(Verdict verdict) {
            return switch (verdict) {
                case WORKS -> GOOD;
                case ONLY_IF -> CARE;
                case DOES_NOT -> STOP;
            };
        }
    }

    /** @param next what to do; may be empty */
    public record Finding(Tone tone, Message text, Message next) {}

    /** The numbers behind a picture. */
    public record Table(Message caption, List<Message> heads, List<List<Message>> rows) {}

    /** Puts a result together. */
    public static final class Builder {

        private final List<Figure> figures = new ArrayList<>();
        private final List<Finding> findings = new ArrayList<>();
        private final List<Table> tables = new ArrayList<>();
        private String picture = "";

        public Builder figure(String id, String label, double si, Dimension dimension) {
            return figure(id, label, si, Unit.metric(dimension));
        }

        public Builder figure(String id, String label, double si, Unit unit) {
            return figure(id, Message.of("lab.figure." + id, label), si, unit);
        }

        public Builder figure(String id, Message label, double si, Unit unit) {
            Quantity quantity = new Quantity(si, unit.dimension());
            figures.add(new Figure(
                    id,
                    label,
                    Optional.of(quantity.in(unit)),
                    unit.symbol(),
                    Message.of("figure", "{figure}", "figure", new Argument.In(quantity, unit))));
            return this;
        }

        /** A bare number, with so many decimals and a sign behind it such as " %". */
        public Builder number(String id, String label, double value, int decimals, String sign) {
            figures.add(new Figure(
                    id,
                    Message.of("lab.figure." + id, label),
                    Optional.of(value),
                    sign.strip(),
                    Message.words(Quantity.rounded(value, decimals) + sign)));
            return this;
        }

        public Builder words(String id, String label, String text) {
            return words(id, label, Message.of("lab.word." + id, text));
        }

        public Builder words(String id, String label, Message text) {
            return words(id, Message.of("lab.figure." + id, label), text);
        }

        public Builder words(String id, Message label, Message text) {
            figures.add(new Figure(id, label, Optional.empty(), "", text));
            return this;
        }

        public Builder good(String text) {
            return finding(Tone.GOOD, text, "");
        }

        public Builder care(String text, String next) {
            return finding(Tone.CARE, text, next);
        }

        public Builder stop(String text, String next) {
            return finding(Tone.STOP, text, next);
        }

        public Builder note(String text) {
            return finding(Tone.NOTE, text, "");
        }

        public Builder note(Message text) {
            return finding(Tone.NOTE, text, Message.NONE);
        }

        /** Without amounts: what speaks of any is said as a {@link Message}. */
        public Builder finding(Tone tone, String text, String next) {
            return finding(tone, Message.of("lab.says", text), Message.of("lab.next", next));
        }

        public Builder finding(Tone tone, Message text, Message next) {
            findings.add(new Finding(tone, text, next));
            return this;
        }

        /** A cell that is an amount, in the reader's units. */
        static Message amount(double si, Dimension dimension) {
            return Message.of("figure", "{figure}", "figure", new Quantity(si, dimension));
        }

        /** Of cells that are messages. */
        public Builder tableOf(Message caption, List<String> heads, List<List<Message>> rows) {
            tables.add(new Table(
                    caption, heads.stream().map(h -> Message.of("lab.head", h)).toList(), rows));
            return this;
        }

        public Builder picture(String svg) {
            picture = svg;
            return this;
        }

        public Optional<Result> done() {
            return Optional.of(new Result(List.copyOf(figures), List.copyOf(findings), List.copyOf(tables), picture));
        }
    }
}
