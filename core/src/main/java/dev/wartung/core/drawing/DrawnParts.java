package dev.wartung.core.drawing;

import dev.wartung.core.drawing.DrawingTemplate.Shape;
import dev.wartung.core.drawing.SectionDrawing.Valve;
import dev.wartung.core.drawing.SectionDrawing.View;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Which shapes of a section are drawn, and how their parts stand: as the bench has them and as the step moves them. */
final class DrawnParts {

    private final Valve valve;
    private final Bench bench;
    private final View view;
    /** parts that have a group of their own with what is in or on them: that moves, and they with it */
    private final Set<String> carriers = new HashSet<>();

    private final Map<String, String> facts;
    /** By condition: a drawing has a few, each on many shapes. */
    private final Map<String, Boolean> made = new HashMap<>();

    DrawnParts(Valve valve, Bench bench, View view, Shape drawing) {
        this.valve = valve;
        this.bench = bench;
        this.view = view;
        this.facts = valve.configuration().facts();
        carriers(drawing);
    }

    private void carriers(Shape within) {
        within.attribute("data-carrier").ifPresent(carriers::add);
        within.children().forEach(this::carriers);
    }

    /** The part that goes where this shape goes; empty where a group around it moves instead. */
    Optional<String> moved(Shape shape) {
        return shape.attribute("data-carrier")
                .or(() -> shape.attribute("data-part").filter(p -> !carriers.contains(p)));
    }

    /** The step is about it, takes it off or puts it on. */
    boolean isInHand(String part) {
        return view.marks().contains(part)
                || view.handled().leaves().contains(part)
                || view.handled().comes().contains(part);
    }

    /** Its group flies as one; what is in it goes along. */
    boolean isThrown(Shape shape) {
        return moved(shape)
                .filter(p -> view.handled().thrown().contains(p) && bench.place(p) == Place.ON_VALVE)
                .isPresent();
    }

    /** A carrier is a part with others in or on it; off the valve it is drawn apart, with what is still in it. */
    boolean isOff(Shape shape) {
        return shape.attribute("data-carrier")
                .filter(c -> bench.place(c) != Place.ON_VALVE
                        && bench.build().part(c).isPresent())
                .isPresent();
    }

    /**
     * @param offCarriers what it is drawn within and stands apart, the innermost first
     */
    boolean isDrawn(Shape shape, Collection<String> offCarriers) {
        if (!isMade(shape)) {
            return false;
        }
        boolean here = shape.attribute("data-part")
                        .map(p -> bench.place(p) == Place.ON_VALVE
                                || offCarriers.contains(p)
                                || isComing(p)
                                || isLookedAt(p)
                                || (isUnknown(p) && shape.attribute("data-else").isPresent()))
                        .orElse(true)
                && shape.attribute("data-carrier")
                        .map(c -> (bench.place(c) != Place.BIN && bench.place(c) != Place.BAG)
                                || hasSomethingInHand(shape))
                        .orElse(true);
        boolean air = shape.attribute("data-air").map(this::airIn).orElse(true);
        boolean product =
                shape.attribute("data-flow").isEmpty() || !bench.energies().lineEmpty();
        boolean with = shape.attribute("data-with")
                .map(p -> bench.place(p) == Place.ON_VALVE)
                .orElse(true);
        boolean aid = shape.attribute("data-aid").map(bench.aids()::contains).orElse(true);
        // drawings of own families kept from before say this of what a carrier says today
        boolean borne = shape.attribute("data-gone-with")
                .map(p -> bench.build().part(p).isEmpty() || bench.place(p) == Place.ON_VALVE)
                .orElse(true);
        return here && air && product && aid && with && borne;
    }

    /**
     * Sheets kept with older records do not tell every part apart that is drawn today; what was always there is
     * drawn all the same.
     */
    private boolean isUnknown(String part) {
        return valve.anatomy().build().parts().stream().noneMatch(p -> p.id().equals(part));
    }

    /** One in its bag or in the bin lies to hand where something goes into it or comes out, or it goes on itself. */
    private boolean hasSomethingInHand(Shape carrier) {
        return carrier.attribute("data-carrier")
                        .or(() -> carrier.attribute("data-part"))
                        .filter(p -> isComing(p)
                                || (view.handled().leaves().contains(p) && bench.place(p) == Place.ON_VALVE))
                        .isPresent()
                || carrier.children().stream().anyMatch(this::hasSomethingInHand);
    }

    /** It goes on in this step: where it will be is shown. */
    boolean isComing(String part) {
        return view.handled().comes().contains(part)
                && bench.place(part) != Place.ON_VALVE
                && bench.place(part) != Place.LOST;
    }

    /** It lies on the cloth and is what this step is about: it is drawn where it belongs, and said to be off. */
    boolean isLookedAt(String part) {
        return view.marks().contains(part) && bench.place(part) == Place.CLOTH;
    }

    private boolean isMade(Shape shape) {
        return shape.attribute("data-when")
                .map(condition -> made.computeIfAbsent(condition, c -> DrawnWhen.holds(c, facts)))
                .orElse(true);
    }

    /** Air lifts the stem from below the piston and lowers it from above. */
    private boolean airIn(String side) {
        return bench.energies().airOn()
                && (side.equals("on") || side.equals(bench.energies().driverLifted() ? "below" : "above"));
    }
}
