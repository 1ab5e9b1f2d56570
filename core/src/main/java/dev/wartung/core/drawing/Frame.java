package dev.wartung.core.drawing;

import java.util.Arrays;

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
        WAY("way"),
        RIGHT("right"),
        WRONG("wrong");

        private final String word;

        Shows(String word) {
            this.word = word;
        }

        /** As drawings and pages write it. */
        public String word() {
            return word;
        }

        static Shows of(String word) {
            return Arrays.stream(values())
                    .filter(s -> s.word.equals(word))
                    .findFirst()
                    .orElseThrow(
                            () -> new IllegalArgumentException("a frame shows right or wrong, not “" + word + "”"));
        }
    }
}
