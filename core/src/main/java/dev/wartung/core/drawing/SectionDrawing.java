package dev.wartung.core.drawing;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.DrawingTemplate.Shape;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

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
     */
    public record View(
            Collection<String> renews, List<String> marks, List<CallOut> callOuts, Optional<String> movedFrom) {
        /** Nothing marked, nothing written. */
        public static final View PLAIN = new View(Set.of(), List.of(), List.of(), Optional.empty());
    }

    /**
     * The drawing as an SVG element.
     *
     * @param title read out in place of the picture
     */
    public String svg(Bench bench, View view, String title) {
        return rendering(bench, view, false).svg(title);
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
                        sizes(bench.energies().position(), bench.energies().driverPosition())));
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

        Rendering(Bench bench, View view, boolean dimensioned, Shape drawing) {
            this.bench = bench;
            this.view = view;
            this.dimensioned = dimensioned;
            this.drawing = drawing;
            double top = Math.min(drawing.number("data-top"), drawing.number("data-top") + liftedOff(drawing));
            double right = Math.max(drawing.number("data-right"), farthestRight(drawing));
            double height = drawing.number("data-bottom") - top;
            double width = right - drawing.number("data-left");
            scale = Math.min((HEIGHT - 24) / height, (WIDTH - 2 * LABEL_ROOM) / width);
            originX = LABEL_ROOM - drawing.number("data-left") * scale + (WIDTH - 2 * LABEL_ROOM - width * scale) / 2;
            originY = (HEIGHT - height * scale) / 2 - top * scale;
        }

        /** How far up carriers that are off are drawn, one in the other added up; zero or negative. */
        private double liftedOff(Shape shape) {
            double own = isOff(shape) ? shape.number("data-off-y") : 0;
            return own + shape.children().stream().mapToDouble(this::liftedOff).reduce(0, Math::min);
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
            out.append("<svg class=\"section\" viewBox=\"0 0 ")
                    .append(WIDTH)
                    .append(' ')
                    .append(HEIGHT)
                    .append("\" role=\"img\" xmlns=\"http://www.w3.org/2000/svg\"><title>")
                    .append(Xml.text(title))
                    .append("</title>");
            hatch("hatch", 45);
            hatch("hatch-other", -45);
            out.append("<g transform=\"translate(")
                    .append(DrawingTemplate.rounded(originX))
                    .append(' ')
                    .append(DrawingTemplate.rounded(originY))
                    .append(") scale(")
                    .append(scale)
                    .append(")\">");
            drawing.children().forEach(this::emit);
            out.append("</g>");
            new CallOutLayout(WIDTH, HEIGHT).write(view.callOuts(), anchors, out);
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
            double x = off ? shape.number("data-off-x") : 0;
            double y = off ? shape.number("data-off-y") : 0;
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
                out.append(" transform=\"translate(")
                        .append(DrawingTemplate.rounded(x))
                        .append(' ')
                        .append(DrawingTemplate.rounded(y))
                        .append(")\"");
            }
            out.append('>');
            if ("moving".equals(shape.attributes().get("class"))) {
                animate();
            }
            shape.children().forEach(this::emit);
            out.append("</").append(shape.tag()).append('>');
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
                                    || (isUnknown(p)
                                            && shape.attribute("data-else").isPresent()))
                            .orElse(true)
                    && shape.attribute("data-carrier")
                            .map(c -> bench.place(c) != Place.BIN && bench.place(c) != Place.BAG)
                            .orElse(true);
            boolean air = shape.attribute("data-air").map(this::airIn).orElse(true);
            boolean product =
                    shape.attribute("data-flow").isEmpty() || !bench.energies().lineEmpty();
            boolean with = shape.attribute("data-with")
                    .map(p -> bench.place(p) == Place.ON_VALVE)
                    .orElse(true);
            boolean aid =
                    shape.attribute("data-aid").map(bench.aids()::contains).orElse(true);
            boolean borne = shape.attribute("data-gone-with")
                    .map(p -> bench.build().part(p).isEmpty() || bench.place(p) == Place.ON_VALVE)
                    .orElse(true);
            return here && isMade(shape) && air && product && aid && with && borne;
        }

        /**
         * Sheets kept with older records do not tell every part apart that is drawn today; what was always there is
         * drawn all the same.
         */
        private boolean isUnknown(String part) {
            return anatomy.build().parts().stream().noneMatch(p -> p.id().equals(part));
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
                if (view.renews().contains(part)) {
                    classes.add(bench.isNew(part) ? "new" : "old");
                }
                if (view.marks().contains(part)) {
                    classes.add("marked");
                }
            });
            return classes.isEmpty() ? Optional.empty() : Optional.of(String.join(" ", classes));
        }
    }
}
