package dev.wartung.web.job;

import dev.wartung.core.progress.Answer;
import java.util.List;
import java.util.Optional;

/**
 * What is kept of a confirmed step, or of a failed try at one.
 *
 * @param answers what was read
 * @param lots    what was counted in, at the step that counts the kit
 * @param second  who agreed, at a step that takes two people
 */
record Confirmed(List<Answer> answers, List<CountedIn> lots, Optional<String> second) {}
