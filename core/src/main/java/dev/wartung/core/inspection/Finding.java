package dev.wartung.core.inspection;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.inspection.Inspection.Direction;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.Optional;

/**
 * Something found on a part, with what was decided by rule. Complete in itself: it is kept with the job.
 *
 * @param id        of its own
 * @param part      the part looked at
 * @param partName  in words
 * @param point     id of the point of the inspection
 * @param pointName in words
 * @param kind      id of what was found
 * @param kindName  in words
 * @param where     location on the part, as somebody wrote it
 * @param sizeM     depth or size, metres; empty where it does not matter or is not known
 * @param direction where it matters
 * @param note      anything else
 * @param photo     id of its photo
 * @param decision  what becomes of it
 * @param reason    why
 * @param replaces  id of the part that is replaced; empty where none is
 */
public record Finding(
        String id,
        String part,
        String partName,
        String point,
        String pointName,
        String kind,
        String kindName,
        String where,
        Optional<Double> sizeM,
        Optional<Direction> direction,
        String note,
        Optional<String> photo,
        Decision decision,
        Message reason,
        Optional<Replaced> replaces) {

    /**
     * The part that is replaced.
     *
     * @param article its number; empty where the type sheet gives none
     */
    public record Replaced(String part, String name, String article, String material) {}

    /** Its depth or size. */
    public Optional<Quantity> size() {
        return sizeM.map(m -> new Quantity(m, Dimension.LENGTH));
    }

    /** For instance "Scratch on plug (sealing edge, upper left)". */
    public String inWords() {
        return kindName + " on " + Part.inSentence(partName) + (where.isBlank() ? "" : " (" + where + ")");
    }
}
