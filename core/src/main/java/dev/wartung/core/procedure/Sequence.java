package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Phase;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;

/**
 * A natural order for operations and their undoings: phase by phase, opening in the order of the sheet and closing in
 * reverse, with every
 * access and every stated precedence kept (a stable topological order). Where an undoing says that it comes
 * {@code after} another that reversal would
 * put later, the sheet wins.
 */
final class Sequence {

    /**
     * An operation at its place in the job.
     *
     * @param undoes the opening operation it undoes; empty text for none
     * @param rank   order within the phase where nothing else decides
     */
    record Node(Operation operation, String undoes, int rank) {
        String id() {
            return operation.id();
        }

        Phase phase() {
            return operation.phase();
        }
    }

    private static final Comparator<Node> NATURAL =
            Comparator.comparing(Node::phase).thenComparing(Node::rank);

    private final Map<String, Operation> included = new LinkedHashMap<>();
    private final Map<String, Node> nodes = new LinkedHashMap<>();
    private final Map<String, Set<String>> followers = new HashMap<>();
    private final Map<String, Integer> waitingFor = new HashMap<>();

    private Sequence(List<Operation> forward, List<Operation> backward) {
        int rank = 0;
        for (Operation operation : forward) {
            nodes.put(operation.id(), new Node(operation, "", rank++));
        }
        int closingRank = forward.size() + backward.size();
        for (Operation operation : backward) {
            included.put(operation.id(), operation);
            Optional<Operation> undo = operation.undoneBy();
            if (undo.isPresent()) {
                nodes.put(undo.get().id(), new Node(undo.get(), operation.id(), closingRank--));
            }
        }
        nodes.values().forEach(this::addPrecedence);
    }

    /**
     * Orders operations and undoings.
     *
     * @param forward  operations to do, in the order of the sheet
     * @param backward operations whose undoing is to be done, in the order of the sheet; in a conversion they are those
     *     of what it becomes
     * @throws IllegalStateException on a circle
     */
    static List<Node> of(List<Operation> forward, List<Operation> backward) {
        return new Sequence(forward, backward).ordered();
    }

    private void addPrecedence(Node node) {
        node.operation().needs().forEach(earlier -> precede(earlier, node.id()));
        node.operation().after().forEach(earlier -> precede(earlier, node.id()));
        node.operation().before().forEach(later -> precede(node.id(), later));
        if (!node.undoes().isEmpty()) {
            precede(node.undoes(), node.id());
            // what gave access is closed later than what it gave access to, unless the sheet says that it is the other
            // way round
            access(node.undoes()).stream()
                    .map(included::get)
                    .flatMap(opened -> opened.undoneBy().stream())
                    .filter(undo -> !node.operation().after().contains(undo.id()))
                    .forEach(undo -> precede(node.id(), undo.id()));
        }
    }

    private void precede(String earlier, String later) {
        if (nodes.containsKey(earlier)
                && nodes.containsKey(later)
                && followers
                        .computeIfAbsent(earlier, k -> new LinkedHashSet<>())
                        .add(later)) {
            waitingFor.merge(later, 1, Integer::sum);
        }
    }

    /** Everything in the job that gives access to the operation, through any number of others. */
    private Set<String> access(String id) {
        Set<String> found = new LinkedHashSet<>();
        Deque<String> open = new ArrayDeque<>(List.of(id));
        while (!open.isEmpty()) {
            for (String need : Objects.requireNonNull(included.get(open.pop())).needs()) {
                if (included.containsKey(need) && found.add(need)) {
                    open.push(need);
                }
            }
        }
        return found;
    }

    private List<Node> ordered() {
        PriorityQueue<Node> ready = new PriorityQueue<>(NATURAL);
        nodes.values().stream().filter(n -> !waitingFor.containsKey(n.id())).forEach(ready::add);
        List<Node> order = new ArrayList<>(nodes.size());
        while (!ready.isEmpty()) {
            Node next = ready.poll();
            order.add(next);
            for (String follower : followers.getOrDefault(next.id(), Set.of())) {
                if (waitingFor.merge(follower, -1, Integer::sum) == 0) {
                    ready.add(nodes.get(follower));
                }
            }
        }
        if (order.size() < nodes.size()) {
            throw new IllegalStateException("operations wait for each other in a circle");
        }
        return order;
    }
}
