package dev.wartung.core.sheet;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.lowlevel.Compose;
import org.snakeyaml.engine.v2.common.ScalarStyle;
import org.snakeyaml.engine.v2.exceptions.MarkedYamlEngineException;
import org.snakeyaml.engine.v2.exceptions.YamlEngineException;
import org.snakeyaml.engine.v2.nodes.MappingNode;
import org.snakeyaml.engine.v2.nodes.Node;
import org.snakeyaml.engine.v2.nodes.NodeTuple;
import org.snakeyaml.engine.v2.nodes.ScalarNode;
import org.snakeyaml.engine.v2.nodes.SequenceNode;
import org.snakeyaml.engine.v2.nodes.Tag;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.node.ArrayNode;

/**
 * A sheet's YAML as a tree whose entries remember their line. YAML 1.2; anchors, aliases, doubled keys and more than one document are
 * refused: a sheet is read by people.
 */
final class SheetText {

    private static final int LARGEST = 1_000_000;
    private static final int DEEPEST = 30;

    private final String file;
    private final List<SheetProblem> problems = new ArrayList<>();
    private final Map<String, Integer> lines = new HashMap<>();
    private final IdentityHashMap<Node, Boolean> seen = new IdentityHashMap<>();
    private JsonNode root = JsonNodeFactory.instance.objectNode();

    SheetText(String file, String yaml) {
        this.file = file;
        if (yaml.length() > LARGEST) {
            problem("", "is larger than a sheet can be (1 MB)");
            return;
        }
        try {
            LoadSettings settings = LoadSettings.builder().setLabel(file).setAllowDuplicateKeys(false).setMaxAliasesForCollections(0).build();
            Optional<Node> node = new Compose(settings).composeString(yaml);
            if (node.isEmpty()) {
                problem("", "is empty");
            } else {
                root = read(node.get(), "", 0);
            }
        } catch (MarkedYamlEngineException e) {
            int line = e.getProblemMark().map(m -> m.getLine() + 1).orElse(0);
            problems.add(new SheetProblem(file, line, "", "is not YAML here: " + e.getProblem()));
        } catch (YamlEngineException e) {
            problem("", "is not YAML: " + e.getMessage());
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
        problems.add(new SheetProblem(file, lineOf(place), place, reason));
    }

    /** The line of an entry, or of the nearest one around it. */
    private int lineOf(String place) {
        for (String at = place; ; at = at.substring(0, at.lastIndexOf('/'))) {
            Integer line = lines.get(at);
            if (line != null || at.isEmpty()) {
                return line == null ? 0 : line;
            }
        }
    }

    private JsonNode read(Node node, String place, int depth) {
        lines.put(place, node.getStartMark().map(m -> m.getLine() + 1).orElse(0));
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
        return make.stringNode(value);
    }
}
