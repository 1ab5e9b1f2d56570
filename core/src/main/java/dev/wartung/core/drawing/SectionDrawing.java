package dev.wartung.core.drawing;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.DrawingTemplate.Shape;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.awt.geom.AffineTransform;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * One valve's section drawing. What it shows is read off the bench: parts that are off are not drawn, the stem stands
 * where it stands.
 */
public final class SectionDrawing {

    /** Canvas in pixels; the bench view gives it this room. */
    public static final int WIDTH = 560;

    public static final int HEIGHT = 524;
    private static final double LABEL_ROOM = 150;
    private static final String STROKE = "stroke";
    /** Room for the work, between the labels: in pixels. */
    private static final double WORK_WIDTH = 300;

    private static final double WORK_HEIGHT = 360;
    /** Not nearer than so many times the whole: what is around a part tells where it is. */
    private static final double NEAREST = 3;

    private static final double WORTH_IT = 1.3;
    /** How far up what was thrown is drawn, in millimetres. */
    private static final double FLIES = 56;
    /** Where the whole stands in a corner, labels begin below it. */
    private static final double INSET = 128;
    /** What ends so near the edge is cut off, and not pointed at. */
    private static final double EDGE = 30;

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
     * The drawing where the work is: as near as the parts in hand allow.
     *
     * @return empty where the whole shows them as large already, or nothing is marked
     */
    public Optional<String> near(Bench bench, View view, String title) {
        Rendering whole = rendering(bench, view, false);
        return whole.work().map(window -> whole.through(window).svg(title));
    }

    /** The same with where the type's numbers are seen on it, each a group with {@code data-dimension}. */
    public String dimensioned(Bench bench, View view, String title) {
        return rendering(bench, view, true).svg(title);
    }

    private Rendering rendering(Bench bench, View view, boolean dimensioned) {
        return new Rendering(
                bench,
                view,
                dimensioned,
                template.draw(
                        sizes(bench.energies().position(), bench.energies().driverPosition())),
                null);
    }

    /**
     * What of the drawing is seen.
     *
     * @param scale pixels for a millimetre
     * @param x     where its axis is, in pixels
     * @param y     where its zero height is
     */
    private record Window(double scale, double x, double y) {}

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
        sizes.put((fact + "_" + value).replaceAll("[^A-Za-z0-9_]", "_"), value.equals(facts.get(fact)) ? 1.0 : 0.0);
    }

    private double liftMm(String position) {
        return anatomy.build().travel(position)
                * type.actuator(configuration.springOf(), configuration.facts())
                        .flatMap(a -> a.stroke())
                        .or(() -> Optional.ofNullable(usual.get(STROKE)))
                        .map(s -> s.in(Unit.MILLIMETRE))
                        .orElse(0.0);
    }

    private final class Rendering {

        private final Bench bench;
        private final View view;
        /** shown where its numbers are asked, and whole assemblies are pointed at too */
        private final boolean dimensioned;

        private final Shape drawing;
        private final double scale;
        private final double originX;
        private final double originY;
        private final StringBuilder out = new StringBuilder(20_000);
        private final Map<String, double[]> anchors = new HashMap<>();
        private final List<DimensionLine> dimensions = new ArrayList<>();
        private final Deque<String> offCarriers = new ArrayDeque<>();
        private double shiftX;
        private double shiftY;

        private final boolean near;

        /** @param window what is seen; null for the whole */
        Rendering(Bench bench, View view, boolean dimensioned, Shape drawing, @Nullable Window window) {
            this.bench = bench;
            this.view = view;
            this.dimensioned = dimensioned;
            this.drawing = drawing;
            this.near = window != null;
            if (window != null) {
                scale = window.scale();
                originX = window.x();
                originY = window.y();
                return;
            }
            double top = Math.min(drawing.number("data-top"), drawing.number("data-top") + liftedOff(drawing));
            double right = Math.max(drawing.number("data-right"), farthestRight(drawing));
            double height = drawing.number("data-bottom") - top;
            double width = right - drawing.number("data-left");
            scale = Math.min((HEIGHT - 24) / height, (WIDTH - 2 * LABEL_ROOM) / width);
            originX = LABEL_ROOM - drawing.number("data-left") * scale + (WIDTH - 2 * LABEL_ROOM - width * scale) / 2;
            originY = (HEIGHT - height * scale) / 2 - top * scale;
        }

        Rendering through(Window window) {
            return new Rendering(bench, view, dimensioned, drawing, window);
        }

        /** Where the parts in hand are, as large as they go; empty where that is hardly larger than the whole. */
        Optional<Window> work() {
            Extent extent = new Extent();
            drawing.children().forEach(s -> extend(extent, s, new AffineTransform(), false));
            if (extent.isEmpty()) {
                return Optional.empty();
            }
            double fits =
                    Math.min(WORK_WIDTH / Math.max(extent.width(), 1), WORK_HEIGHT / Math.max(extent.height(), 1));
            double as = Math.min(fits, NEAREST * scale);
            return as < WORTH_IT * scale
                    ? Optional.empty()
                    : Optional.of(
                            new Window(as, WIDTH / 2.0 - extent.middleX() * as, HEIGHT / 2.0 - extent.middleY() * as));
        }

        private void extend(Extent extent, Shape shape, AffineTransform group, boolean inHand) {
            if (!isDrawn(shape)) {
                return;
            }
            boolean off = isOff(shape);
            AffineTransform at = Extent.within(group, shape);
            if (off) {
                at.translate(shape.number("data-off-x"), shape.number("data-off-y"));
                offCarriers.push(shape.attribute("data-carrier").orElse(""));
            }
            boolean within = inHand
                    || shape.attribute("data-part").filter(this::isInHand).isPresent()
                    || shape.attribute("data-carrier").filter(this::isInHand).isPresent();
            if (within) {
                extent.add(shape, at);
            }
            shape.children().forEach(s -> extend(extent, s, at, within));
            if (off) {
                offCarriers.pop();
            }
        }

        private boolean isInHand(String part) {
            return view.marks().contains(part)
                    || view.handled().leaves().contains(part)
                    || view.handled().comes().contains(part);
        }

        /** How far up carriers that are off are drawn, one in the other added up; zero or negative. */
        private double liftedOff(Shape shape) {
            double own = isOff(shape) ? shape.number("data-off-y") : isThrown(shape) ? 0 - FLIES : 0;
            return own + shape.children().stream().mapToDouble(this::liftedOff).reduce(0, Math::min);
        }

        /** Its group flies as one; what is in it goes along. */
        private boolean isThrown(Shape shape) {
            return shape.attribute("data-carrier")
                    .or(() -> shape.attribute("data-part").filter(p -> !isCarrier(drawing, p)))
                    .filter(p -> view.handled().thrown().contains(p) && bench.place(p) == Place.ON_VALVE)
                    .isPresent();
        }

        /** How far to the right carriers that are off reach. */
        private double farthestRight(Shape shape) {
            double own = isOff(shape) ? shape.number("data-off-right") : 0;
            return shape.children().stream().mapToDouble(this::farthestRight).reduce(own, Math::max);
        }

        /** A carrier is a part with others in or on it; off the valve it is drawn apart, with what is still in it. */
        private boolean isOff(Shape shape) {
            return shape.attribute("data-carrier")
                    .filter(c -> bench.place(c) != Place.ON_VALVE
                            && bench.build().part(c).isPresent())
                    .isPresent();
        }

        String svg(String title) {
            out.append("<svg class=\"section")
                    .append(near ? " near" : "")
                    .append("\" viewBox=\"0 0 ")
                    .append(WIDTH)
                    .append(' ')
                    .append(HEIGHT)
                    .append("\" role=\"img\" xmlns=\"http://www.w3.org/2000/svg\"><title>")
                    .append(Xml.text(title))
                    .append("</title>");
            hatch(near ? "hatch-near" : "hatch", 45);
            hatch(near ? "hatch-near-other" : "hatch-other", -45);
            out.append("<g transform=\"translate(")
                    .append(DrawingTemplate.rounded(originX))
                    .append(' ')
                    .append(DrawingTemplate.rounded(originY))
                    .append(") scale(")
                    .append(scale)
                    .append(")\">");
            drawing.children().forEach(this::emit);
            out.append("</g>");
            if (near) {
                anchors.values()
                        .removeIf(a -> a[0] < EDGE || a[0] > WIDTH - EDGE || a[1] < EDGE || a[1] > HEIGHT - EDGE);
            }
            new CallOutLayout(WIDTH, HEIGHT, near ? INSET : 0).write(view.callOuts(), anchors, out);
            if (!near) {
                work().ifPresent(this::seen);
            }
            if (dimensioned) {
                dimensions.forEach(d -> d.write(originX, originY, scale, out));
            }
            if (isOfUsualProportions()) {
                out.append("<text class=\"usual-proportions\" y=\"")
                        .append(HEIGHT - 22)
                        .append(
                                "\"><tspan x=\"6\">Usual proportions,</tspan><tspan x=\"6\" dy=\"15\">not its own sizes</tspan></text>");
            }
            return out.append("</svg>").toString();
        }

        /** What of the whole is seen near by; shown where the whole stands beside that. */
        private void seen(Window window) {
            double times = scale / window.scale();
            out.append("<rect class=\"seen\" x=\"")
                    .append(DrawingTemplate.rounded(originX - window.x() * times))
                    .append("\" y=\"")
                    .append(DrawingTemplate.rounded(originY - window.y() * times))
                    .append("\" width=\"")
                    .append(DrawingTemplate.rounded(WIDTH * times))
                    .append("\" height=\"")
                    .append(DrawingTemplate.rounded(HEIGHT * times))
                    .append("\"/>");
        }

        private void hatch(String id, int angle) {
            out.append("<defs><pattern id=\"")
                    .append(id)
                    .append("\" width=\"6\" height=\"6\" patternUnits=\"userSpaceOnUse\" patternTransform=\"scale(")
                    .append(1 / scale)
                    .append(") rotate(")
                    .append(angle)
                    .append(
                            ")\"><rect class=\"hatch-ground\" width=\"6\" height=\"6\"/><path class=\"hatch-line\" d=\"M0 0v6\"/></pattern></defs>");
        }

        private void emit(Shape shape) {
            if (!isDrawn(shape)) {
                return;
            }
            if (shape.tag().equals("anchor")) {
                anchors.put(shape.attributes().get("part"), new double[] {
                    originX + (shape.number("x") + shiftX) * scale,
                    originY + (shape.number("y") + shiftY) * scale,
                    shiftX <= 0 && "left".equals(shape.attributes().get("side")) ? -1 : 1
                });
                return;
            }
            if (shape.tag().equals("dimension")) {
                dimensions.add(DimensionLine.of(shape, shiftX, shiftY));
                return;
            }
            boolean off = isOff(shape);
            boolean thrown = isThrown(shape);
            double x = off ? shape.number("data-off-x") : thrown ? FLIES / 4 : 0;
            double y = off ? shape.number("data-off-y") : thrown ? 0 - FLIES : 0;
            shiftX += x;
            shiftY += y;
            out.append('<').append(shape.tag());
            classes(shape)
                    .ifPresent(c -> out.append(" class=\"").append(Xml.text(c)).append('"'));
            shape.attributes().forEach((key, value) -> {
                if (key.equals("data-part")
                        || (dimensioned && key.equals("data-carrier"))
                        || (!key.startsWith("data-") && !key.equals("class"))) {
                    out.append(' ')
                            .append(key)
                            .append("=\"")
                            .append(Xml.text(value))
                            .append('"');
                }
            });
            if (off) {
                offCarriers.push(shape.attribute("data-carrier").orElse(""));
            }
            if (off || thrown) {
                out.append(" transform=\"translate(")
                        .append(DrawingTemplate.rounded(x))
                        .append(' ')
                        .append(DrawingTemplate.rounded(y))
                        .append(thrown ? ") rotate(9)\"" : ")\"");
            }
            out.append('>');
            if ("moving".equals(shape.attributes().get("class"))) {
                animate();
            }
            // within, since it is the outer one that stands apart
            boolean arrives = off
                    && shape.attribute("data-carrier").filter(this::isComing).isPresent();
            out.append(arrives ? "<g class=\"arriving\">" : "");
            shape.children().forEach(this::emit);
            out.append(arrives ? "</g>" : "").append("</").append(shape.tag()).append('>');
            if (off) {
                offCarriers.pop();
            }
            shiftX -= x;
            shiftY -= y;
        }

        /** The stem is seen to move from where it was. */
        private void animate() {
            view.movedFrom()
                    .filter(from -> !from.equals(bench.energies().position()))
                    .ifPresent(from -> {
                        double stroke = liftMm(from) - liftMm(bench.energies().position());
                        out.append(
                                        "<animateTransform attributeName=\"transform\" type=\"translate\" dur=\"0.7s\" from=\"0 ")
                                .append(-stroke)
                                .append("\" to=\"0 0\"/>");
                    });
        }

        private boolean isDrawn(Shape shape) {
            boolean here = shape.attribute("data-part")
                            .map(p -> bench.place(p) == Place.ON_VALVE
                                    || offCarriers.contains(p)
                                    || isComing(p)
                                    || isLookedAt(p)
                                    || (isUnknown(p)
                                            && shape.attribute("data-else").isPresent()))
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
            boolean aid =
                    shape.attribute("data-aid").map(bench.aids()::contains).orElse(true);
            return here && isMade(shape) && air && product && aid && with;
        }

        /**
         * Sheets kept with older records do not tell every part apart that is drawn today; what was always there is
         * drawn all the same.
         */
        private boolean isUnknown(String part) {
            return anatomy.build().parts().stream().noneMatch(p -> p.id().equals(part));
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
        private boolean isComing(String part) {
            return view.handled().comes().contains(part)
                    && bench.place(part) != Place.ON_VALVE
                    && bench.place(part) != Place.LOST;
        }

        /** It lies on the cloth and is what this step is about: it is drawn where it belongs, and said to be off. */
        private boolean isLookedAt(String part) {
            return view.marks().contains(part) && bench.place(part) == Place.CLOTH;
        }

        private boolean isMade(Shape shape) {
            return shape.attribute("data-when")
                    .map(condition -> DrawnWhen.holds(condition, configuration.facts()))
                    .orElse(true);
        }

        /** Air lifts the stem from below the piston and lowers it from above. */
        private boolean airIn(String side) {
            return bench.energies().airOn()
                    && (side.equals("on") || side.equals(bench.energies().driverLifted() ? "below" : "above"));
        }

        private Optional<String> classes(Shape shape) {
            List<String> classes = new ArrayList<>();
            shape.attribute("class").ifPresent(classes::add);
            shape.attribute("data-part").ifPresent(part -> {
                classes.add("part");
                boolean coming = isComing(part) && !offCarriers.contains(part);
                if (coming) {
                    classes.add("coming");
                } else if (isLookedAt(part) && !offCarriers.contains(part)) {
                    classes.add("beside");
                }
                if (view.renews().contains(part)) {
                    classes.add(coming || bench.isNew(part) ? "new" : "old");
                }
                if (view.marks().contains(part)) {
                    classes.add("marked");
                }
            });
            motion(shape).ifPresent(classes::add);
            return classes.isEmpty() ? Optional.empty() : Optional.of(String.join(" ", classes));
        }

        /** It has a group of its own with what is in or on it: that moves, and it with that. */
        private static boolean isCarrier(Shape within, String part) {
            return within.attribute("data-carrier").filter(part::equals).isPresent()
                    || within.children().stream().anyMatch(s -> isCarrier(s, part));
        }

        /** How what comes off in this step is seen to go: a fastener round the valve opens, all else rises or sinks. */
        private Optional<String> motion(Shape shape) {
            return shape.attribute("data-carrier")
                    .or(() -> shape.attribute("data-part").filter(p -> !isCarrier(drawing, p)))
                    .filter(view.handled().leaves()::contains)
                    .filter(p -> bench.place(p) == Place.ON_VALVE
                            && shape.attribute("transform").isEmpty())
                    .map(p -> {
                        Extent extent = new Extent();
                        shape.children().forEach(s -> extend(extent, s, new AffineTransform(), true));
                        boolean round = !extent.isEmpty() && extent.left() < 0 && extent.right() > 0;
                        boolean fastener = bench.build()
                                .part(p)
                                .filter(part -> part.kind().equals("fastener"))
                                .isPresent();
                        return "leaving "
                                + (fastener && round ? "opens" : shape.number("data-off-y") > 0 ? "sinks" : "rises");
                    });
        }
    }
}
