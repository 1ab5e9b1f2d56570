package dev.wartung.web.change;

import dev.wartung.core.actuation.FailPositionStudy.Demand;
import dev.wartung.core.actuation.ValveStudy;
import java.util.List;
import java.util.Map;

/** What a study said, as it is kept: no drawing, for that is made anew from what was typed. */
public record KeptAnswer(String says, List<Part> parts, List<String> ways, List<String> notes) {

    /** What was said of one seat or shaft. */
    public record Part(
            String name, List<Demand> demands, Map<String, List<String>> held, Map<String, String> onLossOfAir) {}

    static KeptAnswer of(ValveStudy.Answer answer) {
        return new KeptAnswer(
                answer.says(),
                answer.judged().stream()
                        .map(j -> new Part(j.name(), j.demands(), j.held(), j.onLossOfAir()))
                        .toList(),
                answer.ways(),
                answer.notes());
    }
}
