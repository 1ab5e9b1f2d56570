package dev.wartung.core.actuation;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Map;

/** One thing that is moved against: a seat and what presses on it, or the shaft of a disc. */
public interface Judged {

    /** What it is, for instance "Upper seat"; empty where there is only one. */
    Message name();

    Verdict verdict();

    List<Demand> demands();

    /** What it works only with; empty where it works anyway, or not at all. */
    List<Condition> conditions();

    /** Most air of the supply that anything done by air takes at the worst, pascal; 0 where air does nothing. */
    double supplyPa();

    /** What comes nearest to not being enough, and in which case. */
    Message tightest();

    /** What happens when the air fails, by which side of the line is under pressure. */
    Map<Message, Message> onLossOfAir();

    /** Up to which line pressure each thing is done: at the worst, as it should be, at the best; where the line counts. */
    Map<Message, List<Message>> held();

    /** What else is worth knowing. */
    List<Message> notes();

    /** Force or torque over the travel, drawn, for each way. */
    List<String> drawings(UnitSystem units);
}
