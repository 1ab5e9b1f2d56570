package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.message.Message;
import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * One step of a derived procedure, complete in itself: it is kept with the job and shown as it stands.
 *
 * @param id        unique in the procedure
 * @param operation the operation it came from
 * @param undoes    the opening operation it undoes, for a closing step
 * @param say       the imperative sentence
 * @param why       the reason
 * @param done      what is true once it is confirmed
 * @param held      what holds the stem during the step: air, spring, hand or nothing
 * @param marks     parts highlighted in the drawing
 * @param minutes   usual time for one person
 * @param acts      what physically happens, in order
 * @param kitCount  the kit is counted in here
 * @param proves    it proves something and is never skipped
 * @param secondPerson a second person must agree
 * @param choices   the schools the step follows, each in words with its reason
 * @param techniques what the hands do, as techniques are called: "lip-seal pressure=product"
 */
@RecordBuilder
@RecordBuilder.Options(builderMode = RecordBuilder.BuilderMode.STANDARD_AND_STAGED)
public record Step(
        String id,
        String operation,
        Optional<String> undoes,
        Phase phase,
        Message say,
        Message why,
        Message done,
        String held,
        List<Warning> cautions,
        List<Message> tools,
        double minutes,
        List<Ask> asks,
        List<Film> films,
        List<String> marks,
        List<Act> acts,
        boolean kitCount,
        boolean proves,
        boolean secondPerson,
        List<Message> choices,
        List<String> techniques) {

    /** The same step under another id, for a procedure that goes on where another was left. */
    public Step renamed(String newId) {
        return StepBuilder.builder(this).id(newId).build();
    }

    /** The same step, carried out otherwise. */
    Step with(List<Act> otherActs) {
        return StepBuilder.builder(this).acts(List.copyOf(otherActs)).build();
    }

    /**
     * The same step, its readings held against what was read before.
     *
     * @param read by reading
     */
    public Step knowing(Map<String, Ask.Known> read) {
        return asks.stream().allMatch(a -> a.same().isEmpty())
                ? this
                : StepBuilder.builder(this)
                        .asks(asks.stream().map(a -> a.knowing(read)).toList())
                        .build();
    }

    /** The same step with one caution more. */
    Step warnedOf(Message lead, Message text) {
        return StepBuilder.builder(this)
                .cautions(Stream.concat(cautions.stream(), Stream.of(new Warning(lead, text)))
                        .toList())
                .build();
    }

    /** A caution in the figures of this valve. */
    public record Warning(Message lead, Message text) {}

    /**
     * A part fitted with a film of grease.
     *
     * @param name         the part in words
     * @param position     where the film goes, by its id in the lubrication matrix
     * @param polymers     symbols of what the part is made of, as far as they are seal materials
     * @param grease       what the type sheet names
     * @param registration its food contact class
     * @param volumeM3     how much a thin film takes; 0 where the sheet does not give the part's size
     */
    public record Film(
            String part,
            String name,
            String position,
            List<String> polymers,
            String grease,
            String registration,
            double volumeM3) {

        /** Stands for a grease where the type sheet names none. */
        public static final String NOT_NAMED = "the grease of the maker’s manual";

        public Film {
            polymers = List.copyOf(polymers);
        }

        boolean isNamed() {
            return !grease.equals(NOT_NAMED);
        }
    }
}
