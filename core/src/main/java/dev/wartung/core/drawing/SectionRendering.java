package dev.wartung.core.drawing;

import dev.wartung.core.drawing.DrawingTemplate.Shape;
import dev.wartung.core.drawing.SectionDrawing.Valve;
import dev.wartung.core.drawing.SectionDrawing.View;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import java.awt.geom.AffineTransform;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;

/** One section drawing being written: as a whole, or through a window on where the work is. */
final class SectionRendering {

    private static final double LABEL_ROOM = 150;
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

    /**
     * What of the drawing is seen.
     *
     * @param scale pixels for a millimetre
     * @param x     where its axis is, in pixels
     * @param y     where its zero height is
     */
    record Window(double scale, double x, double y) {}

    private final Valve valve;
    private final ToDoubleFunction<String> lift;

    private final Bench bench;
    private final View view;
    /** shown where its numbers are asked, and whole assemblies are pointed at too */
    private final boolean dimensioned;

    private final Shape drawing;
    private final DrawnParts parts;
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
    /** Null until it is asked for. */
    private @Nullable Optional<Window> work;

    /** The whole, within the canvas. */
    SectionRendering(
            Valve valve, Bench bench, View view, boolean dimensioned, Shape drawing, ToDoubleFunction<String> lift) {
        this(valve, bench, view, dimensioned, drawing, lift, new DrawnParts(valve, bench, view, drawing), null);
    }

    /**
     * @param lift   of the closure member at a position, in millimetres
     * @param window what is seen; null for the whole
     */
    private SectionRendering(
            Valve valve,
            Bench bench,
            View view,
            boolean dimensioned,
            Shape drawing,
            ToDoubleFunction<String> lift,
            DrawnParts parts,
            @Nullable Window window) {
        this.valve = valve;
        this.lift = lift;
        this.bench = bench;
        this.view = view;
        this.dimensioned = dimensioned;
        this.drawing = drawing;
        this.parts = parts;
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
        scale = Math.min((SectionDrawing.HEIGHT - 24) / height, (SectionDrawing.WIDTH - 2 * LABEL_ROOM) / width);
        originX = LABEL_ROOM
                - drawing.number("data-left") * scale
                + (SectionDrawing.WIDTH - 2 * LABEL_ROOM - width * scale) / 2;
        originY = (SectionDrawing.HEIGHT - height * scale) / 2 - top * scale;
    }

    SectionRendering through(Window window) {
        return new SectionRendering(valve, bench, view, dimensioned, drawing, lift, parts, window);
    }

    /** Where the parts in hand are, as large as they go; empty where that is hardly larger than the whole. */
    Optional<Window> work() {
        if (work == null) {
            work = window();
        }
        return work;
    }

    private Optional<Window> window() {
        Extent extent = new Extent();
        drawing.children().forEach(s -> extend(extent, s, new AffineTransform(), false));
        if (extent.isEmpty()) {
            return Optional.empty();
        }
        double fits = Math.min(WORK_WIDTH / Math.max(extent.width(), 1), WORK_HEIGHT / Math.max(extent.height(), 1));
        double as = Math.min(fits, NEAREST * scale);
        return as < WORTH_IT * scale
                ? Optional.empty()
                : Optional.of(new Window(
                        as,
                        SectionDrawing.WIDTH / 2.0 - extent.middleX() * as,
                        SectionDrawing.HEIGHT / 2.0 - extent.middleY() * as));
    }

    private void extend(Extent extent, Shape shape, AffineTransform group, boolean inHand) {
        if (!parts.isDrawn(shape, offCarriers)) {
            return;
        }
        boolean off = parts.isOff(shape);
        AffineTransform at = Extent.within(group, shape);
        if (off) {
            at.translate(shape.number("data-off-x"), shape.number("data-off-y"));
            offCarriers.push(shape.attribute("data-carrier").orElse(""));
        }
        boolean within = inHand
                || shape.attribute("data-part").filter(parts::isInHand).isPresent()
                || shape.attribute("data-carrier").filter(parts::isInHand).isPresent();
        if (within) {
            extent.add(shape, at);
        }
        shape.children().forEach(s -> extend(extent, s, at, within));
        if (off) {
            offCarriers.pop();
        }
    }

    /** How far up carriers that are off are drawn, one in the other added up; zero or negative. */
    private double liftedOff(Shape shape) {
        double own = parts.isOff(shape) ? shape.number("data-off-y") : parts.isThrown(shape) ? 0 - FLIES : 0;
        double within = 0;
        for (Shape inner : shape.children()) {
            within = Math.min(within, liftedOff(inner));
        }
        return own + within;
    }

    /** How far to the right carriers that are off reach. */
    private double farthestRight(Shape shape) {
        double farthest = parts.isOff(shape) ? shape.number("data-off-right") : 0;
        for (Shape inner : shape.children()) {
            farthest = Math.max(farthest, farthestRight(inner));
        }
        return farthest;
    }

    String svg(String title) {
        out.append("<svg class=\"section")
                .append(near ? " near" : "")
                .append("\" viewBox=\"0 0 ")
                .append(SectionDrawing.WIDTH)
                .append(' ')
                .append(SectionDrawing.HEIGHT)
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
                    .removeIf(a -> a[0] < EDGE
                            || a[0] > SectionDrawing.WIDTH - EDGE
                            || a[1] < EDGE
                            || a[1] > SectionDrawing.HEIGHT - EDGE);
        }
        new CallOutLayout(SectionDrawing.WIDTH, SectionDrawing.HEIGHT, near ? INSET : 0)
                .write(view.callOuts(), anchors, out);
        if (!near) {
            work().ifPresent(this::seen);
        }
        if (dimensioned) {
            dimensions.forEach(d -> d.write(originX, originY, scale, out));
        }
        if (valve.usualSizes()) {
            out.append("<text class=\"usual-proportions\" y=\"")
                    .append(SectionDrawing.HEIGHT - 22)
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
                .append(DrawingTemplate.rounded(SectionDrawing.WIDTH * times))
                .append("\" height=\"")
                .append(DrawingTemplate.rounded(SectionDrawing.HEIGHT * times))
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
        if (!parts.isDrawn(shape, offCarriers)) {
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
        boolean off = parts.isOff(shape);
        boolean thrown = parts.isThrown(shape);
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
        boolean arrives =
                off && shape.attribute("data-carrier").filter(parts::isComing).isPresent();
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
                    double stroke = lift.applyAsDouble(from)
                            - lift.applyAsDouble(bench.energies().position());
                    out.append(
                                    "<animateTransform attributeName=\"transform\" type=\"translate\" dur=\"0.7s\" from=\"0 ")
                            .append(-stroke)
                            .append("\" to=\"0 0\"/>");
                });
    }

    private Optional<String> classes(Shape shape) {
        List<String> classes = new ArrayList<>();
        shape.attribute("class").ifPresent(classes::add);
        shape.attribute("data-part").ifPresent(part -> {
            classes.add("part");
            boolean coming = parts.isComing(part) && !offCarriers.contains(part);
            if (coming) {
                classes.add("coming");
            } else if (parts.isLookedAt(part) && !offCarriers.contains(part)) {
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

    /** How what comes off in this step is seen to go: a fastener round the valve opens, all else rises or sinks. */
    private Optional<String> motion(Shape shape) {
        return parts.moved(shape)
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
