package dev.wartung.core.drawing;

import dev.wartung.core.drawing.DrawingTemplate.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Point2D;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * The room that shapes of a drawing take, in its millimetres. Curves are taken by the points they are drawn through and
 * pulled to, arcs by their ends: it is for looking at, not for measuring.
 */
final class Extent {

    private static final Pattern STEP = Pattern.compile("([A-Za-z])([^A-Za-z]*)");
    private static final Pattern NUMBER = Pattern.compile("-?[0-9.]+(?:e-?[0-9]+)?");
    private static final Pattern TRANSFORM = Pattern.compile("(translate|rotate|scale)\\(([^)]*)\\)");

    private double left = Double.POSITIVE_INFINITY;
    private double top = Double.POSITIVE_INFINITY;
    private double right = Double.NEGATIVE_INFINITY;
    private double bottom = Double.NEGATIVE_INFINITY;

    boolean isEmpty() {
        return left > right;
    }

    double width() {
        return right - left;
    }

    double height() {
        return bottom - top;
    }

    double middleX() {
        return (left + right) / 2;
    }

    double middleY() {
        return (top + bottom) / 2;
    }

    double left() {
        return left;
    }

    double right() {
        return right;
    }

    /** Takes a single shape in, without what is in it. */
    void add(Shape shape, AffineTransform at) {
        switch (shape.tag()) {
            case "path" -> path(shape.attribute("d").orElse(""), at);
            case "rect" -> {
                point(at, shape.number("x"), shape.number("y"));
                point(at, shape.number("x") + shape.number("width"), shape.number("y") + shape.number("height"));
            }
            case "circle" -> round(shape, at, shape.number("r"), shape.number("r"));
            case "ellipse" -> round(shape, at, shape.number("rx"), shape.number("ry"));
            case "line" -> {
                point(at, shape.number("x1"), shape.number("y1"));
                point(at, shape.number("x2"), shape.number("y2"));
            }
            case "polyline", "polygon" -> {
                List<Double> points = numbers(shape.attribute("points").orElse(""));
                for (int i = 0; i + 1 < points.size(); i += 2) {
                    point(at, points.get(i), points.get(i + 1));
                }
            }
            default -> {}
        }
    }

    private void round(Shape shape, AffineTransform at, double rx, double ry) {
        point(at, shape.number("cx") - rx, shape.number("cy") - ry);
        point(at, shape.number("cx") + rx, shape.number("cy") + ry);
    }

    private void point(AffineTransform at, double x, double y) {
        Point2D p = at.transform(new Point2D.Double(x, y), null);
        left = Math.min(left, p.getX());
        right = Math.max(right, p.getX());
        top = Math.min(top, p.getY());
        bottom = Math.max(bottom, p.getY());
    }

    private void path(String d, AffineTransform at) {
        double x = 0;
        double y = 0;
        Matcher steps = STEP.matcher(d);
        while (steps.find()) {
            char letter = steps.group(1).charAt(0);
            boolean relative = Character.isLowerCase(letter);
            List<Double> n = numbers(steps.group(2));
            int each =
                    switch (Character.toUpperCase(letter)) {
                        case 'H', 'V' -> 1;
                        case 'C' -> 6;
                        case 'S', 'Q' -> 4;
                        case 'A' -> 7;
                        case 'Z' -> 0;
                        default -> 2;
                    };
            for (int i = 0; each > 0 && i + each <= n.size(); i += each) {
                double fromX = relative ? x : 0;
                double fromY = relative ? y : 0;
                switch (Character.toUpperCase(letter)) {
                    case 'H' -> x = fromX + n.get(i);
                    case 'V' -> y = fromY + n.get(i);
                    default -> {
                        // an arc's first five are its radii and turns, no places
                        for (int k = each == 7 ? 5 : 0; k < each - 2; k += 2) {
                            point(at, fromX + n.get(i + k), fromY + n.get(i + k + 1));
                        }
                        x = fromX + n.get(i + each - 2);
                        y = fromY + n.get(i + each - 1);
                    }
                }
                point(at, x, y);
            }
        }
    }

    private static List<Double> numbers(String text) {
        List<Double> numbers = new ArrayList<>();
        Matcher matcher = NUMBER.matcher(text);
        while (matcher.find()) {
            numbers.add(Double.parseDouble(matcher.group()));
        }
        return numbers;
    }

    /** What a shape's own {@code transform} adds to where its group stands. */
    static AffineTransform within(AffineTransform group, Shape shape) {
        AffineTransform at = new AffineTransform(group);
        Matcher each = TRANSFORM.matcher(shape.attribute("transform").orElse(""));
        while (each.find()) {
            double[] n = Stream.of(each.group(2).trim().split("[ ,]+"))
                    .mapToDouble(Double::parseDouble)
                    .toArray();
            switch (each.group(1)) {
                case "translate" -> at.translate(n[0], n.length > 1 ? n[1] : 0);
                case "scale" -> at.scale(n[0], n.length > 1 ? n[1] : n[0]);
                default -> at.rotate(Math.toRadians(n[0]), n.length > 1 ? n[1] : 0, n.length > 2 ? n[2] : 0);
            }
        }
        return at;
    }
}
