package dev.wartung.core.anatomy;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A kind of work offered for a family.
 *
 * @param renews  the parts it renews, by kind, by name, or one chosen by the planner
 * @param reaches operations it must get to even where nothing is renewed
 * @param becomes what the configuration is afterwards, where the work changes it: option to value
 * @param when    the valves it is offered for
 * @param live    what stays live while it is done, in words: then the line is neither shut nor emptied, and nothing of
 *     it opened; empty where it is
 * @param newValve it is done on a new valve, before that goes into its line: a job of its own
 * @param offers  other works worth doing in the same job: what they need is open then
 */
public record WorkKind(
        String id,
        String name,
        String about,
        Renewal renews,
        List<String> reaches,
        Map<String, String> becomes,
        Condition when,
        String live,
        boolean newValve,
        List<String> offers) {

    /** Between the ids of works that are done together, and of parts chosen together. */
    private static final String AND = "+";

    /**
     * Which parts a work renews.
     *
     * @param kinds  every part of these kinds
     * @param parts  these parts
     * @param choose one part of this kind, chosen when the job is planned
     */
    public record Renewal(List<String> kinds, List<String> parts, Optional<String> choose) {

        static final Renewal NOTHING = new Renewal(null, null, null);

        public Renewal(@Nullable List<String> kinds, @Nullable List<String> parts, @Nullable Optional<String> choose) {
            this.kinds = kinds == null ? List.of() : List.copyOf(kinds);
            this.parts = parts == null ? List.of() : List.copyOf(parts);
            this.choose = choose == null ? Optional.empty() : choose;
        }
    }

    public WorkKind(
            String id,
            String name,
            String about,
            @Nullable Renewal renews,
            @Nullable List<String> reaches,
            @Nullable Map<String, String> becomes,
            @Nullable Condition when,
            @Nullable String live,
            boolean newValve,
            @Nullable List<String> offers) {
        this.id = id;
        this.name = name;
        this.about = about;
        this.renews = renews == null ? Renewal.NOTHING : renews;
        this.reaches = reaches == null ? List.of() : List.copyOf(reaches);
        this.becomes = becomes == null ? Map.of() : Map.copyOf(becomes);
        this.when = when == null ? Condition.ALWAYS : when;
        this.live = live == null ? "" : live;
        this.newValve = newValve;
        this.offers = offers == null ? List.of() : List.copyOf(offers);
    }

    /**
     * Several works as one, on one opening of the line: whatever any of them renews, reaches or makes of the valve.
     *
     * @param works at least one; where two make the same thing of the valve, and not the same, the last one does
     */
    public static WorkKind together(List<WorkKind> works) {
        if (works.size() == 1) {
            return works.get(0);
        }
        Map<String, String> becomes = new HashMap<>();
        works.forEach(w -> becomes.putAll(w.becomes));
        Renewal renewal = new Renewal(
                all(works, w -> w.renews.kinds()),
                all(works, w -> w.renews.parts()),
                works.stream().flatMap(w -> w.renews.choose().stream()).findFirst());
        return new WorkKind(
                joined(works.stream().map(WorkKind::id).toList()),
                works.stream().map(WorkKind::name).collect(Collectors.joining("; ")),
                works.stream().map(WorkKind::about).collect(Collectors.joining("; ")),
                renewal,
                all(works, WorkKind::reaches),
                becomes,
                null,
                works.stream().allMatch(WorkKind::leavesLive)
                        ? works.stream().map(WorkKind::live).distinct().collect(Collectors.joining(" "))
                        : "",
                false,
                all(works, WorkKind::offers));
    }

    /** Whether these can be one job: a new valve's is one of its own. */
    public static boolean goTogether(List<WorkKind> works) {
        return works.size() == 1 || works.stream().noneMatch(WorkKind::newValve);
    }

    /** Ids kept or sent as one text, taken apart; one of them is empty where nothing stands before or after a sign. */
    public static List<String> apart(String ids) {
        return List.of(ids.split(Pattern.quote(AND), -1));
    }

    /** The other way round. */
    public static String joined(List<String> ids) {
        return String.join(AND, ids);
    }

    private static List<String> all(List<WorkKind> works, Function<WorkKind, List<String>> of) {
        return works.stream().flatMap(w -> of.apply(w).stream()).distinct().toList();
    }

    /** Whether the line stays as it is while it is done. */
    public boolean leavesLive() {
        return !live.isEmpty();
    }

    /** Whether it changes what the valve is. */
    public boolean converts() {
        return !becomes.isEmpty();
    }
}
