package dev.wartung.core.line;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * A line as it runs: what stands in it, and the pipes between. Not changed: every edit gives another.
 *
 * @param fittings each with an id of its own
 * @param pipes    in the order product takes, between fittings of the drawing
 */
public record LineDrawing(List<Fitting> fittings, List<Pipe> pipes) {

    public static final LineDrawing EMPTY = new LineDrawing(List.of(), List.of());

    public LineDrawing {
        fittings = List.copyOf(fittings);
        pipes = List.copyOf(pipes);
    }

    public Optional<Fitting> fitting(String id) {
        return fittings.stream().filter(f -> f.id().equals(id)).findFirst();
    }

    public Optional<Fitting> valve(String tag) {
        return fittings.stream()
                .filter(f -> f.kind() == FittingKind.VALVE && f.name().equals(tag))
                .findFirst();
    }

    /** The part of it with these fittings only, and the pipes between them. */
    public LineDrawing part(Set<String> ids) {
        return new LineDrawing(
                fittings.stream().filter(f -> ids.contains(f.id())).toList(),
                pipes.stream()
                        .filter(p -> ids.contains(p.from().fitting()) && ids.contains(p.to().fitting()))
                        .toList());
    }

    /** An id that no fitting has. */
    public String freeId() {
        Set<String> taken = fittings.stream().map(Fitting::id).collect(Collectors.toSet());
        return IntStream.iterate(fittings.size() + 1, i -> i + 1)
                .mapToObj(i -> "f" + i)
                .filter(id -> !taken.contains(id))
                .findFirst()
                .orElseThrow();
    }

    /** With a fitting that no pipe leads to yet. */
    public LineDrawing with(Fitting fitting) {
        return new LineDrawing(join(fittings, fitting), pipes);
    }

    /** With a fitting set into a pipe. */
    public LineDrawing into(Pipe pipe, Fitting fitting, String entered, String left) {
        List<Pipe> cut = new ArrayList<>(pipes);
        int at = cut.indexOf(pipe);
        if (at < 0) {
            throw new IllegalArgumentException("no such pipe");
        }
        cut.set(at, new Pipe(pipe.from(), new LineEnd(fitting.id(), entered)));
        cut.add(at + 1, new Pipe(new LineEnd(fitting.id(), left), pipe.to()));
        return new LineDrawing(join(fittings, fitting), cut);
    }

    /** With a pipe more. */
    public LineDrawing joined(LineEnd from, LineEnd to) {
        Pipe pipe = new Pipe(from, to);
        return pipes.contains(pipe) ? this : new LineDrawing(fittings, join(pipes, pipe));
    }

    /** Without a pipe. */
    public LineDrawing parted(Pipe pipe) {
        return new LineDrawing(
                fittings, pipes.stream().filter(p -> !p.equals(pipe)).toList());
    }

    /** Without a fitting; where one pipe led to it and one away from it, they are one pipe then. */
    public LineDrawing without(String id) {
        List<Fitting> left = fittings.stream().filter(f -> !f.id().equals(id)).toList();
        List<Pipe> in = pipes.stream().filter(p -> p.to().fitting().equals(id)).toList();
        List<Pipe> out =
                pipes.stream().filter(p -> p.from().fitting().equals(id)).toList();
        List<Pipe> others = new ArrayList<>(pipes);
        if (in.size() == 1 && out.size() == 1) {
            others.set(
                    others.indexOf(in.get(0)),
                    new Pipe(in.get(0).from(), out.get(0).to()));
        }
        others.removeIf(p -> p.touches(id));
        return new LineDrawing(left, others);
    }

    /** With a fitting called otherwise. */
    public LineDrawing called(String id, String name) {
        return new LineDrawing(
                fittings.stream()
                        .map(f -> f.id().equals(id) ? new Fitting(id, f.kind(), name) : f)
                        .toList(),
                pipes);
    }

    /**
     * What is wrong with it, each in words; empty where it can be read.
     *
     * @param ends the ends of each valve, by its fitting
     */
    public List<String> problems(Function<Fitting, List<String>> ends) {
        List<String> problems = new ArrayList<>();
        Map<String, List<Fitting>> called =
                fittings.stream().filter(f -> f.kind().isValve()).collect(Collectors.groupingBy(Fitting::name));
        called.forEach((tag, valves) -> {
            if (valves.size() > 1) {
                problems.add(tag + " stands in it twice.");
            }
        });
        Set<LineEnd> joints = new HashSet<>();
        pipes.forEach(p -> joints.addAll(List.of(p.from(), p.to())));
        joints.stream()
                .filter(e -> fitting(e.fitting())
                        .filter(f -> f.kind().isValve()
                                ? ends.apply(f).contains(e.end())
                                : e.end().isEmpty())
                        .isEmpty())
                .forEach(e -> problems.add("A pipe leads to " + named(e) + ", which there is not."));
        fittings.stream()
                .filter(f -> f.name().isBlank() && f.kind() != FittingKind.BRANCH && f.kind() != FittingKind.JOINT)
                .forEach(f -> problems.add("Say what “" + f.kind().words() + "” is called."));
        for (Fitting fitting : fittings) {
            Stream<LineEnd> all = fitting.kind().isValve()
                    ? ends.apply(fitting).stream().map(e -> new LineEnd(fitting.id(), e))
                    : Stream.of(LineEnd.of(fitting.id()));
            all.filter(e -> !joints.contains(e)).forEach(e -> problems.add("No pipe leads to " + named(e) + "."));
        }
        return problems;
    }

    /** An end in words. */
    public String named(LineEnd end) {
        String name = fitting(end.fitting())
                .map(f -> f.name().isEmpty() ? f.kind().words() : f.name())
                .orElse(end.fitting());
        return end.end().isEmpty() ? name : name + ", " + end.end();
    }

    private static <T> List<T> join(List<T> list, T more) {
        List<T> joined = new ArrayList<>(list);
        joined.add(more);
        return joined;
    }
}
