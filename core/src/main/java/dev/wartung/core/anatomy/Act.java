package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import java.util.Map;

/**
 * Something that physically happens at the bench. A step is carried out as a list of acts; the simulator judges them.
 *
 * @param verb   what is done
 * @param object what it is done to: a part, joint, aid, space, position or grease; empty where the verb needs none
 */
public record Act(Verb verb, String object) {

    /** What can be done. The comment names the object. */
    public enum Verb {
        /** the line shut and locked */
        LOCK,
        /** the locks off, product back */
        UNLOCK,
        /** the line vented and drained */
        VENT,
        /** the line rinsed and cold enough to touch */
        COOL,
        /** electricity off */
        SWITCH_OFF,
        /** electricity on */
        SWITCH_ON,
        /** air on; object: the position it brings, or nothing where a spring leaves only one */
        AIR_ON,
        /** all air off */
        AIR_OFF,
        /** moved by hand; object: the position */
        TURN,
        /** hands inside a moving space for the rest of the step; object: the space */
        REACH,
        /** a joint parted that no part holds; object: the joint */
        OPEN,
        /** a joint put together that no part holds; object: the joint */
        CLOSE,
        /** a joint tightened; object: the joint */
        TIGHTEN,
        /** a part taken off and laid on the cloth; object: the part */
        TAKE,
        /** a part taken off and thrown in the bin; object: the part */
        BIN,
        /** of a new valve, a part that is not on it yet and lies ready; object: the part */
        DELIVERED,
        /** a part put back from the cloth; object: the part */
        PUT_BACK,
        /** a new part fitted from the bag; object: the part */
        FIT_NEW,
        /** wiped clean, its grease with it; object: the part */
        WIPE,
        /** a film laid on; object: the part */
        GREASE,
        /** trapped air let out from behind a seal; object: the part */
        RELEASE_AIR,
        /** a borrowed aid put on; object: the aid */
        AID_ON,
        /** a borrowed aid taken off; object: the aid */
        AID_OFF,
        /** a setting measured and written down before it is lost; object: the part that is set */
        NOTE,
        /** a part set to what it should be; object: the part */
        SET,
        /** one seat lifted by itself, for cleaning; object: the plug */
        SEAT_LIFT,
        /** that seat let down; object: the plug */
        SEAT_DROP,
        /**
         * the valve becomes another configuration: what differs is off, the new parts are in the bag; object:
         * "option=value"
         */
        CONVERT,
        /** everybody out of the way of what may move, for the rest of the step */
        STAND_CLEAR,
        /** where the closure member rests without air is read off the valve */
        SEE_REST,
        /** full strokes run */
        CYCLE,
        /**
         * put under the test medium's pressure, looked at, and the pressure let off; object: the position it shuts in,
         * where it has one
         */
        SEE_TIGHT,
        /** the fail position, or both ends, seen */
        PROVE;

        String sheetName() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }

    public static Act of(Verb verb, String object) {
        return new Act(verb, object);
    }

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Act of(String verb) {
        return new Act(verbNamed(verb), "");
    }

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    static Act of(Map<String, String> single) {
        Map.Entry<String, String> entry = single.entrySet().iterator().next();
        return new Act(verbNamed(entry.getKey()), entry.getValue());
    }

    private static Verb verbNamed(String name) {
        return Verb.valueOf(name.toUpperCase(Locale.ROOT).replace('-', '_'));
    }

    @JsonValue
    Object asWritten() {
        return object.isEmpty() ? verb.sheetName() : Map.of(verb.sheetName(), object);
    }

    @JsonIgnore
    @Override
    public String toString() {
        return object.isEmpty() ? verb.sheetName() : verb.sheetName() + " " + object;
    }
}
