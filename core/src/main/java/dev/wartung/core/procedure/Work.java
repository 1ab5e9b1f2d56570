package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.anatomy.WorkKind.Renewal;
import java.util.Collection;
import java.util.List;
import java.util.stream.Stream;

/**
 * What is to be done on one valve.
 *
 * @param kind   the kind of work, from the anatomy sheet
 * @param chosen the parts to renew, where the kind leaves them to the planner
 */
public record Work(WorkKind kind, List<String> chosen) {

    public Work {
        chosen = List.copyOf(chosen);
    }

    public static Work of(WorkKind kind) {
        return new Work(kind, List.of());
    }

    /** The way back to a closed valve, with nothing renewed beyond what is spent. Offered from any state of any job. */
    public static Work closeUp() {
        return of(new WorkKind(
                CLOSE_UP, "Close up", "The way back to a closed valve", null, null, null, null, null, false, null));
    }

    /** One part, whatever it is: for what no work of the family renews. */
    public static Work renew(String part) {
        return new Work(
                new WorkKind(
                        "renew-part",
                        "Renew one part",
                        "Only what is needed to reach that part",
                        null,
                        null,
                        null,
                        null,
                        null,
                        false,
                        null),
                List.of(part));
    }

    /** Every work that can be done on a valve, with each part it can be chosen for. */
    public static Stream<Work> possible(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        return anatomy.worksFor(configuration, type).stream().flatMap(kind -> kind.renews()
                .choose()
                .map(wanted -> anatomy.build().resolve(configuration.facts()).parts().stream()
                        .filter(p -> p.kind().equals(wanted))
                        .map(p -> new Work(kind, List.of(p.id()))))
                .orElseGet(() -> Stream.of(of(kind))));
    }

    /** The same work, with more parts to renew: what was found unfit. */
    public Work alsoRenewing(Collection<String> more) {
        if (more.isEmpty()) {
            return this;
        }
        List<String> parts = Stream.concat(kind.renews().parts().stream(), more.stream())
                .distinct()
                .toList();
        return new Work(
                new WorkKind(
                        kind.id(),
                        kind.name(),
                        kind.about(),
                        new Renewal(kind.renews().kinds(), parts, kind.renews().choose()),
                        kind.reaches(),
                        kind.becomes(),
                        kind.when(),
                        kind.live(),
                        kind.newValve(),
                        kind.offers()),
                chosen);
    }

    private static final String CLOSE_UP = "close-up";

    boolean closesUp() {
        return kind.id().equals(CLOSE_UP);
    }
}
