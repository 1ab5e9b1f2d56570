package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import org.jspecify.annotations.Nullable;

/**
 * Where a number of a type sheet comes from that is not the maker's.
 *
 * @param note how it was measured, or why it is assumed; may be empty
 */
public record Basis(From from, String note) {

    /** How it is known. */
    public enum From {
        @JsonProperty("measured")
        MEASURED,
        @JsonProperty("assumed")
        ASSUMED
    }

    public Basis(From from, @Nullable String note) {
        this.from = from;
        this.note = note == null ? "" : note;
    }
}
