package dev.wartung.core.progress;

import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Step;
import java.util.List;
import java.util.Map;

/** A step that was confirmed, with what was read at it. */
public record Confirmation(Step step, List<Answer> answers) {

    /**
     * The same, its readings held against what was read before it.
     *
     * @param read by reading
     */
    Confirmation knowing(Map<String, Ask.Known> read) {
        return new Confirmation(step.knowing(read), answers);
    }
}
