package dev.wartung.core.anatomy;

import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Where parts meet and can be parted.
 *
 * @param heldBy    the fasteners that hold it; it is open when the last is off. None: it is parted by hand or spanner
 * @param opens     what stands open with it: "product" for a product joint
 * @param seals     the seals it clamps; once open, the single-use ones among them are spent
 * @param tightened it must be tightened after it has been open
 * @param tightenAt the position in which what it clamps centres itself while it is tightened; none: any
 * @param settledAt the position in which it must be tightened instead, once it has been cycled with its fasteners slack
 * @param sticks    the part that stays on it, unfastened, until the closure member has moved once; levered off it is
 *     bent
 * @param triedOnBench out of the line it is tried for leaks before it goes back, once it has been open
 * @param loaded    when and through what a force pushes it apart; each path on its own
 */
public record Joint(
        String id,
        String name,
        Condition when,
        List<String> heldBy,
        Optional<String> opens,
        List<String> seals,
        boolean tightened,
        Optional<String> tightenAt,
        Optional<String> settledAt,
        Optional<String> sticks,
        boolean triedOnBench,
        List<Load> loaded) {

    /**
     * A force path that pushes a joint apart.
     *
     * @param at     the position of the closure member in which the driving force pushes
     * @param path   the parts and joints the force goes through; with one missing there is no force
     * @param thrown the part that flies off
     */
    public record Load(String at, List<String> path, String thrown) {}

    public Joint(
            String id,
            String name,
            @Nullable Condition when,
            @Nullable List<String> heldBy,
            @Nullable Optional<String> opens,
            @Nullable List<String> seals,
            boolean tightened,
            @Nullable Optional<String> tightenAt,
            @Nullable Optional<String> settledAt,
            @Nullable Optional<String> sticks,
            boolean triedOnBench,
            @Nullable List<Load> loaded) {
        this.id = id;
        this.name = name;
        this.when = when == null ? Condition.ALWAYS : when;
        this.heldBy = heldBy == null ? List.of() : List.copyOf(heldBy);
        this.opens = opens == null ? Optional.empty() : opens;
        this.seals = seals == null ? List.of() : List.copyOf(seals);
        this.tightened = tightened;
        this.tightenAt = tightenAt == null ? Optional.empty() : tightenAt;
        this.settledAt = settledAt == null ? Optional.empty() : settledAt;
        this.sticks = sticks == null ? Optional.empty() : sticks;
        this.triedOnBench = triedOnBench;
        this.loaded = loaded == null ? List.of() : List.copyOf(loaded);
    }
}
