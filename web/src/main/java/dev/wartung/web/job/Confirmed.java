package dev.wartung.web.job;

import dev.wartung.core.progress.Answer;
import dev.wartung.web.tool.ToolKind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What is kept of a confirmed step, or of a failed try at one.
 *
 * @param answers what was read
 * @param lots    what was counted in, at the step that counts the kit
 * @param second  who agreed, at a step that takes two people
 * @param greased what was laid on, from which tin
 * @param tools   numbers of the measuring tools, by kind
 */
record Confirmed(List<Answer> answers, List<CountedIn> lots, Optional<String> second, List<Greased> greased, Map<ToolKind, String> tools) {

    Confirmed(List<Answer> answers, List<CountedIn> lots, Optional<String> second, @Nullable List<Greased> greased, @Nullable Map<ToolKind, String> tools) {
        this.answers = List.copyOf(answers);
        this.lots = List.copyOf(lots);
        this.second = second;
        this.greased = greased == null ? List.of() : List.copyOf(greased);
        this.tools = tools == null ? Map.of() : Map.copyOf(tools);
    }
}
