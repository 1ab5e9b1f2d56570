package dev.wartung.core.actuation;

import dev.wartung.core.anatomy.Drive;
import java.util.List;

/** What a linear actuator has to do, and by what. */
public enum Task {
    /** Off its seat, after it stood there. */
    AIR_LIFTS(true, true),
    /** Through the whole stroke to open. */
    AIR_OPENS(true, true),
    /** From fully open to its seat. */
    AIR_CLOSES(true, false),
    /** Held on its seat with the load the seal needs. */
    AIR_SEALS(true, false),
    SPRING_LIFTS(false, true),
    SPRING_OPENS(false, true),
    SPRING_CLOSES(false, false),
    SPRING_SEALS(false, false);

    private final boolean byAir;
    private final boolean opening;

    Task(boolean byAir, boolean opening) {
        this.byAir = byAir;
        this.opening = opening;
    }

    public boolean byAir() {
        return byAir;
    }

    /** Away from the seat. */
    public boolean opening() {
        return opening;
    }

    public boolean seals() {
        return this == AIR_SEALS || this == SPRING_SEALS;
    }

    /** On its seat, with the line pressing on the closed plug; otherwise on its way, with one pressure in the body. */
    public boolean seated() {
        return seals() || this == AIR_LIFTS || this == SPRING_LIFTS;
    }

    /** All that an actuator with this drive has to do. */
    static List<Task> of(Drive drive) {
        return switch (drive) {
            case NC -> List.of(AIR_LIFTS, AIR_OPENS, SPRING_CLOSES, SPRING_SEALS);
            case NO -> List.of(AIR_CLOSES, AIR_SEALS, SPRING_LIFTS, SPRING_OPENS);
            default -> List.of(AIR_LIFTS, AIR_OPENS, AIR_CLOSES, AIR_SEALS);
        };
    }
}
