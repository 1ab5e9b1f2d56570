package dev.wartung.web.line;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.Pipe;
import dev.wartung.core.line.Standing;
import dev.wartung.web.valve.Valves;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;

/** Changes of a line, as they are asked for on its page. */
@Service
class LineEdit {

    static final int LONGEST = 60;
    private static final String CHANGED =
            "Somebody else has changed this line just now. Look at it as it is, and do yours again.";
    private static final String NAME = "name";
    private static final String CALLED = "called";
    private static final String PIPE = "pipe.";
    private static final String END = "end.";

    /** What stands beside a pipe, on a branch of it. */
    private static final Set<FittingKind> BESIDE = EnumSet.of(
            FittingKind.SUPPLY,
            FittingKind.OUTLET,
            FittingKind.STEAM,
            FittingKind.CLEANING,
            FittingKind.GAS,
            FittingKind.DRAIN,
            FittingKind.VENT);

    private final LineDrawings lines;
    private final Valves valves;

    LineEdit(LineDrawings lines, Valves valves) {
        this.lines = lines;
        this.valves = valves;
    }

    /** A place in a drawing that can be chosen. */
    public record Place(String value, String words) {}

    List<Place> pipes(LineDrawing line) {
        List<Place> places = new ArrayList<>();
        for (int i = 0; i < line.pipes().size(); i++) {
            Pipe pipe = line.pipes().get(i);
            places.add(new Place(PIPE + i, line.named(pipe.from()) + " to " + line.named(pipe.to())));
        }
        return places;
    }

    List<Place> ends(LineDrawing line) {
        return line.fittings().stream()
                .flatMap(f -> endsOf(line, f).stream().map(e -> new LineEnd(f.id(), e)))
                .map(e -> new Place(END + e, line.named(e)))
                .toList();
    }

    /**
     * Does what was asked for.
     *
     * @param typed the fields of one of the page's forms, with the revision of the drawing that was in hand
     * @return troubles by field; empty where it is done
     */
    Map<String, String> change(DrawnLine line, String what, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        // pipes are chosen by where they stand in the list, which another's change has moved
        if (!String.valueOf(line.revision()).equals(typed.get("revision"))) {
            return Map.of(what, CHANGED);
        }
        Optional<UnaryOperator<LineDrawing>> change =
                switch (what) {
                    case "put" -> put(line.drawing(), typed, troubles);
                    case "join" -> join(line.drawing(), typed, troubles);
                    case "call" -> call(line.drawing(), typed, troubles);
                    case "take-out" -> takeOut(line.drawing(), typed, troubles);
                    case "bring" -> bring(typed, troubles);
                    default -> Optional.empty();
                };
        if (troubles.isEmpty() && change.isPresent() && !lines.change(line.id(), line.revision(), change.get())) {
            troubles.put(what, CHANGED);
        }
        return troubles;
    }

    private Optional<UnaryOperator<LineDrawing>> bring(Map<String, String> typed, Map<String, String> troubles) {
        LineFile.Read read = LineFile.read(typed.getOrDefault("text", ""), tag -> valves.findByTagIgnoreCase(tag)
                .isPresent());
        if (read.drawing().isEmpty()) {
            troubles.put("text", String.join(" ", read.problems()));
        }
        return read.drawing().map(brought -> before -> brought);
    }

    private Optional<UnaryOperator<LineDrawing>> put(
            LineDrawing line, Map<String, String> typed, Map<String, String> troubles) {
        Optional<FittingKind> kind = FittingKind.of(typed.getOrDefault("kind", ""));
        String where = typed.getOrDefault("where", "");
        String name = name(typed, NAME, troubles);
        if (kind.isEmpty()) {
            troubles.put("kind", "Choose what it is.");
            return Optional.empty();
        }
        if (line.fittings().size() >= LineDrawings.MOST_FITTINGS) {
            troubles.put("kind", "A line has " + LineDrawings.MOST_FITTINGS + " fittings at most.");
        }
        Optional<Fitting> fitting = fitting(line, new Fitting(line.freeId(), kind.get(), name), NAME, troubles);
        Optional<Pipe> pipe = pipe(line, where);
        Optional<LineEnd> end = end(line, where);
        if (pipe.isEmpty() && end.isEmpty()) {
            troubles.put("where", "Choose a pipe it stands in, or what it hangs on.");
        }
        if (!troubles.isEmpty() || fitting.isEmpty()) {
            return Optional.empty();
        }
        Fitting one = fitting.get();
        List<String> ends = endsOf(line.with(one), one);
        LineEnd own = new LineEnd(one.id(), ends.get(0));
        if (pipe.isPresent() && !BESIDE.contains(one.kind())) {
            return Optional.of(l -> l.into(pipe.get(), one, ends.get(0), ends.get(ends.size() > 1 ? 1 : 0)));
        }
        if (pipe.isPresent()) {
            Fitting branch = new Fitting(line.with(one).freeId(), FittingKind.BRANCH, "");
            return Optional.of(
                    l -> hung(l.into(pipe.get(), branch, "", "").with(one), one.kind(), own, LineEnd.of(branch.id())));
        }
        return Optional.of(l -> hung(l.with(one), one.kind(), own, end.orElseThrow()));
    }

    private static LineDrawing hung(LineDrawing line, FittingKind kind, LineEnd own, LineEnd at) {
        return kind.isSource() && kind != FittingKind.OUTLET ? line.joined(own, at) : line.joined(at, own);
    }

    private List<String> endsOf(LineDrawing line, Fitting fitting) {
        return Optional.ofNullable(lines.standings(line).get(fitting.id()))
                .map(Standing::ends)
                .orElse(List.of(""));
    }

    private static String name(Map<String, String> typed, String field, Map<String, String> troubles) {
        String name = typed.getOrDefault(field, "").strip();
        if (name.length() > LONGEST) {
            troubles.put(field, "Keep it under " + LONGEST + " letters.");
        }
        return name;
    }

    /** @param field of its name, where troubles with it belong */
    private Optional<Fitting> fitting(LineDrawing line, Fitting wished, String field, Map<String, String> troubles) {
        String name = wished.name();
        if (wished.kind() != FittingKind.VALVE) {
            if (!name.isEmpty()
                    && line.fittings().stream()
                            .anyMatch(
                                    f -> !f.id().equals(wished.id()) && f.name().equals(name))) {
                troubles.put(field, "There is a “" + name + "” in this line already.");
            }
            return Optional.of(wished);
        }
        Optional<String> tag = valves.findByTagIgnoreCase(name).map(v -> v.tag());
        if (tag.isEmpty()) {
            troubles.put(field, "No valve of that tag is on record. One that is only shut by hand is a hand valve.");
        } else if (line.valve(tag.get())
                .filter(f -> !f.id().equals(wished.id()))
                .isPresent()) {
            troubles.put(field, tag.get() + " stands in this line already.");
        }
        return tag.map(t -> new Fitting(wished.id(), FittingKind.VALVE, t));
    }

    private Optional<UnaryOperator<LineDrawing>> join(
            LineDrawing line, Map<String, String> typed, Map<String, String> troubles) {
        Optional<LineEnd> from = end(line, typed.getOrDefault("from", ""));
        Optional<LineEnd> to = end(line, typed.getOrDefault("to", ""));
        if (from.isEmpty() || to.isEmpty() || from.equals(to)) {
            troubles.put("join", "Choose the two ends that a pipe joins.");
            return Optional.empty();
        }
        return Optional.of(l -> l.joined(from.get(), to.get()));
    }

    private Optional<UnaryOperator<LineDrawing>> call(
            LineDrawing line, Map<String, String> typed, Map<String, String> troubles) {
        Optional<Fitting> fitting = line.fitting(typed.getOrDefault("fitting", ""));
        String name = name(typed, CALLED, troubles);
        if (fitting.isEmpty()) {
            troubles.put("call", "Choose what is called so.");
            return Optional.empty();
        }
        return fitting(line, new Fitting(fitting.get().id(), fitting.get().kind(), name), CALLED, troubles)
                .map(f -> l -> l.called(f.id(), f.name()));
    }

    private Optional<UnaryOperator<LineDrawing>> takeOut(
            LineDrawing line, Map<String, String> typed, Map<String, String> troubles) {
        String what = typed.getOrDefault("out", "");
        Optional<Pipe> pipe = pipe(line, what);
        Optional<Fitting> fitting = line.fitting(what);
        if (pipe.isEmpty() && fitting.isEmpty()) {
            troubles.put("take-out", "Choose what is taken out.");
            return Optional.empty();
        }
        return Optional.of(l -> pipe.map(l::parted)
                .orElseGet(() -> l.without(fitting.orElseThrow().id())));
    }

    private static Optional<Pipe> pipe(LineDrawing line, String value) {
        return value.matches("pipe\\.\\d{1,4}")
                ? line.pipes().stream()
                        .skip(Integer.parseInt(value.substring(PIPE.length())))
                        .findFirst()
                : Optional.empty();
    }

    private Optional<LineEnd> end(LineDrawing line, String value) {
        if (!value.startsWith(END)
                || ends(line).stream().noneMatch(p -> p.value().equals(value))) {
            return Optional.empty();
        }
        String end = value.substring(END.length());
        int dot = end.indexOf('.');
        return Optional.of(dot < 0 ? LineEnd.of(end) : new LineEnd(end.substring(0, dot), end.substring(dot + 1)));
    }
}
