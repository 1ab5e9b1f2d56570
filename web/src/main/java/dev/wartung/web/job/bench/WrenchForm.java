package dev.wartung.web.job.bench;

import dev.wartung.core.bolting.Wrench;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.LinkedHashMap;
import java.util.Map;

/** The wrench in hand, as typed at a step that asks for a torque: how long it is and what stands on its drive. */
final class WrenchForm {

    static final String LENGTH = "wrench.length";
    static final String OFFSET = "wrench.offset";
    static final String ANGLE = "wrench.angle";
    private static final double USUAL_LENGTH_M = 0.3;

    private final Map<String, String> troubles = new LinkedHashMap<>();
    private final Wrench wrench;

    /** @param offsetM of the service tool the joint takes; what is typed comes before it */
    WrenchForm(Map<String, String> typed, double offsetM, UnitSystem units) {
        double length = read(typed, LENGTH, units.unit(Dimension.LENGTH), USUAL_LENGTH_M);
        double offset = read(typed, OFFSET, units.unit(Dimension.LENGTH), offsetM);
        double angle = read(typed, ANGLE, Unit.DEGREE, 0);
        if (!(length > 0.05)) {
            troubles.putIfAbsent(LENGTH, "Measure from the middle of your hand to the drive.");
        } else if (offset >= length) {
            troubles.putIfAbsent(OFFSET, "Longer than the wrench itself: measure from the drive to the bolt.");
        } else if (!Wrench.hasLever(length, offset, angle)) {
            troubles.putIfAbsent(
                    ANGLE, "Pointing back like this it leaves hardly a lever. Turn it to the side or straight on.");
        }
        this.wrench = troubles.isEmpty() ? new Wrench(length, offset, angle) : Wrench.plain();
    }

    private double read(Map<String, String> typed, String field, Unit unit, double usual) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.isEmpty()) {
            return usual;
        }
        if (Entry.read(text, unit) instanceof Entry.Understood understood) {
            return understood.quantity().si();
        }
        troubles.put(field, Entry.read(text, unit) instanceof Entry.NotUnderstood not ? not.reason() : "");
        return usual;
    }

    Map<String, String> troubles() {
        return troubles;
    }

    Wrench wrench() {
        return wrench;
    }
}
