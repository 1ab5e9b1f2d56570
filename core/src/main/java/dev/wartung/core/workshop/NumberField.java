package dev.wartung.core.workshop;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.sheet.NumberUses.Use;
import java.util.List;
import java.util.Optional;

/**
 * A number of a type as it is asked for.
 *
 * @param place   in the sheet, for instance {@code sizes/clamp.nut}
 * @param name    what it is called
 * @param group   with which others it stands
 * @param kind    how it is answered
 * @param measures what it measures; empty for a count and a choice
 * @param at      the part it is shown at
 * @param choices of a choice
 * @param uses    what the family's texts and readings use it for
 */
public record NumberField(
        String place,
        String name,
        Group group,
        Kind kind,
        Optional<Dimension> measures,
        Optional<String> at,
        List<String> choices,
        List<Use> uses) {

    /** Numbers that are read off the same page of a manual. */
    public enum Group {
        LIMITS("Torques and limits", "What a reading at the bench is held against."),
        TOOLS("Tools and what steps speak of", "So that the right spanner is in the box."),
        WEIGHTS("Weights", "What is lifted, and by how many."),
        DRIVE("Drive", "Forces in cautions, air, fail position, proving run."),
        CLOSURE("Seat", "What pressure and seal act on: fail position and proving run."),
        DRAWING("Sizes of the section", "For a drawing in its own proportions; nothing else."),
        FILMS("Rings and grooves", "How much grease a film takes.");

        private final String title;
        private final String purpose;

        Group(String title, String purpose) {
            this.title = title;
            this.purpose = purpose;
        }

        public String title() {
            return title;
        }

        public String purpose() {
            return purpose;
        }
    }

    /** How it is answered. */
    public enum Kind {
        AMOUNT,
        LIMITS,
        COUNT,
        CHOICE
    }

    public NumberField {
        choices = List.copyOf(choices);
        uses = List.copyOf(uses);
    }

    /** Where a drawing has its dimension: as a family names it, one for all drives and for every valve that has it. */
    public String dimension() {
        return place.replaceFirst("^actuator/[^/]+/", "actuator/").replaceFirst("/[^/]*=.*", "");
    }
}
