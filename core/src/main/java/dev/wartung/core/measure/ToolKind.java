package dev.wartung.core.measure;

import java.util.Optional;
import java.util.stream.Stream;

/** What a measuring tool measures. */
public enum ToolKind {
    TORQUE_WRENCH("Torque wrench", Dimension.TORQUE),
    CALIPER("Caliper or feeler gauge", Dimension.LENGTH),
    GAUGE("Pressure gauge", Dimension.PRESSURE),
    THERMOMETER("Thermometer", Dimension.TEMPERATURE);

    private final String words;
    private final Dimension measures;

    ToolKind(String words, Dimension measures) {
        this.words = words;
        this.measures = measures;
    }

    public Dimension measures() {
        return measures;
    }

    public String words() {
        return words;
    }

    /** The kind that measures this; empty for what is seen, counted or timed. */
    public static Optional<ToolKind> measuring(Dimension dimension) {
        return Stream.of(values()).filter(k -> k.measures == dimension).findFirst();
    }
}
