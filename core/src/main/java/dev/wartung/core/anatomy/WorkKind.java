package dev.wartung.core.anatomy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A kind of work offered for a family.
 *
 * @param renews  the parts it renews, by kind, by name, or one chosen by the planner
 * @param reaches operations it must get to even where nothing is renewed
 * @param becomes what the configuration is afterwards, where the work changes it: option to value
 * @param when    the valves it is offered for
 */
public record WorkKind(String id, String name, String about, Renewal renews, List<String> reaches, Map<String, String> becomes, Condition when) {

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

    public WorkKind(String id, String name, String about, @Nullable Renewal renews, @Nullable List<String> reaches,
                    @Nullable Map<String, String> becomes, @Nullable Condition when) {
        this.id = id;
        this.name = name;
        this.about = about;
        this.renews = renews == null ? Renewal.NOTHING : renews;
        this.reaches = reaches == null ? List.of() : List.copyOf(reaches);
        this.becomes = becomes == null ? Map.of() : Map.copyOf(becomes);
        this.when = when == null ? Condition.ALWAYS : when;
    }

    /** Whether it changes what the valve is. */
    public boolean converts() {
        return !becomes.isEmpty();
    }
}
