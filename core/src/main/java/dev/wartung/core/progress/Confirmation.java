package dev.wartung.core.progress;

import dev.wartung.core.procedure.Step;
import java.util.List;

/** A step that was confirmed, with what was read at it. */
public record Confirmation(Step step, List<Answer> answers) {}
