package dev.wartung.core.inspection;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * What to look at and what decides, as data: {@code inspection.yaml}.
 *
 * @param points in the order they are offered; the last is the general one
 */
public record Inspection(List<Point> points) {

    /** What becomes of a part. */
    public enum Decision {
        FIT,
        REWORK,
        REPLACE,
        STOP;

        public String words() {
            return switch (this) {
                case FIT -> "fit to use";
                case REWORK -> "rework, then look again";
                case REPLACE -> "replace the part";
                case STOP -> "stop: out of service";
            };
        }
    }

    /** Which way a mark runs, seen from the seal. */
    public enum Direction {
        ALONG,
        ACROSS;

        public String words() {
            return this == ALONG ? "along the seal's path" : "across it";
        }
    }

    /**
     * Something to look at.
     *
     * @param look how
     * @param on   ids of the parts that have it
     * @param when a family it is only offered for; empty for all
     */
    public record Point(
            String id, String name, String look, List<String> on, Optional<String> when, List<Kind> findings) {
        public Point(
                String id,
                String name,
                String look,
                List<String> on,
                @Nullable Optional<String> when,
                List<Kind> findings) {
            this.id = id;
            this.name = name;
            this.look = look;
            this.on = List.copyOf(on);
            this.when = when == null ? Optional.empty() : when;
            this.findings = List.copyOf(findings);
        }
    }

    /**
     * A kind of finding.
     *
     * @param sized    its size or depth in mm matters
     * @param directed which way it runs matters
     */
    public record Kind(String id, String name, boolean sized, boolean directed, List<Rule> rules) {}

    /**
     * Decides for findings up to a size and of a direction.
     *
     * @param upToMm holds up to this size; empty: any
     * @param part   what is replaced, where it is not the part looked at
     */
    public record Rule(
            Optional<Direction> direction,
            Optional<Double> upToMm,
            Decision decision,
            Message reason,
            Optional<String> part) {

        @JsonCreator
        static Rule of(
                @JsonProperty("direction") @Nullable String direction,
                @JsonProperty("up-to") @Nullable Double upToMm,
                @JsonProperty("decision") String decision,
                @JsonProperty("reason") String reason,
                @JsonProperty("part") @Nullable String part) {
            return new Rule(
                    Optional.ofNullable(direction).map(d -> Direction.valueOf(d.toUpperCase(Locale.ROOT))),
                    Optional.ofNullable(upToMm),
                    Decision.valueOf(decision.toUpperCase(Locale.ROOT)),
                    EarlierText.of("inspection.reason", reason),
                    Optional.ofNullable(part));
        }
    }

    /** What was decided, on what ground. */
    public record Decided(Decision decision, Message reason, Optional<String> part) {}

    /**
     * The points of a part, the general one last.
     *
     * @param family id of the anatomy
     */
    public List<Point> pointsOf(String part, String family) {
        return points.stream()
                .filter(p -> p.on().isEmpty()
                        || (p.on().contains(part)
                                && p.when().map(family::equals).orElse(true)))
                .toList();
    }

    public Optional<Kind> kind(String point, String finding) {
        return points.stream()
                .filter(p -> p.id().equals(point))
                .flatMap(p -> p.findings().stream())
                .filter(k -> k.id().equals(finding))
                .findFirst();
    }

    /**
     * Decides by the first rule that holds.
     *
     * @param sizeMm    0 or more; what is not known counts as large
     * @param direction empty: not known, counts as across
     */
    public static Decided decide(Kind kind, Optional<Double> sizeMm, Optional<Direction> direction) {
        if (sizeMm.filter(s -> !(s >= 0)).isPresent()) {
            throw new IllegalArgumentException("a size of zero or more");
        }
        Direction runs = direction.orElse(Direction.ACROSS);
        double size = sizeMm.orElse(kind.sized() ? Double.MAX_VALUE : 0);
        return kind.rules().stream()
                .filter(r -> r.direction().map(d -> d == runs).orElse(true)
                        && r.upToMm().map(u -> size <= u + 1e-9).orElse(true))
                .findFirst()
                .map(r -> new Decided(r.decision(), r.reason(), r.part()))
                .orElseThrow(() -> new IllegalStateException("no rule decides " + kind.id()));
    }
}
