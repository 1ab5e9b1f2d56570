package dev.wartung.web.change;

import dev.wartung.core.actuation.Demand;
import dev.wartung.core.actuation.Judged;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.message.Message;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** What a study said, as it is kept: no drawing, for that is made anew from what was typed. */
public record KeptAnswer(Message says, List<Part> parts, List<Message> ways) {

    /**
     * What was said of one seat or shaft.
     *
     * @param onLossOfAir where it goes without air, by the side of the line that is under pressure, in words
     */
    public record Part(Message name, List<Demand> demands, Map<String, Message> onLossOfAir) {

        static Part of(Judged judged) {
            Map<String, Message> then = new LinkedHashMap<>();
            judged.onLossOfAir().forEach((side, goes) -> then.put(side.toString(), goes));
            return new Part(judged.name(), judged.demands(), then);
        }
    }

    static KeptAnswer of(ValveStudy.Answer answer) {
        return new KeptAnswer(
                answer.says(), answer.judged().stream().map(Part::of).toList(), answer.ways());
    }
}
