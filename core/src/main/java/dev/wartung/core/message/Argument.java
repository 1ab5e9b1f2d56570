package dev.wartung.core.message;

import com.fasterxml.jackson.annotation.JsonSubTypes;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import java.time.LocalDate;

/** Something a message speaks of. */
@JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "is")
@JsonSubTypes({
    @JsonSubTypes.Type(value = Argument.Amount.class, name = "amount"),
    @JsonSubTypes.Type(value = Argument.AtLeast.class, name = "at-least"),
    @JsonSubTypes.Type(value = Argument.AtMost.class, name = "at-most"),
    @JsonSubTypes.Type(value = Argument.Measure.class, name = "measure"),
    @JsonSubTypes.Type(value = Argument.In.class, name = "in"),
    @JsonSubTypes.Type(value = Argument.Range.class, name = "range"),
    @JsonSubTypes.Type(value = Argument.Day.class, name = "day"),
    @JsonSubTypes.Type(value = Argument.Words.class, name = "words"),
    @JsonSubTypes.Type(value = Argument.Said.class, name = "said")
})
public sealed interface Argument {

    /** An amount, in the reader's units. */
    record Amount(Quantity quantity) implements Argument {}

    /** An amount that must not be understated: rounded up in the reader's units. */
    record AtLeast(Quantity quantity) implements Argument {}

    /** An amount that must not be overstated: rounded down in the reader's units. */
    record AtMost(Quantity quantity) implements Argument {}

    /** An amount that every reader is told in one unit: the size of a spanner. */
    record Measure(Quantity quantity, Unit unit) implements Argument {}

    /** An amount in a unit that is not the usual one: in its counterpart for readers of the other system. */
    record In(Quantity quantity, Unit unit) implements Argument {}

    /** From one amount to another of the same kind, both included; the unit is said once. */
    record Range(Quantity from, Quantity to) implements Argument {}

    /** A day, as {@link Days} writes it. */
    record Day(LocalDate day) implements Argument {}

    /** A name, or what a person wrote: the same for every reader. */
    record Words(String words) implements Argument {}

    /** Another message. */
    record Said(Message message) implements Argument {}
}
