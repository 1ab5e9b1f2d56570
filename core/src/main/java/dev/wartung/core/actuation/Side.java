package dev.wartung.core.actuation;

/** From which side the line can press on the closed plug. */
public enum Side {
    /** Pushing it off its seat. */
    BELOW,
    /** Pressing it on its seat. */
    ABOVE,
    /** From one, from the other, or from both at once. */
    EITHER;

    boolean below() {
        return this != ABOVE;
    }

    boolean above() {
        return this != BELOW;
    }
}
