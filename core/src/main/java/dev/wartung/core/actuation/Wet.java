package dev.wartung.core.actuation;

import dev.wartung.core.message.Message;

/** How wet the seat of a disc or ball is: it decides what it takes to turn it out. */
public enum Wet {
    DRY(Message.of("study.wet.dry", "dry")),
    LUBRICATED(Message.of("study.wet.lubricated", "lubricated")),
    PRODUCT(Message.of("study.wet.product", "wet with product"));

    private final Message words;

    Wet(Message words) {
        this.words = words;
    }

    public Message words() {
        return words;
    }
}
