package dev.wartung.core.sheet;

import dev.wartung.core.text.PlainText;
import dev.wartung.core.text.YamlSettings;
import java.util.ArrayList;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.common.ScalarStyle;
import org.snakeyaml.engine.v2.composer.Composer;
import org.snakeyaml.engine.v2.events.CollectionEndEvent;
import org.snakeyaml.engine.v2.events.CollectionStartEvent;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.nodes.Tag;
import org.snakeyaml.engine.v2.parser.Parser;
import org.snakeyaml.engine.v2.parser.ParserImpl;
import org.snakeyaml.engine.v2.scanner.StreamReader;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * A sheet's YAML as a tree whose entries remember their line. YAML 1.2; anchors, aliases, doubled keys and more than
 * one document are
 * refused: a sheet is read by people.
 */
final class SheetText {

    private static final int LARGEST = 1_000_000;
    private static final int DEEPEST = 30;
    private static final String USES = "uses";
    /** Lists to which a fragment adds. */
    private static final Set<String> JOINED = Set.of(
            "/excludes",
            "/build/parts",
            "/build/joints",
            "/build/spaces",
            "/build/air-through",
            "/readings",
            "/movements",
            "/operations",
            "/works",
            "/rechecks",
            "/schools",
            "/warnings");

    private final String file;
    private final List<SheetProblem> problems = new ArrayList<>();
    private final NavigableMap<String, Mark> marks = new TreeMap<>();
    private final IdentityHashMap<Node, Boolean> seen = new IdentityHashMap<>();
    private JsonNode root = JsonNodeFactory.instance.objectNode();

    /** Where an entry was written. */
    private record Mark(String file, int line) {}

    SheetText(String file, String yaml) {
        this.file = file;
        if (yaml.length() > LARGEST) {
            problem("", "is larger than a sheet can be (1 MB)");
            return;
        }
        try {
            LoadSettings settings = YamlSettings.of(yaml)
                    .setLabel(file)
                    .setAllowDuplicateKeys(false)
                    .build();
            Parser parser = new NotTooDeep(new ParserImpl(settings, new StreamReader(settings, yaml)));
            Optional<Node> node = new Composer(settings, parser).getSingleNode();
            if (node.isEmpty()) {
                problem("", "is empty");
            } else {
                root = read(node.get(), "", 0);
            }
        } catch (TooDeep e) {
            problem("", "is nested deeper than a sheet can be");
        } catch (MarkedYamlEngineException e) {
            int line = e.getProblemMark().map(m -> m.getLine() + 1).orElse(0);
            problems.add(new SheetProblem(file, line, "", "is not YAML here: " + e.getProblem()));
        } catch (YamlEngineException e) {
            problem("", "is not YAML: " + e.getMessage());
        }
    }

    private static final class TooDeep extends YamlEngineException {

        private static final long serialVersionUID = 1L;

        TooDeep() {
            super("too deep");
        }
    }

    /**
     * Ends the reading of a text that is nested too deep. Composing is recursive, and a text of brackets alone would
     * end the thread.
     */
    private static final class NotTooDeep implements Parser {

        private final Parser parser;
        private int depth;

        NotTooDeep(Parser parser) {
            this.parser = parser;
        }

        @Override
        public boolean checkEvent(Event.ID choice) {
            return parser.checkEvent(choice);
        }

        @Override
        public Event peekEvent() {
            return parser.peekEvent();
        }

        @Override
        public boolean hasNext() {
            return parser.hasNext();
        }

        @Override
        public Event next() {
            Event event = parser.next();
            depth += event instanceof CollectionStartEvent ? 1 : event instanceof CollectionEndEvent ? -1 : 0;
            if (depth > DEEPEST) {
                throw new TooDeep();
            }
            return event;
        }
    }

    JsonNode root() {
        return root;
    }

    String file() {
        return file;
    }

    List<SheetProblem> problems() {
        return problems;
    }

    void problem(String place, String reason) {
        Mark mark = markOf(place);
        problems.add(new SheetProblem(mark.file(), mark.line(), place, reason));
    }

    /** Where an entry was written, or the nearest one around it. */
    private Mark markOf(String place) {
        for (String at = place; ; at = at.substring(0, at.lastIndexOf('/'))) {
            Mark mark = marks.get(at);
            if (mark != null || at.isEmpty()) {
                return mark == null ? new Mark(file, 0) : mark;
            }
        }
    }

    /**
     * A sheet together with the fragments it uses: lists are joined, the fragments' entries first, in the order they
     * are named; where both
     * say something single, the sheet's own word counts. Problems are reported where they were written.
     */
    static SheetText composed(String file, String yaml, Function<String, Optional<String>> fragments) {
        return composedOf(file, yaml, name -> fragments.apply(name).map(text -> new SheetText(name, text)));
    }

    /** @param fragments finds a fragment that was read, perhaps for another sheet: it stays as it is */
    static SheetText composedOf(String file, String yaml, Function<String, Optional<SheetText>> fragments) {
        SheetText own = new SheetText(file, yaml);
        JsonNode uses = own.root.path(USES);
        if (!own.problems.isEmpty() || !uses.isArray()) {
            return own;
        }
        List<Source> sources = new ArrayList<>();
        for (int i = 0; i < uses.size(); i++) {
            String name = uses.get(i).asString();
            Optional<SheetText> read = fragments.apply(name);
            if (read.isEmpty()) {
                own.problem("/" + USES + "/" + i, "there is no fragment “" + name + "”");
            } else {
                SheetText fragment = read.get();
                own.problems.addAll(fragment.problems);
                sources.add(new Source(fragment.root, fragment, ""));
            }
        }
        sources.add(new Source(own.root, own, ""));
        SheetText all = new SheetText(file, "{}");
        all.root = all.joined(sources, "");
        ((ObjectNode) all.root).remove(USES);
        all.problems.addAll(own.problems);
        return all;
    }

    private record Source(JsonNode node, SheetText text, String place) {

        Source below(String key) {
            return new Source(node.get(key), text, place + "/" + key);
        }
    }

    private JsonNode joined(List<Source> sources, String place) {
        Source last = sources.get(sources.size() - 1);
        marks.put(place, last.text.markOf(last.place));
        if (place.chars().filter(c -> c == '/').count() < 2 && sources.stream().allMatch(s -> s.node.isObject())) {
            ObjectNode object = JsonNodeFactory.instance.objectNode();
            for (Source source : sources) {
                source.node.propertyNames().stream()
                        .filter(key -> !object.has(key))
                        .forEach(key -> object.set(
                                key,
                                joined(
                                        sources.stream()
                                                .filter(s -> s.node.has(key))
                                                .map(s -> s.below(key))
                                                .toList(),
                                        place + "/" + key)));
            }
            return object;
        }
        if (sources.stream().allMatch(s -> s.node.isArray()) && JOINED.stream().anyMatch(place::equals)) {
            ArrayNode array = JsonNodeFactory.instance.arrayNode();
            for (Source source : sources) {
                for (int i = 0; i < source.node.size(); i++) {
                    copyMarks(source, source.place + "/" + i, place + "/" + array.size());
                    array.add(source.node.get(i));
                }
            }
            return array;
        }
        copyMarks(last, last.place, place);
        return last.node;
    }

    private void copyMarks(Source source, String from, String to) {
        Mark own = source.text.marks.get(from);
        if (own != null) {
            marks.put(to, own);
        }
        // "0" follows "/": what lies between begins with it
        source.text
                .marks
                .subMap(from + "/", from + "0")
                .forEach((at, mark) -> marks.put(to + at.substring(from.length()), mark));
    }

    private JsonNode read(Node node, String place, int depth) {
        marks.put(
                place,
                new Mark(file, node.getStartMark().map(m -> m.getLine() + 1).orElse(0)));
        if (depth > DEEPEST || seen.put(node, true) != null) {
            problem(place, depth > DEEPEST ? "is nested too deeply" : "uses an alias; write it out");
            return JsonNodeFactory.instance.nullNode();
        }
        if (node instanceof MappingNode mapping) {
            return readMapping(mapping, place, depth);
        }
        if (node instanceof SequenceNode sequence) {
            ArrayNode array = JsonNodeFactory.instance.arrayNode();
            for (Node item : sequence.getValue()) {
                array.add(read(item, place + "/" + array.size(), depth + 1));
            }
            return array;
        }
        return scalar((ScalarNode) node, place);
    }

    private ObjectNode readMapping(MappingNode mapping, String place, int depth) {
        ObjectNode object = JsonNodeFactory.instance.objectNode();
        for (NodeTuple tuple : mapping.getValue()) {
            if (!(tuple.getKeyNode() instanceof ScalarNode key)) {
                problem(place, "has a key that is not a word");
                continue;
            }
            mayHold(key.getValue(), place);
            String below = place + "/" + key.getValue().replace("~", "~0").replace("/", "~1");
            if (object.has(key.getValue())) {
                problem(below, "stands twice");
            }
            object.set(key.getValue(), read(tuple.getValueNode(), below, depth + 1));
        }
        return object;
    }

    private JsonNode scalar(ScalarNode node, String place) {
        JsonNodeFactory make = JsonNodeFactory.instance;
        String value = node.getValue();
        if (node.getScalarStyle() == ScalarStyle.PLAIN) {
            try {
                if (node.getTag().equals(Tag.INT)) {
                    return make.numberNode(Long.parseLong(value));
                }
                if (node.getTag().equals(Tag.FLOAT)) {
                    return make.numberNode(Double.parseDouble(value));
                }
                if (node.getTag().equals(Tag.BOOL)) {
                    return make.booleanNode(Boolean.parseBoolean(value));
                }
                if (node.getTag().equals(Tag.NULL)) {
                    return make.nullNode();
                }
            } catch (NumberFormatException e) {
                problem(place, "“" + value + "” is not a number that can be used");
            }
        }
        mayHold(value, place);
        return make.stringNode(value);
    }

    private void mayHold(String text, String place) {
        PlainText.trouble(text).ifPresent(holds -> problem(place, "holds " + holds));
    }
}
