package dev.wartung.web.line;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.Pipe;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A line's drawing as a file: JSON with its fittings and pipes, or CSV with a pipe a row, each end of it by kind, name
 * and end. Valves go by their tags.
 */
final class LineFile {

    static final String HEADINGS = "from_kind,from,from_end,to_kind,to,to_end";

    private static final int CELLS = 6;
    private static final int MOST_TOLD = 20;
    private static final int MOST_PIPES = 4 * LineDrawings.MOST_FITTINGS;
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private LineFile() {}

    /**
     * What a file comes to.
     *
     * @param drawing  empty where anything is wrong
     * @param problems each in words, with its row where it has one
     */
    record Read(Optional<LineDrawing> drawing, List<String> problems) {}

    static String json(LineDrawing line) {
        return JSON.writerWithDefaultPrettyPrinter()
                .writeValueAsString(Map.of(
                        "fittings",
                        line.fittings().stream()
                                .map(f -> {
                                    Map<String, String> one = new LinkedHashMap<>();
                                    one.put("id", f.id());
                                    one.put("kind", f.kind().code());
                                    one.put("name", f.name());
                                    return one;
                                })
                                .toList(),
                        "pipes",
                        line.pipes().stream()
                                .map(p -> Map.of("from", end(p.from()), "to", end(p.to())))
                                .toList()));
    }

    private static Map<String, String> end(LineEnd end) {
        return Map.of("fitting", end.fitting(), "end", end.end());
    }

    static String csv(LineDrawing line) {
        StringBuilder csv = new StringBuilder(HEADINGS).append('\n');
        for (Pipe pipe : line.pipes()) {
            csv.append(CSVFormat.DEFAULT.format(Stream.of(pipe.from(), pipe.to())
                            .flatMap(e -> cells(line, e).stream())
                            .toArray()))
                    .append('\n');
        }
        return csv.toString();
    }

    private static List<String> cells(LineDrawing line, LineEnd end) {
        Fitting fitting = line.fitting(end.fitting()).orElseThrow();
        // a branch has no name of its own: it is told from others by its id
        return List.of(fitting.kind().code(), fitting.name().isEmpty() ? fitting.id() : fitting.name(), end.end());
    }

    /** @param known whether a valve of that tag is on record */
    static Read read(String text, Predicate<String> known) {
        List<String> problems = new ArrayList<>();
        LineDrawing drawing = text.strip().startsWith("{") ? ofJson(text, problems) : ofCsv(text, problems);
        drawing.fittings().stream()
                .filter(f -> f.kind() == FittingKind.VALVE && !known.test(f.name()))
                .forEach(f -> problems.add("No valve is called “" + f.name() + "”. Add it first."));
        if (problems.isEmpty() && drawing.fittings().isEmpty()) {
            problems.add("There is no line in it.");
        }
        if (drawing.fittings().size() > LineDrawings.MOST_FITTINGS) {
            problems.add("A line has " + LineDrawings.MOST_FITTINGS + " fittings at most.");
        }
        return problems.isEmpty()
                ? new Read(Optional.of(drawing), List.of())
                : new Read(
                        Optional.empty(),
                        problems.stream().distinct().limit(MOST_TOLD).toList());
    }

    private static LineDrawing ofJson(String text, List<String> problems) {
        LineDrawing drawing = LineDrawing.EMPTY;
        try {
            JsonNode root = JSON.readTree(text);
            for (JsonNode f : root.path("fittings")) {
                if (enough(drawing, problems)) {
                    return drawing;
                }
                String id = f.path("id").asString("");
                Optional<FittingKind> kind = FittingKind.of(f.path("kind").asString(""));
                if (id.isEmpty() || kind.isEmpty() || drawing.fitting(id).isPresent()) {
                    problems.add(
                            "“" + id + "”: each fitting has an id of its own and one of these kinds: " + kinds() + ".");
                } else {
                    drawing = drawing.with(
                            new Fitting(id, kind.get(), name(f.path("name").asString(""), problems)));
                }
            }
            for (JsonNode p : root.path("pipes")) {
                if (enough(drawing, problems)) {
                    return drawing;
                }
                LineEnd from = end(p.path("from"));
                LineEnd to = end(p.path("to"));
                if (drawing.fitting(from.fitting()).isEmpty()
                        || drawing.fitting(to.fitting()).isEmpty()) {
                    problems.add("A pipe leads from “" + from + "” to “" + to + "”: one of them is not there.");
                } else {
                    drawing = drawing.joined(from, to);
                }
            }
        } catch (JacksonException e) {
            problems.add("It is no JSON that can be read.");
        }
        return drawing;
    }

    /** A file may go on for ever; what is wrong with it is known by then. */
    private static boolean enough(LineDrawing drawing, List<String> problems) {
        if (drawing.pipes().size() > MOST_PIPES) {
            problems.add("A line has " + MOST_PIPES + " pipes at most.");
        }
        return drawing.fittings().size() > LineDrawings.MOST_FITTINGS
                || drawing.pipes().size() > MOST_PIPES
                || problems.size() > MOST_TOLD;
    }

    private static LineEnd end(JsonNode end) {
        return new LineEnd(end.path("fitting").asString(""), end.path("end").asString(""));
    }

    private static LineDrawing ofCsv(String text, List<String> problems) {
        LineDrawing drawing = LineDrawing.EMPTY;
        Map<String, String> ids = new LinkedHashMap<>();
        char parts = text.indexOf('\t') >= 0 ? '\t' : text.indexOf(';') >= 0 ? ';' : ',';
        CSVFormat format = CSVFormat.DEFAULT
                .builder()
                .setDelimiter(parts)
                .setIgnoreEmptyLines(true)
                .setTrim(true)
                .get();
        try (CSVParser rows = CSVParser.parse(new StringReader(text.strip()), format)) {
            for (CSVRecord row : rows) {
                if (enough(drawing, problems)) {
                    return drawing;
                }
                if (row.getRecordNumber() == 1 && row.get(0).equals(HEADINGS.substring(0, HEADINGS.indexOf(',')))) {
                    continue;
                }
                String at = "Row " + row.getRecordNumber() + ": ";
                if (row.size() != CELLS) {
                    problems.add(at + "six cells are wanted (" + HEADINGS + ").");
                    continue;
                }
                LineEnd[] ends = new LineEnd[2];
                for (int i = 0; i < 2; i++) {
                    String said = row.get(3 * i);
                    Optional<FittingKind> kind = FittingKind.of(said);
                    String name = name(row.get(3 * i + 1), problems);
                    if (kind.isEmpty()) {
                        problems.add(at + "“" + said + "” is none of " + kinds() + ".");
                        continue;
                    }
                    String key = said + "/" + name;
                    if (!ids.containsKey(key)) {
                        String id = drawing.freeId();
                        ids.put(key, id);
                        drawing =
                                drawing.with(new Fitting(id, kind.get(), kind.get() == FittingKind.BRANCH ? "" : name));
                    }
                    ends[i] = new LineEnd(String.valueOf(ids.get(key)), row.get(3 * i + 2));
                }
                if (ends[0] != null && ends[1] != null) {
                    drawing = drawing.joined(ends[0], ends[1]);
                }
            }
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            problems.add("It is no list that can be read: a quotation mark is not closed, maybe.");
        }
        return drawing;
    }

    private static String name(String name, List<String> problems) {
        if (name.length() > LineEdit.LONGEST) {
            problems.add("“" + name.substring(0, LineEdit.LONGEST) + "…” is too long a name.");
        }
        return name;
    }

    private static String kinds() {
        return Arrays.stream(FittingKind.values()).map(FittingKind::code).collect(Collectors.joining(", "));
    }
}
