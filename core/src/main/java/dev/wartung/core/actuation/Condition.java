package dev.wartung.core.actuation;

import static dev.wartung.core.actuation.CaseWords.pressure;

import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** What a valve works only with. */
public sealed interface Condition {

    Message words();

    /**
     * That there is always so much air.
     *
     * @param worstPa enough at the worst, pascal
     * @param usualPa enough with spring and friction as they should be, pascal; the same where that makes no difference
     */
    record Air(double worstPa, double usualPa) implements Condition {

        @Override
        public Message words() {
            Argument worst = new Argument.AtLeast(pressure(worstPa));
            return worstPa == usualPa
                    ? Message.of("study.only-if.air-alone", "there is always {worst} of air", "worst", worst)
                    : Message.of(
                            "study.only-if.air",
                            "there is always {worst} of air, or {usual} with spring and friction as they should be",
                            "worst",
                            worst,
                            "usual",
                            new Argument.AtLeast(pressure(usualPa)));
        }

        Air and(Air other) {
            return new Air(Math.max(worstPa, other.worstPa), Math.max(usualPa, other.usualPa));
        }
    }

    /**
     * That a smaller margin than was asked for is enough.
     *
     * @param times what there is, of what it takes
     */
    record Margin(double times) implements Condition {

        @Override
        public Message words() {
            return Message.of(
                    "study.only-if.margin",
                    "a margin of {margin} is enough",
                    "margin",
                    // never said as more
                    Quantity.rounded(Math.floor(times * 100) / 100, 2));
        }

        Margin and(Margin other) {
            return new Margin(Math.min(times, other.times));
        }
    }

    /** Anything else. */
    record Other(Message words) implements Condition {}

    /** All of them in words, of those alike the one that the others follow from. */
    static List<Message> all(List<Condition> conditions) {
        List<Message> told = new ArrayList<>();
        of(Air.class, conditions).reduce(Air::and).ifPresent(air -> told.add(air.words()));
        of(Margin.class, conditions).reduce(Margin::and).ifPresent(margin -> told.add(margin.words()));
        of(Other.class, conditions).distinct().forEach(other -> told.add(other.words()));
        return told;
    }

    private static <C extends Condition> Stream<C> of(Class<C> kind, List<Condition> conditions) {
        return conditions.stream().filter(kind::isInstance).map(kind::cast);
    }
}
