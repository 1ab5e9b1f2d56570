package dev.wartung.web.job.findings;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.inspection.Finding.Replaced;
import dev.wartung.core.inspection.Inspection;
import dev.wartung.core.inspection.Inspection.Decided;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.inspection.Inspection.Direction;
import dev.wartung.core.inspection.Inspection.Kind;
import dev.wartung.core.inspection.Inspection.Point;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.job.JobView;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Reads a finding as it is typed: the part, the point, what was found, how large and which way, and what the rule
 * decides of it.
 */
final class FindingForm {

    /** Larger than any part: a slip of the point. */
    private static final double LARGEST_M = 0.5;

    private static final int LONGEST = 300;

    private final JobView view;
    private final Map<String, String> typed;
    private final UnitSystem units;
    private final Inspection inspection = Knowledge.inspection();
    private final Map<String, String> troubles = new LinkedHashMap<>();

    FindingForm(JobView view, Map<String, String> typed, UnitSystem units) {
        this.view = view;
        this.typed = typed;
        this.units = units;
    }

    /** A part to look at, with the points that matter on it. */
    public record Exposed(Part part, List<Point> points) {}

    /** What can be looked at now: parts of which a point is known, then whatever else lies on the cloth. */
    public List<Exposed> exposed() {
        return view.progress().bench().exposed().stream()
                .map(p -> new Exposed(
                        p, inspection.pointsOf(p.id(), view.sheets().anatomy().id())))
                .filter(e ->
                        e.points().size() > 1 || view.progress().bench().cloth().contains(e.part()))
                .sorted(Comparator.comparing((Exposed e) -> e.points().size() == 1))
                .toList();
    }

    public Optional<Part> part() {
        return exposed().stream()
                .map(Exposed::part)
                .filter(p -> p.id().equals(typed("part")))
                .findFirst();
    }

    public Optional<Point> point() {
        return part().flatMap(
                        p -> inspection.pointsOf(p.id(), view.sheets().anatomy().id()).stream()
                                .filter(each -> each.id().equals(typed("point")))
                                .findFirst());
    }

    public Optional<Kind> kind() {
        return point().flatMap(p -> inspection.kind(p.id(), typed("kind")));
    }

    public Map<String, String> troubles() {
        return troubles;
    }

    private String typed(String field) {
        return typed.getOrDefault(field, "").strip();
    }

    public List<Direction> directions() {
        return List.of(Direction.values());
    }

    public Optional<Direction> direction() {
        return Stream.of(Direction.values())
                .filter(d -> d.name().equals(typed("direction")))
                .findFirst();
    }

    /** In metres; empty where it was left out or not understood. */
    private Optional<Double> size() {
        if (typed("size").isEmpty()) {
            return Optional.empty();
        }
        Entry entry = Entry.read(typed("size"), units.unit(Dimension.LENGTH));
        if (entry instanceof Entry.NotUnderstood not) {
            troubles.put("size", not.reason());
            return Optional.empty();
        }
        double metres = ((Entry.Understood) entry).quantity().si();
        if (metres < 0 || metres > LARGEST_M) {
            troubles.put("size", "Between 0 and " + units.shown(new Quantity(LARGEST_M, Dimension.LENGTH)) + ".");
            return Optional.empty();
        }
        return Optional.of(metres);
    }

    /** What the rule decides of what is typed so far; empty while the kind is not chosen or the size makes no sense. */
    public Optional<Decided> decided() {
        Optional<Double> size = size();
        return troubles.containsKey("size")
                ? Optional.empty()
                : kind().map(k ->
                        Inspection.decide(k, size.map(m -> m * 1000), k.directed() ? direction() : Optional.empty()));
    }

    /**
     * The part a decision replaces: the one the rule names where this valve has it, else the one that was looked at.
     */
    public Optional<Replaced> replaced() {
        return decided()
                .filter(d -> d.decision() == Decision.REPLACE)
                .flatMap(d -> d.part().flatMap(view.build()::part).or(this::part))
                .map(p -> {
                    Optional<Article> article = view.sheets()
                            .type()
                            .article(p.id(), view.configuration().facts());
                    return new Replaced(
                            p.id(),
                            p.name(),
                            article.map(Article::number).orElse(""),
                            article.map(Article::material).orElse(""));
                });
    }

    /** The finding, if everything needed is there; otherwise troubles say what is not. */
    Optional<Finding> read(String id, Optional<String> photo) {
        if (part().isEmpty()) {
            troubles.put("part", "Choose a part that can be looked at now.");
        } else if (point().isEmpty()) {
            troubles.put("point", "Choose where on it.");
        } else if (kind().isEmpty()) {
            troubles.put("kind", "Choose what you found.");
        } else if (kind().get().directed() && direction().isEmpty()) {
            troubles.put("direction", "Say which way it runs.");
        }
        Stream.of("where", "note")
                .filter(f -> typed(f).length() > LONGEST)
                .forEach(f -> troubles.put(f, "Keep it under " + LONGEST + " letters."));
        Optional<Decided> decided = decided();
        if (replaced().isPresent() && !Stream.of("yes", "no").toList().contains(typed("at-hand"))) {
            troubles.put("at-hand", "Is a new one at hand?");
        } else if (replaced().isPresent()
                && typed("at-hand").equals("yes")
                && (typed("lot").isEmpty() || typed("lot").length() > 60)) {
            troubles.put("lot", "Type or scan its lot.");
        }
        if (!troubles.isEmpty() || decided.isEmpty()) {
            return Optional.empty();
        }
        Part part = part().orElseThrow();
        Point point = point().orElseThrow();
        Kind kind = kind().orElseThrow();
        return Optional.of(new Finding(
                id,
                part.id(),
                part.name(),
                point.id(),
                point.name(),
                kind.id(),
                kind.name(),
                typed("where"),
                kind.sized() ? size() : Optional.empty(),
                kind.directed() ? direction() : Optional.empty(),
                typed("note"),
                photo,
                decided.get().decision(),
                decided.get().reason(),
                replaced()));
    }

    /** The new part, where one is needed and here. */
    Optional<CountedIn> atHand() {
        return replaced()
                .filter(r -> typed("at-hand").equals("yes"))
                .map(r -> CountedIn.alone(r.part(), r.name(), r.article(), r.material(), typed("lot")));
    }
}
