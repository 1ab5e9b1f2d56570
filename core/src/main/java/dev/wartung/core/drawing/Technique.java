package dev.wartung.core.drawing;

import dev.wartung.core.drawing.DrawingTemplate.Shape;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;

/**
 * What the hands do, in two to four frames: an SVG of {@code w:frame} groups, drawn as sections are, with
 * {@code w:arrow}, {@code w:turn} and {@code w:label} besides. Its root says its {@code data-name}, {@code data-why} it
 * is done so, the {@code data-words} it is looked up by and its {@code data-parameters}, "lip=up,down tool=own,none":
 * the first choice of each is meant where nothing is said. {@code data-order="any"} where its frames do not follow one
 * another, {@code data-turns} what its wrong frame has the wrong way round. Thread-safe.
 */
public final class Technique {

    /** A frame's canvas, in pixels where it stands on the bench. */
    public static final int WIDTH = 240;

    public static final int HEIGHT = 170;
    /** A caption is read at a glance. */
    static final int MOST_WORDS = 6;

    static final int FEWEST_FRAMES = 2;
    static final int MOST_FRAMES = 4;
    private static final int MOST_CHOICES = 200;
    private static final Set<String> INSTRUCTIONS = Set.of("let", "spring", "frame", "arrow", "turn", "label");
    private static final double HEAD = 9;

    private final String id;
    private final DrawingTemplate template;
    private final Shape root;
    private final Map<String, List<String>> parameters;

    /**
     * A technique as it is written.
     *
     * @param parts finds the drawings that {@code w:include} puts in by name
     * @throws IllegalArgumentException if it is no drawing, or one without a name or frames, with what is wrong
     */
    public Technique(String id, String svg, Function<String, Optional<String>> parts) {
        this.id = id;
        this.template = new DrawingTemplate(id, svg, parts);
        this.root = template.draw(Map.of());
        Map<String, List<String>> declared = new LinkedHashMap<>();
        DrawnWhen.wanted(root.attribute("data-parameters").orElse(""))
                .forEach((name, values) ->
                        declared.put(name, List.of(values.get(0).split(","))));
        this.parameters = Collections.unmodifiableMap(new TreeMap<>(declared));
    }

    public String id() {
        return id;
    }

    /**
     * A technique as a step calls it.
     *
     * @param id     of the technique
     * @param chosen what of it is chosen
     */
    public record Call(String id, Map<String, String> chosen) {

        /** @param call "lip-seal pressure=product" */
        public static Call of(String call) {
            String[] words = call.trim().split(" ", 2);
            Map<String, String> chosen = new TreeMap<>();
            DrawnWhen.wanted(words.length > 1 ? words[1] : "")
                    .forEach((name, values) -> chosen.put(name, values.get(0)));
            return new Call(words[0], chosen);
        }
    }

    /** What it is called, for instance "Lip seal, its lip towards the pressure". */
    public String name() {
        return root.attribute("data-name").orElse("");
    }

    /** Why it is done so, and what comes of it done otherwise. */
    public String why() {
        return root.attribute("data-why").orElse("");
    }

    /** Other words it is looked up by. */
    public String words() {
        return root.attribute("data-words").orElse("");
    }

    /** Whether its frames follow one another; where they stand beside each other nobody is asked for their order. */
    public boolean inOrder() {
        return !root.attribute("data-order").filter("any"::equals).isPresent();
    }

    /** What its wrong picture has turned round, for instance "the lip"; empty where that is not the mistake. */
    public Optional<String> turns() {
        return root.attribute("data-turns");
    }

    /** What can be chosen, each with its choices; the first is meant where nothing is said. */
    public Map<String, List<String>> parameters() {
        return parameters;
    }

    /** The drawing as text, with what it includes put in: it stands alone. */
    public String text() {
        return template.text();
    }

    /** What is wrong with it, in words; empty for those that are shipped. */
    public List<String> problems() {
        List<String> problems = new ArrayList<>(template.strangers(INSTRUCTIONS));
        if (name().isBlank() || why().isBlank()) {
            problems.add("says no name (data-name) or not why (data-why)");
        }
        waysToChoose().stream()
                .flatMap(chosen -> problems(chosen).stream())
                .distinct()
                .forEach(problems::add);
        return problems;
    }

    private List<String> problems(Map<String, String> chosen) {
        List<Frame> frames = frames(chosen);
        List<String> problems = new ArrayList<>();
        if (frames.size() < FEWEST_FRAMES || frames.size() > MOST_FRAMES) {
            problems.add("has " + frames.size() + " frames" + (chosen.isEmpty() ? "" : " with " + chosen) + ", not "
                    + FEWEST_FRAMES + " to " + MOST_FRAMES);
        }
        frames.stream()
                .map(Frame::caption)
                .filter(c -> c.isBlank() || c.trim().split("\\s+").length > MOST_WORDS)
                .map(c -> "has a caption of none or more than " + MOST_WORDS + " words: “" + c + "”")
                .forEach(problems::add);
        return problems;
    }

    /** Every way to choose; of very many, the first. */
    public List<Map<String, String>> waysToChoose() {
        List<Map<String, String>> all = List.of(Map.of());
        for (Map.Entry<String, List<String>> parameter : parameters.entrySet()) {
            all = all.stream()
                    .flatMap(chosen -> parameter.getValue().stream().map(value -> {
                        Map<String, String> more = new TreeMap<>(chosen);
                        more.put(parameter.getKey(), value);
                        return more;
                    }))
                    .limit(MOST_CHOICES)
                    .<Map<String, String>>map(Collections::unmodifiableMap)
                    .toList();
        }
        return all;
    }

    /**
     * What in a call does not fit it, in words.
     *
     * @param chosen a choice for some of its parameters
     */
    public List<String> misfits(Map<String, String> chosen) {
        return chosen.entrySet().stream()
                .filter(e -> !parameters.getOrDefault(e.getKey(), List.of()).contains(e.getValue()))
                .map(e -> "the technique “" + id + "” has no “" + e.getKey() + "=" + e.getValue() + "”")
                .toList();
    }

    /**
     * Its frames, in order.
     *
     * @param chosen a choice for some of its parameters
     * @throws IllegalArgumentException if a choice does not fit it
     */
    public List<Frame> frames(Map<String, String> chosen) {
        return frames(chosen, "");
    }

    /**
     * The same for a page that shows them twice: what pictures refer to within themselves has a name of its own.
     *
     * @param place letters that tell this showing from the other
     */
    public List<Frame> frames(Map<String, String> chosen, String place) {
        List<String> misfits = misfits(chosen);
        if (!misfits.isEmpty()) {
            throw new IllegalArgumentException(String.join("; ", misfits));
        }
        Map<String, String> facts = new TreeMap<>();
        parameters.forEach((name, choices) -> facts.put(name, choices.get(0)));
        facts.putAll(chosen);
        List<Frame> frames = new ArrayList<>();
        frames(root, facts, place, frames);
        return List.copyOf(frames);
    }

    private void frames(Shape within, Map<String, String> facts, String place, List<Frame> frames) {
        for (Shape shape : within.children()) {
            if (!isDrawn(shape, facts)) {
                continue;
            }
            if (shape.tag().equals("frame")) {
                String key = id + "-" + frames.size() + "-" + Integer.toHexString(facts.hashCode()) + place;
                frames.add(new Frame(
                        shape.attribute("caption").orElse(""),
                        Frame.Shows.of(shape.attribute("shows").orElse("way")),
                        new Rendering(key, facts).svg(shape)));
            } else {
                frames(shape, facts, place, frames);
            }
        }
    }

    private static boolean isDrawn(Shape shape, Map<String, String> facts) {
        return shape.attribute("data-when")
                .or(() -> shape.attribute("when"))
                .map(condition -> DrawnWhen.holds(condition, facts))
                .orElse(true);
    }

    /** One frame being written. */
    private final class Rendering {

        /** several frames stand in one page, and a pattern of one that is hidden fills nothing */
        private final String key;

        private final Map<String, String> facts;
        private final StringBuilder out = new StringBuilder(4000);

        Rendering(String key, Map<String, String> facts) {
            this.key = key;
            this.facts = facts;
        }

        String svg(Shape frame) {
            out.append("<svg class=\"technique\" viewBox=\"0 0 ")
                    .append(WIDTH)
                    .append(' ')
                    .append(HEIGHT)
                    .append("\" role=\"img\" xmlns=\"http://www.w3.org/2000/svg\"><title>")
                    .append(Xml.text(frame.attribute("caption").orElse("")))
                    .append("</title><desc>")
                    .append(Xml.text(name()))
                    .append("</desc><defs>");
            hatch("cut", 45);
            hatch("other", -45);
            out.append("</defs>");
            frame.children().forEach(this::emit);
            return out.append("</svg>").toString();
        }

        private void hatch(String name, int angle) {
            out.append("<pattern id=\"")
                    .append(name)
                    .append('-')
                    .append(key)
                    .append("\" width=\"6\" height=\"6\" patternUnits=\"userSpaceOnUse\" patternTransform=\"rotate(")
                    .append(angle)
                    .append(
                            ")\"><rect class=\"hatch-ground\" width=\"6\" height=\"6\"/><path class=\"hatch-line\" d=\"M0 0v6\"/></pattern>");
        }

        private void emit(Shape shape) {
            if (!isDrawn(shape, facts)) {
                return;
            }
            switch (shape.tag()) {
                case "arrow" -> arrow(shape);
                case "turn" -> turn(shape);
                case "label" -> label(shape);
                default -> element(shape);
            }
        }

        private void element(Shape shape) {
            out.append('<').append(shape.tag());
            shape.attributes().forEach((name, value) -> {
                if (!name.startsWith("data-")) {
                    attribute(name, value);
                }
            });
            List<String> classes =
                    Arrays.asList(shape.attribute("class").orElse("").split(" "));
            if (classes.contains("cut")) {
                attribute("fill", "url(#" + (classes.contains("other") ? "other-" : "cut-") + key + ")");
            }
            out.append('>');
            shape.children().forEach(this::emit);
            out.append("</").append(shape.tag()).append('>');
        }

        private void attribute(String name, String value) {
            out.append(' ').append(name).append("=\"").append(Xml.text(value)).append('"');
        }

        /** A force or a motion along a line; "both" has a head at either end. */
        private void arrow(Shape shape) {
            double x1 = shape.number("x1");
            double y1 = shape.number("y1");
            double x2 = shape.number("x2");
            double y2 = shape.number("y2");
            double angle = Math.atan2(y2 - y1, x2 - x1);
            String style = shape.attribute("class").orElse("");
            boolean both = style.contains("both");
            path(
                    "arrow " + style,
                    "M " + at(both ? x1 + HEAD * Math.cos(angle) : x1, both ? y1 + HEAD * Math.sin(angle) : y1) + " L "
                            + at(x2 - HEAD * Math.cos(angle), y2 - HEAD * Math.sin(angle)));
            head(x2, y2, angle, style);
            if (both) {
                head(x1, y1, angle + Math.PI, style);
            }
        }

        /** A turning motion; clockwise where {@code to} is greater than {@code from}, degrees from the right. */
        private void turn(Shape shape) {
            double cx = shape.number("cx");
            double cy = shape.number("cy");
            double rx = shape.number("r");
            double ry = shape.attribute("ry").isPresent() ? shape.number("ry") : rx;
            double from = Math.toRadians(shape.number("from"));
            double to = Math.toRadians(shape.number("to"));
            String style = shape.attribute("class").orElse("");
            boolean clockwise = to > from;
            // the line ends where the head begins
            double end = to - (clockwise ? 1 : -1) * HEAD / Math.max(rx, ry);
            path(
                    "arrow " + style,
                    "M " + at(cx + rx * Math.cos(from), cy + ry * Math.sin(from)) + " A " + at(rx, ry) + " 0 "
                            + (Math.abs(to - from) > Math.PI ? 1 : 0) + " " + (clockwise ? 1 : 0) + " "
                            + at(cx + rx * Math.cos(end), cy + ry * Math.sin(end)));
            double tangent =
                    Math.atan2((clockwise ? 1 : -1) * ry * Math.cos(to), (clockwise ? -1 : 1) * rx * Math.sin(to));
            head(cx + rx * Math.cos(to), cy + ry * Math.sin(to), tangent, style);
        }

        private void head(double x, double y, double angle, String style) {
            path(
                    "head " + style,
                    "M " + at(x, y) + " L " + at(x - 11 * Math.cos(angle - 0.45), y - 11 * Math.sin(angle - 0.45))
                            + " L " + at(x - 11 * Math.cos(angle + 0.45), y - 11 * Math.sin(angle + 0.45)) + " Z");
        }

        private void path(String style, String d) {
            out.append("<path class=\"")
                    .append(Xml.text(style.trim()))
                    .append("\" d=\"")
                    .append(d)
                    .append("\"/>");
        }

        private void label(Shape shape) {
            out.append("<text x=\"")
                    .append(shape.attributes().get("x"))
                    .append("\" y=\"")
                    .append(shape.attributes().get("y"))
                    .append("\" class=\"")
                    .append(Xml.text(shape.attribute("class").orElse("start")))
                    .append("\">")
                    .append(Xml.text(shape.attribute("text").orElse("")))
                    .append("</text>");
        }

        private String at(double x, double y) {
            return DrawingTemplate.rounded(x) + " " + DrawingTemplate.rounded(y);
        }
    }
}
