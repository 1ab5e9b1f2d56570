package dev.wartung.web.exchange;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** What can be taken in and given out. */
public enum Kind {
    VALVES(
            "valves",
            "Valves",
            List.of("tag", "service", "area", "line", "place", "type", "drive", "options", "next_due")),
    LOTS("lots", "Lots", List.of("item", "lot", "pieces", "cured", "supplier", "received")),
    CYCLES("cycles", "Cycle counts", List.of("tag", "day", "total")),
    TYPES("types", "Type sheets", List.of("type", "place", "value")),
    SITE("site", "Whole site", List.of()),
    TYPE("type", "One type sheet, YAML", List.of()),
    FAMILY("family", "A valve family with its drawing and types, ZIP", List.of());

    private final String path;
    private final String words;
    private final List<String> columns;

    Kind(String path, String words, List<String> columns) {
        this.path = path;
        this.words = words;
        this.columns = columns;
    }

    public String path() {
        return path;
    }

    public String words() {
        return words;
    }

    /** Columns of its CSV; none where it is no table. */
    public List<String> columns() {
        return columns;
    }

    /** What is counted of it, and what a problem's number counts. */
    public boolean sheets() {
        return this == TYPE || this == FAMILY;
    }

    /** Whether taking it in can put types in force, which is signed. */
    public boolean putsInForce() {
        return sheets() || this == TYPES || this == SITE;
    }

    static Optional<Kind> named(String path) {
        return Stream.of(values()).filter(k -> k.path.equals(path)).findFirst();
    }
}
