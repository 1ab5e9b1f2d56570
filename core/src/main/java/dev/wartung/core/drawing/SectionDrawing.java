package dev.wartung.core.drawing;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.simulation.Bench;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * One valve's section drawing. What it shows is read off the bench: parts that are off are not drawn, the stem stands
 * where it stands.
 */
public final class SectionDrawing {

    /** Canvas in pixels; the bench view gives it this room. */
    public static final int WIDTH = 560;

    public static final int HEIGHT = 524;
    private static final String STROKE = "stroke";
    private static final Pattern NOT_OF_A_NAME = Pattern.compile("[^A-Za-z0-9_]");

    private final DrawingTemplate template;
    private final TypeSheet type;
    private final ValveConfiguration configuration;
    private final AnatomySheet anatomy;
    private final Map<String, Quantity> usual;

    public SectionDrawing(
            DrawingTemplate template, AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        this(template, anatomy, type, configuration, Map.of());
    }

    /** @param usual sizes drawn where the type sheet does not know its own: the drawing then says so */
    public SectionDrawing(
            DrawingTemplate template,
            AnatomySheet anatomy,
            TypeSheet type,
            ValveConfiguration configuration,
            Map<String, Quantity> usual) {
        this.template = template;
        this.type = type;
        this.configuration = configuration;
        this.anatomy = anatomy;
        this.usual = Map.copyOf(usual);
    }

    /** Whether it is drawn with sizes that are not its type's own. */
    public boolean isOfUsualProportions() {
        return usual.keySet().stream().anyMatch(size -> !type.drawing().containsKey(size));
    }

    /**
     * What is to be seen besides the state of the bench.
     *
     * @param renews   parts that the job renews: old ones and new ones are told apart
     * @param marks    parts under the highlighter
     * @param callOuts what is written beside the drawing, by part
     * @param movedFrom the position before the last step, to show the motion; empty for none
     * @param handled  what is taken off and what comes on in this step
     */
    public record View(
            Collection<String> renews,
            List<String> marks,
            List<CallOut> callOuts,
            Optional<String> movedFrom,
            Handled handled) {
        /** Nothing marked, nothing written. */
        public static final View PLAIN = new View(Set.of(), List.of(), List.of(), Optional.empty());

        public View(Collection<String> renews, List<String> marks, List<CallOut> callOuts, Optional<String> movedFrom) {
            this(renews, marks, callOuts, movedFrom, Handled.NOTHING);
        }
    }

    /**
     * What a step has in hand.
     *
     * @param leaves parts that come off: they are seen to move once
     * @param comes  parts that go on: their places are shown before they are in
     * @param thrown parts that force has thrown off, with what is in or on them: drawn where they fly
     */
    public record Handled(Set<String> leaves, Set<String> comes, Set<String> thrown) {
        public static final Handled NOTHING = new Handled(Set.of(), Set.of(), Set.of());

        /** What was thrown, and nothing else. */
        public static Handled thrown(Collection<String> parts) {
            return new Handled(Set.of(), Set.of(), Set.copyOf(parts));
        }

        /** What the acts of a step take off and put on. */
        public static Handled of(List<Act> acts) {
            return new Handled(
                    parts(acts, EnumSet.of(Verb.TAKE, Verb.BIN)),
                    parts(acts, EnumSet.of(Verb.PUT_BACK, Verb.FIT_NEW)),
                    Set.of());
        }

        private static Set<String> parts(List<Act> acts, Set<Verb> verbs) {
            return acts.stream()
                    .filter(a -> verbs.contains(a.verb()))
                    .map(Act::object)
                    .collect(Collectors.toUnmodifiableSet());
        }
    }

    /**
     * The drawing as an SVG element.
     *
     * @param title read out in place of the picture
     */
    public String svg(Bench bench, View view, String title) {
        return rendering(bench, view, false).svg(title);
    }

    /**
     * A section as a whole, and where the work is, as near as the parts in hand allow.
     *
     * @param near empty where the whole shows them as large already, or nothing is marked
     */
    public record Sections(String whole, Optional<String> near) {}

    /** Both drawings, worked out together. */
    public Sections sections(Bench bench, View view, String title, String nearTitle) {
        SectionRendering whole = rendering(bench, view, false);
        Optional<String> near = whole.work().map(window -> whole.through(window).svg(nearTitle));
        return new Sections(whole.svg(title), near);
    }

    /** The same with where the type's numbers are seen on it, each a group with {@code data-dimension}. */
    public String dimensioned(Bench bench, View view, String title) {
        return rendering(bench, view, true).svg(title);
    }

    private SectionRendering rendering(Bench bench, View view, boolean dimensioned) {
        return new SectionRendering(
                new Valve(anatomy, configuration, isOfUsualProportions()),
                bench,
                view,
                dimensioned,
                template.draw(
                        sizes(bench.energies().position(), bench.energies().driverPosition())),
                position -> liftMm(position));
    }

    /**
     * What expressions may refer to: the type's drawing sizes in millimetres, {@code lift} in millimetres,
     * {@code travel}
     * from 0 to 1 and {@code turn} in degrees of the closure member, {@code driver} (the travel of what drives it), and
     * for every choice of the configuration
     * (and the drive) 1 or 0 under its name, for instance {@code head_fitted} and {@code drive_NO}.
     */
    private Map<String, Double> sizes(String position, String driverPosition) {
        Map<String, Double> sizes = new HashMap<>();
        usual.forEach((name, size) -> sizes.put(name, size.in(Unit.MILLIMETRE)));
        type.drawing().forEach((name, size) -> sizes.put(name, size.in(Unit.MILLIMETRE)));
        sizes.put("lift", liftMm(position));
        sizes.put("travel", anatomy.build().travel(position));
        sizes.put("turn", 90 * anatomy.build().travel(position));
        sizes.put("driver", anatomy.build().travel(driverPosition));
        Map<String, String> facts = configuration.facts();
        anatomy.options()
                .forEach((id, option) -> option.choices().values().forEach(value -> choice(sizes, id, value, facts)));
        // a part of a drawing serves families that have fewer drives
        Arrays.stream(Drive.values()).forEach(drive -> choice(sizes, "drive", drive.code(), facts));
        return sizes;
    }

    private static void choice(Map<String, Double> sizes, String fact, String value, Map<String, String> facts) {
        sizes.put(NOT_OF_A_NAME.matcher(fact + "_" + value).replaceAll("_"), value.equals(facts.get(fact)) ? 1.0 : 0.0);
    }

    private double liftMm(String position) {
        return anatomy.build().travel(position)
                * type.actuator(configuration.springOf(), configuration.facts())
                        .flatMap(a -> a.stroke())
                        .or(() -> Optional.ofNullable(usual.get(STROKE)))
                        .map(s -> s.in(Unit.MILLIMETRE))
                        .orElse(0.0);
    }

    /**
     * Whose section it is.
     *
     * @param usualSizes drawn with sizes that are not its type's own
     */
    record Valve(AnatomySheet anatomy, ValveConfiguration configuration, boolean usualSizes) {}
}
