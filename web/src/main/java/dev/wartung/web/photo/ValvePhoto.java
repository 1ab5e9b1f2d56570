package dev.wartung.web.photo;

import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import java.util.UUID;

/**
 * A photo of a valve, without its picture.
 *
 * @param by who took it
 */
public record ValvePhoto(UUID id, Shows shows, String by, Instant at) {

    /** What is on it. */
    public enum Shows {
        PLATE("Type plate"),
        PLACE("In place");

        private final String words;

        Shows(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        static Optional<Shows> of(String name) {
            return Arrays.stream(values()).filter(s -> s.name().equals(name)).findFirst();
        }
    }
}
