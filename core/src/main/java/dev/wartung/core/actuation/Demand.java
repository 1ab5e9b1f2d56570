package dev.wartung.core.actuation;

import dev.wartung.core.message.Message;

/**
 * One thing that must hold.
 *
 * @param says   what it is, with its figures and the case that decides
 * @param onlyIf what it depends on where it works only then; empty otherwise
 */
public record Demand(Message says, Verdict verdict, Message onlyIf) {

    static Demand of(Message says, Verdict verdict, Condition condition) {
        return new Demand(says, verdict, verdict == Verdict.ONLY_IF ? condition.words() : Message.NONE);
    }
}
