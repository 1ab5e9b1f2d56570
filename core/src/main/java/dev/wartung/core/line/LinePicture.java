package dev.wartung.core.line;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Where everything of a line stands on a picture of it: columns in the order product takes, one row for the longest way,
 * branches beside it.
 *
 * @param spots   by fitting
 * @param columns how many there are
 * @param rows    how many there are
 * @param main    the row of the longest way
 */
public record LinePicture(Map<String, Spot> spots, int columns, int rows, int main) {

    /** A place in the grid, counted from 0. */
    public record Spot(int column, int row) {}

    public static LinePicture of(LineDrawing line) {
        return new Placing(line).picture();
    }

    /** Places one fitting after another. */
    private static final class Placing {

        private final LineDrawing line;
        private final Map<String, List<String>> next = new LinkedHashMap<>();
        private final Map<String, List<String>> before = new LinkedHashMap<>();
        private final Map<String, Integer> columns = new HashMap<>();
        private final Map<String, Spot> spots = new LinkedHashMap<>();
        private final Set<Spot> taken = new HashSet<>();

        Placing(LineDrawing line) {
            this.line = line;
            Map<String, List<String>> all = new LinkedHashMap<>();
            line.pipes().forEach(p -> all.computeIfAbsent(p.from().fitting(), id -> new ArrayList<>())
                    .add(p.to().fitting()));
            Set<String> done = new HashSet<>();
            line.fittings().forEach(f -> follow(f.id(), all, new HashSet<>(), done));
        }

        /** Along the pipes, but for those that lead back to where they came from: a line that circulates is cut there. */
        private void follow(String id, Map<String, List<String>> all, Set<String> way, Set<String> done) {
            if (!done.add(id)) {
                return;
            }
            way.add(id);
            for (String to : all.getOrDefault(id, List.of())) {
                if (!way.contains(to)) {
                    next.computeIfAbsent(id, n -> new ArrayList<>()).add(to);
                    before.computeIfAbsent(to, n -> new ArrayList<>()).add(id);
                    follow(to, all, way, done);
                }
            }
            way.remove(id);
        }

        LinePicture picture() {
            while (pushed()) {
                // once more: what stands behind it moves with it
            }
            List<String> main = longest();
            pulled(main);
            main.forEach(id -> put(id, 0, columns.getOrDefault(id, 0)));
            // what hangs straight on the longest way first: its pipe would run through anything that stood there before
            while (placed(true) || placed(false)) {
                // once more: what hangs on what was placed is placed next
            }
            line.fittings().stream()
                    .filter(f -> !spots.containsKey(f.id()))
                    .forEach(f -> put(f.id(), lowest() + 1, columns.getOrDefault(f.id(), 0)));
            int top = spots.values().stream().mapToInt(Spot::row).min().orElse(0);
            Map<String, Spot> moved = new LinkedHashMap<>();
            spots.forEach((id, spot) -> moved.put(id, new Spot(spot.column(), spot.row() - top)));
            return new LinePicture(
                    moved,
                    1 + moved.values().stream().mapToInt(Spot::column).max().orElse(0),
                    1 + moved.values().stream().mapToInt(Spot::row).max().orElse(0),
                    -top);
        }

        /** Places what is joined to something that has its place. */
        private boolean placed(boolean straight) {
            boolean found = false;
            for (Fitting fitting : line.fittings()) {
                Optional<Spot> neighbour = neighbour(fitting.id());
                if (!spots.containsKey(fitting.id())
                        && neighbour
                                .filter(n -> !straight || n.column() == columns.getOrDefault(fitting.id(), 0))
                                .isPresent()) {
                    beside(fitting, neighbour.get());
                    found = true;
                }
            }
            return found;
        }

        private boolean pushed() {
            boolean moved = false;
            for (Fitting fitting : line.fittings()) {
                int here = before(fitting.id()).stream()
                        .mapToInt(b -> columns.getOrDefault(b, 0) + 1)
                        .max()
                        .orElse(0);
                if (here > columns.getOrDefault(fitting.id(), 0)) {
                    columns.put(fitting.id(), here);
                    moved = true;
                }
            }
            return moved;
        }

        /**
         * What leads to the longest way stands as close before it as it can, what leaves it as close behind; a branch has
         * what hangs on it straight above or below.
         */
        private void pulled(List<String> main) {
            Set<String> leads = leading(main);
            for (int round = 0; round < line.fittings().size(); round++) {
                leads.stream().filter(id -> !main.contains(id)).forEach(id -> next(id).stream()
                        .filter(leads::contains)
                        .mapToInt(n -> columns.getOrDefault(n, 0) - (main.contains(n) && isBranch(n) ? 0 : 1))
                        .min()
                        .ifPresent(c -> columns.put(id, Math.max(0, c))));
            }
            for (int round = 0; round < line.fittings().size(); round++) {
                line.fittings().stream()
                        .map(Fitting::id)
                        .filter(id -> !leads.contains(id))
                        .forEach(id -> before(id).stream()
                                .mapToInt(b -> columns.getOrDefault(b, 0) + (isBranch(b) ? 0 : 1))
                                .max()
                                .ifPresent(c -> columns.put(
                                        id, Math.min(c, line.fittings().size()))));
            }
        }

        private boolean isBranch(String id) {
            return line.fitting(id).filter(f -> f.kind() == FittingKind.BRANCH).isPresent();
        }

        /** The longest way, and all that leads to it. */
        private Set<String> leading(List<String> main) {
            Set<String> leads = new LinkedHashSet<>(main);
            boolean more = true;
            while (more) {
                more = line.fittings().stream()
                                .map(Fitting::id)
                                .filter(id -> !leads.contains(id))
                                .filter(id -> next(id).stream().anyMatch(leads::contains))
                                .toList()
                                .stream()
                                .filter(leads::add)
                                .count()
                        > 0;
            }
            return leads;
        }

        /** The way through the most columns. */
        private List<String> longest() {
            List<String> way = new ArrayList<>();
            Optional<String> last =
                    furthest(line.fittings().stream().map(Fitting::id).toList());
            while (last.isPresent() && !way.contains(last.get())) {
                way.add(0, last.get());
                last = furthest(before(last.get()));
            }
            return way;
        }

        private Optional<String> furthest(List<String> ids) {
            return ids.stream().reduce((a, b) -> columns.getOrDefault(b, 0) > columns.getOrDefault(a, 0) ? b : a);
        }

        private List<String> before(String id) {
            return before.getOrDefault(id, List.of());
        }

        private List<String> next(String id) {
            return next.getOrDefault(id, List.of());
        }

        private Optional<Spot> neighbour(String id) {
            return Stream.concat(before(id).stream(), next(id).stream())
                    .flatMap(n -> Optional.ofNullable(spots.get(n)).stream())
                    .findFirst();
        }

        /** What comes from above stands above the line, what goes down below it. */
        private void beside(Fitting fitting, Spot neighbour) {
            boolean comesFromAbove =
                    switch (fitting.kind()) {
                        case VENT, STEAM, CLEANING, GAS, SUPPLY -> true;
                        default -> before(fitting.id()).isEmpty();
                    };
            int row = neighbour.row();
            put(fitting.id(), row != 0 ? row : comesFromAbove ? -1 : 1, neighbour.column());
        }

        private int lowest() {
            return spots.values().stream().mapToInt(Spot::row).max().orElse(-1);
        }

        /** In the wanted row, or the next one further out in which nothing stands between it and what it is joined to. */
        private void put(String id, int wanted, int joinedAt) {
            int column = columns.getOrDefault(id, 0);
            int row = wanted;
            while (!isFree(row, column, joinedAt)) {
                row += wanted < 0 ? -1 : 1;
            }
            for (int c = Math.min(column, joinedAt); c <= Math.max(column, joinedAt); c++) {
                taken.add(new Spot(c, row));
            }
            spots.put(id, new Spot(column, row));
        }

        private boolean isFree(int row, int column, int joinedAt) {
            return IntStream.rangeClosed(Math.min(column, joinedAt), Math.max(column, joinedAt))
                    // its neighbour itself may stand in the same row
                    .filter(c -> c != joinedAt || c == column)
                    .noneMatch(c -> taken.contains(new Spot(c, row)));
        }
    }
}
