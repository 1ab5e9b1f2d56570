package dev.wartung.core.drawing;

import com.ezylang.evalex.BaseException;
import com.ezylang.evalex.Expression;
import com.ezylang.evalex.config.ExpressionConfiguration;
import com.ezylang.evalex.data.DataAccessorIfc;
import com.ezylang.evalex.data.EvaluationValue;
import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.transform.OutputKeys;
import javax.xml.transform.Transformer;
import javax.xml.transform.TransformerException;
import javax.xml.transform.TransformerFactory;
import javax.xml.transform.dom.DOMSource;
import javax.xml.transform.stream.StreamResult;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;
import org.w3c.dom.NamedNodeMap;
import org.w3c.dom.Node;
import org.xml.sax.InputSource;
import org.xml.sax.SAXException;

/**
 * A family's section drawing: an SVG whose numbers are expressions of a type sheet's drawing sizes. Expressions stand
 * in braces in
 * attributes; {@code w:include} puts another drawing in, {@code w:let} names intermediate ones, {@code w:spring} draws
 * a coil, {@code w:anchor} marks where a call-out points and {@code w:dimension} where a number of the type is seen.
 * Thread-safe.
 */
public final class DrawingTemplate {

    private static final String OWN = "urn:wartung:drawing";
    private static final Pattern BRACES = Pattern.compile("\\{([^}]*)}");
    private static final Pattern WORD = Pattern.compile("[A-Za-z_][A-Za-z0-9_]*");

    private static final int DEEPEST = 40;
    /** Hundredths that a number still holds to the millionth. */
    private static final double MANY = 1e9;

    private static final double NEARLY = 1e-6;
    /** What a drawing may be made of: no text, no links, no styles of its own, nothing that is fetched or run. */
    private static final Set<String> SHAPES =
            Set.of("svg", "g", "path", "rect", "circle", "ellipse", "line", "polyline", "polygon");

    private static final Set<String> INSTRUCTIONS = Set.of("let", "spring", "anchor", "dimension");
    private static final Set<String> ATTRIBUTES = Set.of(
            "class",
            "d",
            "x",
            "y",
            "x1",
            "y1",
            "x2",
            "y2",
            "cx",
            "cy",
            "r",
            "rx",
            "ry",
            "width",
            "height",
            "points",
            "transform",
            "fill-rule",
            "version");

    private final String name;
    private final String svg;
    private final Function<String, Optional<String>> parts;
    private final Written root;
    /** Every word that stands in it, those of its expressions among them: what else there is makes no other drawing. */
    private final Set<String> asked;

    private final Map<Map<String, Double>, Shape> drawn = new ConcurrentHashMap<>();

    /**
     * A drawing that includes nothing.
     *
     * @throws IllegalArgumentException if the text is not an XML drawing
     */
    public DrawingTemplate(String name, String svg) {
        this(name, svg, part -> Optional.empty());
    }

    /**
     * A drawing.
     *
     * @param parts finds the drawings that {@code w:include} puts in by name
     * @throws IllegalArgumentException if the text is not an XML drawing or includes one that is not there
     */
    public DrawingTemplate(String name, String svg, Function<String, Optional<String>> parts) {
        this.name = name;
        this.svg = svg;
        this.parts = parts;
        this.root = Written.of(composed());
        this.asked = root.everything()
                .flatMap(w -> w.attributes().values().stream())
                .flatMap(text -> WORD.matcher(text).results().map(MatchResult::group))
                .collect(Collectors.toUnmodifiableSet());
    }

    /** The drawing as text, with what it includes put in: it stands alone. Written anew for whoever asks, who are few. */
    public String text() {
        return written(composed());
    }

    private Element composed() {
        Element whole = parsed(name, svg);
        include(whole, 0);
        return whole;
    }

    /** The ids of parts and aids that have a place in it. */
    public Set<String> places() {
        return root.everything()
                .flatMap(w -> Stream.of("data-part", "data-aid").map(w::attribute))
                .filter(id -> !id.isEmpty())
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** The numbers that have a dimension line in it, as a family names them: {@code drawing/bore}. */
    public Set<String> dimensions() {
        return root.everything()
                .filter(w -> w.own() && w.tag().equals("dimension"))
                .flatMap(w -> Stream.of(w.attribute("of").split(" ")))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /**
     * What is in it that no drawing is made of, in words: it comes from somebody's file and stands within a page.
     *
     * @return empty for every drawing that is shipped
     */
    public List<String> strangers() {
        return strangers(INSTRUCTIONS);
    }

    /** @param instructions what this sort of drawing is instructed by */
    List<String> strangers(Set<String> instructions) {
        return root.everything()
                .flatMap(w -> (w.own() ? instructions : SHAPES).contains(w.tag())
                        ? w.attributes().keySet().stream()
                                .filter(key -> !w.own() && !ATTRIBUTES.contains(key) && !key.startsWith("data-"))
                                .map(key -> "draws with an attribute “" + key + "” (" + w.tag() + ")")
                        : Stream.of("draws with an element “" + w.tag() + "”"))
                .distinct()
                .toList();
    }

    /**
     * An element as it was written. The parser's own tree reads itself lazily and is not to be read by two at once.
     *
     * @param own it is an instruction to draw, not to be drawn as it stands
     */
    private record Written(String tag, boolean own, Map<String, String> attributes, List<Written> children) {

        static Written of(Element element) {
            Map<String, String> attributes = new LinkedHashMap<>();
            NamedNodeMap given = element.getAttributes();
            for (int i = 0; i < given.getLength(); i++) {
                if (!given.item(i).getNodeName().startsWith("xmlns")) {
                    attributes.put(given.item(i).getNodeName(), given.item(i).getNodeValue());
                }
            }
            List<Written> children = new ArrayList<>();
            for (Node child = element.getFirstChild(); child != null; child = child.getNextSibling()) {
                if (child instanceof Element inner) {
                    children.add(of(inner));
                }
            }
            return new Written(
                    element.getLocalName(),
                    OWN.equals(element.getNamespaceURI()),
                    Collections.unmodifiableMap(attributes),
                    List.copyOf(children));
        }

        String attribute(String key) {
            return attributes.getOrDefault(key, "");
        }

        Stream<Written> everything() {
            return Stream.concat(Stream.of(this), children.stream().flatMap(Written::everything));
        }
    }

    private void include(Element parent, int depth) {
        for (Node child = parent.getFirstChild(); child != null; ) {
            Node next = child.getNextSibling();
            if (child instanceof Element element) {
                if (OWN.equals(element.getNamespaceURI())
                        && element.getLocalName().equals("include")) {
                    String part = element.getAttribute("name");
                    String text = depth > 3 ? null : parts.apply(part).orElse(null);
                    if (text == null) {
                        throw new IllegalArgumentException(name + ": there is no drawing “" + part + "” to include");
                    }
                    Element included = parsed(part, text);
                    include(included, depth + 1);
                    for (Node inner = included.getFirstChild(); inner != null; inner = inner.getNextSibling()) {
                        parent.insertBefore(parent.getOwnerDocument().importNode(inner, true), element);
                    }
                    parent.removeChild(element);
                } else {
                    include(element, depth);
                }
            }
            child = next;
        }
    }

    private static String written(Element whole) {
        try {
            TransformerFactory factory = TransformerFactory.newDefaultInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            Transformer transformer = factory.newTransformer();
            transformer.setOutputProperty(OutputKeys.OMIT_XML_DECLARATION, "yes");
            StringWriter out = new StringWriter();
            transformer.transform(new DOMSource(whole), new StreamResult(out));
            return out.toString();
        } catch (TransformerException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Element parsed(String name, String svg) {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultInstance();
            factory.setNamespaceAware(true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/disallow-doctype-decl", true);
            // it is walked through by calls within calls
            factory.setAttribute("jdk.xml.maxElementDepth", DEEPEST);
            DocumentBuilder builder = factory.newDocumentBuilder();
            // mistakes are reported by the exception, not on the console
            builder.setErrorHandler(null);
            return builder.parse(new InputSource(new StringReader(svg))).getDocumentElement();
        } catch (SAXException | IOException | ParserConfigurationException e) {
            throw new IllegalArgumentException(name + ": " + e.getMessage(), e);
        }
    }

    /**
     * The drawing with every expression worked out.
     *
     * @param sizes drawing sizes in millimetres, by name, and what of the state the numbers depend on
     * @throws IllegalArgumentException if an expression names a size that is not given or cannot be worked out
     */
    Shape draw(Map<String, Double> sizes) {
        Map<String, Double> decide = new HashMap<>(sizes);
        decide.keySet().retainAll(asked);
        return drawn.computeIfAbsent(Map.copyOf(decide), key -> new Drafting(key).shape(root));
    }

    /**
     * An element of the drawing with plain numbers.
     *
     * @param tag        SVG element name, "anchor" or "dimension"
     * @param attributes by name, in the order written
     */
    record Shape(String tag, Map<String, String> attributes, List<Shape> children) {

        Optional<String> attribute(String key) {
            return Optional.ofNullable(attributes.get(key));
        }

        double number(String key) {
            return attribute(key).map(Double::parseDouble).orElse(0.0);
        }
    }

    private final class Drafting implements DataAccessorIfc {

        private final Map<String, Double> names;
        /** Expressions look their names up here; handed to each of them, all names would be copied for every one. */
        private final ExpressionConfiguration precision = ExpressionConfiguration.builder()
                .mathContext(MathContext.DECIMAL32)
                .dataAccessorSupplier(() -> this)
                .build();

        Drafting(Map<String, Double> sizes) {
            names = new LinkedHashMap<>(sizes);
        }

        @Override
        public @Nullable EvaluationValue getData(String variable) {
            Double value = names.get(variable);
            return value == null ? null : EvaluationValue.numberValue(BigDecimal.valueOf(value));
        }

        @Override
        public void setData(String variable, EvaluationValue value) {
            throw new UnsupportedOperationException("an expression sets nothing");
        }

        Shape shape(Written element) {
            Map<String, String> attributes = new LinkedHashMap<>(element.attributes());
            List<Shape> children = new ArrayList<>();
            // names first: a drawing's own limits may use them
            for (Written inner : element.children()) {
                if (inner.own() && inner.tag().equals("let")) {
                    // a sheet kept with an older record may not know the choice that is asked about
                    boolean known = !inner.attributes().containsKey("else") || names.containsKey(inner.attribute("is"));
                    names.put(inner.attribute("name"), value(inner.attribute(known ? "is" : "else")));
                } else {
                    children.add(shape(inner));
                }
            }
            attributes.replaceAll((key, text) ->
                    BRACES.matcher(text).replaceAll(m -> Matcher.quoteReplacement(rounded(value(m.group(1))))));
            return element.own() && element.tag().equals("spring")
                    ? coil(attributes)
                    : new Shape(element.tag(), attributes, children);
        }

        /** A coil in section view: a zigzag between two heights, as wide as given to both sides. */
        private Shape coil(Map<String, String> attributes) {
            double x = Double.parseDouble(attributes.getOrDefault("x", "0"));
            double from = Double.parseDouble(attributes.getOrDefault("y1", "0"));
            double to = Double.parseDouble(attributes.getOrDefault("y2", "0"));
            int coils = Integer.parseInt(attributes.getOrDefault("coils", "4"));
            StringBuilder path = new StringBuilder();
            for (int i = 0; i <= 2 * coils; i++) {
                path.append(i == 0 ? "M " : " L ")
                        .append(rounded(i % 2 == 0 ? -x : x))
                        .append(' ')
                        .append(rounded(from + (to - from) * i / (2 * coils)));
            }
            return new Shape(
                    "path", Map.of("class", attributes.getOrDefault("class", ""), "d", path.toString()), List.of());
        }

        private double value(String expression) {
            try {
                return new Expression(expression, precision)
                        .evaluate()
                        .getNumberValue()
                        .doubleValue();
            } catch (BaseException e) {
                throw new IllegalArgumentException(
                        name + ": “" + expression + "” cannot be worked out: " + e.getMessage(), e);
            }
        }
    }

    /**
     * A number with two decimals at most, a hundredth of a millimetre: finer than any line. Half a hundredth is rounded
     * away from zero, by the digits the number is written with.
     */
    static String rounded(double value) {
        double hundredths = Math.abs(value) * 100;
        long whole = Math.round(hundredths);
        // so near to half way its digits decide, and not what it is in binary
        if (!(hundredths < MANY) || Math.abs(hundredths - Math.floor(hundredths) - 0.5) < NEARLY) {
            return byDigits(value);
        }
        long cents = whole % 100;
        String amount = whole / 100
                + (cents == 0 ? "" : cents % 10 == 0 ? "." + cents / 10 : cents < 10 ? ".0" + cents : "." + cents);
        return value < 0 && whole != 0 ? "-" + amount : amount;
    }

    private static String byDigits(double value) {
        String text = String.format(Locale.ROOT, "%.2f", value);
        return text.replaceFirst("\\.?0+$", "").replaceFirst("^-0$", "0");
    }
}
