package dev.wartung.core.drawing;

/**
 * One picture of a technique.
 *
 * @param caption what the hands do, in six words at most
 * @param shows   whether it shows how it is done, or stands for right or for wrong beside its counterpart
 * @param svg     the picture, {@value Technique#WIDTH} by {@value Technique#HEIGHT}
 */
public record Frame(String caption, Shows shows, String svg) {

    /** What a frame stands for. */
    public enum Shows {
        WAY,
        RIGHT,
        WRONG
    }
}
