package dev.wartung.core.fault;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Work;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * The smallest job that renews a part at fault.
 *
 * @param procedure what it comes to on the valve
 */
public record Cure(Work work, Procedure procedure) {

    /**
     * Finds it among the works a family offers; where none renews the part, a job for that part alone.
     *
     * @param derive writes a work out for the valve as it stands
     * @return empty where nothing on the bench gets at the part
     */
    public static Optional<Cure> smallest(
            String part, List<WorkKind> offered, Build build, Function<Work, Procedure> derive) {
        Stream<Work> chosen = offered.stream()
                .filter(kind -> kind.renews().choose().isPresent()
                        && build.part(part)
                                .map(p -> p.kind().equals(kind.renews().choose().get()))
                                .orElse(false))
                .map(kind -> new Work(kind, List.of(part)));
        Stream<Work> whole = offered.stream()
                .filter(kind -> kind.renews().choose().isEmpty() && !kind.converts())
                .map(Work::of);
        Optional<Cure> best = Stream.concat(chosen, whole)
                .map(work -> new Cure(work, derive.apply(work)))
                .filter(c -> c.procedure().renews().contains(part))
                .min(Comparator.comparingDouble(c -> c.procedure().minutes()));
        return best.or(() -> alone(part, build, derive));
    }

    private static Optional<Cure> alone(String part, Build build, Function<Work, Procedure> derive) {
        if (build.part(part).filter(p -> !p.fixed()).isEmpty()) {
            return Optional.empty();
        }
        try {
            Work work = Work.renew(part);
            return Optional.of(new Cure(work, derive.apply(work)));
        } catch (IllegalStateException noOperationTakesItOff) {
            return Optional.empty();
        }
    }
}
