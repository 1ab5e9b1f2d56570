package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Bench;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** The whole space of jobs on the shipped sheets: every anatomy, drive, option and work, each on the first type made that way. */
final class AllJobs {

    static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    record Job(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration, Work work) {

        Derivation derivation() {
            return new Derivation(anatomy, type, configuration);
        }

        Procedure procedure() {
            return derivation().derive(work);
        }

        Build build() {
            return anatomy.build().resolve(configuration.facts());
        }

        Bench bench() {
            return new Bench(build(), configuration.drive());
        }

        @Override
        public String toString() {
            return work.kind().id() + work.chosen().map(c -> " " + c).orElse("") + " on " + type.id() + " " + configuration.facts();
        }
    }

    private AllJobs() {}

    static Stream<Job> all() {
        return LIBRARY.types().stream().map(TypeSheet::anatomy).distinct().map(id -> LIBRARY.anatomy(id).orElseThrow())
                .flatMap(anatomy -> anatomy.configurations().stream().flatMap(configuration -> LIBRARY.types().stream()
                        .filter(t -> t.anatomy().equals(anatomy.id()) && t.madeAs(configuration)).limit(1)
                        .flatMap(type -> works(anatomy, configuration).map(work -> new Job(anatomy, type, configuration, work)))));
    }

    private static Stream<Work> works(AnatomySheet anatomy, ValveConfiguration configuration) {
        return anatomy.works().stream().flatMap(kind -> kind.renews().choose().isEmpty() ? Stream.of(Work.of(kind))
                : anatomy.build().resolve(configuration.facts()).parts().stream()
                        .filter(p -> kind.renews().choose().get().equals(p.kind())).map(p -> new Work(kind, Optional.of(p.id()))));
    }

    /** One job on a Kolm 50 with the options given as name, value, name, value …; the rest plain. */
    static Job kolm50(String drive, String work, String... options) {
        AnatomySheet anatomy = LIBRARY.anatomy("single-seat").orElseThrow();
        ValveConfiguration configuration = new ValveConfiguration(Drive.of(drive).orElseThrow(), Map.of("coupling", "threaded",
                "plug", "profiled", "head", "none", "lock-pin", "none", "weight", "hand", "elastomer", "EPDM"));
        for (int i = 0; i < options.length; i += 2) {
            configuration = configuration.with(options[i], options[i + 1]);
        }
        List<String> named = List.of(work.split(" "));
        WorkKind kind = anatomy.work(named.get(0)).orElseThrow();
        return new Job(anatomy, LIBRARY.type("kolm-50").orElseThrow(), configuration,
                new Work(kind, named.size() > 1 ? Optional.of(named.get(1)) : Optional.empty()));
    }
}
