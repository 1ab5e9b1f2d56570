package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Condition;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.PlainKolm50;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.School;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Bench;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The whole space of jobs on the shipped sheets: every anatomy, drive, option, school and work, each on the first type
 * made that way with each of the schools makers force.
 */
final class AllJobs {

    /** A reading a job of a type asks for. */
    record Asked(String type, Ask ask) {}

    /** Worked out once for whoever looks at readings. */
    private static final class Asks {

        static final List<Asked> ALL = Stream.concat(oneOfEachSort(), oneOfEachType())
                .flatMap(j -> j.procedure().steps().stream()
                        .flatMap(s -> s.asks().stream())
                        .map(a -> new Asked(j.type().id(), a)))
                .distinct()
                .toList();
    }

    /** Every work on every type, as it is made first. */
    private static Stream<Job> oneOfEachType() {
        return LIBRARY.types().stream().flatMap(type -> {
            AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            return anatomy.configurations().stream()
                    .filter(type::madeAs)
                    .limit(2)
                    .flatMap(made -> jobs(anatomy, type, made, SiteChoices.NONE));
        });
    }

    /** Every reading of one job of each sort and of every work on every type, each once a type. */
    static List<Asked> asks() {
        return Asks.ALL;
    }

    static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    record Job(
            AnatomySheet anatomy,
            TypeSheet type,
            ValveConfiguration configuration,
            Work work,
            SiteChoices site,
            Derivation derivation) {

        Procedure procedure() {
            return derivation.derive(work, configuration);
        }

        /** What the valve is when the job is done. */
        ValveConfiguration becomes() {
            return configuration.with(work.kind().becomes());
        }

        Build build() {
            return anatomy.build().resolve(becomes().facts());
        }

        Bench bench() {
            return new Bench(anatomy.build(), configuration);
        }

        @Override
        public String toString() {
            return work.kind().id() + work.chosen().stream().map(c -> " " + c).collect(Collectors.joining()) + " on "
                    + type.id() + " " + configuration.facts() + " " + site.answers();
        }
    }

    private AllJobs() {}

    /** Gone through once, by whoever wants all of them: it takes seconds. */
    private static final class All {
        static final List<Job> JOBS = enumerate().toList();
    }

    static Stream<Job> all() {
        return All.JOBS.stream();
    }

    /**
     * One job for each type, drive, work and way of working: options that change neither steps nor numbers are left
     * out.
     */
    static Stream<Job> oneOfEachSort() {
        return all().filter(oneForEach(j -> List.of(
                j.type().id(),
                j.configuration().drive(),
                j.work().kind().id(),
                j.site().answers(),
                j.configuration().options().getOrDefault("elastomer", ""),
                j.configuration().options().getOrDefault("seat-kind", ""))));
    }

    private static Stream<Job> enumerate() {
        return LIBRARY.types().stream()
                .map(TypeSheet::anatomy)
                .distinct()
                .map(id -> LIBRARY.anatomy(id).orElseThrow())
                .flatMap(anatomy -> anatomy.configurations().stream().flatMap(configuration -> LIBRARY.types().stream()
                        .filter(t -> t.anatomy().equals(anatomy.id()) && t.madeAs(configuration))
                        .filter(oneForEach(TypeSheet::schools))
                        .flatMap(type -> practices(anatomy, type, configuration)
                                .flatMap(site -> jobs(anatomy, type, configuration, site)))));
    }

    private static Stream<Job> jobs(
            AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration, SiteChoices site) {
        Derivation derivation = new Derivation(anatomy, type, new Practice(Schools.table(), site));
        return Work.possible(anatomy, type, configuration)
                .map(work -> new Job(anatomy, type, configuration, work, site, derivation));
    }

    /** Lets the first through that has a property, and no other with the same. */
    private static <T> Predicate<T> oneForEach(Function<T, ?> property) {
        Set<Object> seen = new HashSet<>();
        return each -> seen.add(property.apply(each));
    }

    /**
     * The ways a plant can work that make a difference: every combination of the schools that choose between
     * operations, with those that
     * only change words at their first answers and at their last.
     */
    private static Stream<SiteChoices> practices(
            AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        // the rubber changes part numbers and grease, not the steps: the schools are gone through on the first
        AnatomySheet.Option rubber = anatomy.options().get("elastomer");
        if (rubber != null
                && !rubber.choices()
                        .values()
                        .iterator()
                        .next()
                        .equals(configuration.options().get("elastomer"))) {
            return Stream.of(SiteChoices.NONE);
        }
        List<School> open = anatomy.schools().stream()
                .map(id -> Schools.table().school(id).orElseThrow())
                .filter(school -> !school.byMaker() && !type.schools().containsKey(school.id()))
                .toList();
        Set<String> asked = open.stream().map(School::id).collect(Collectors.toSet());
        List<Map<String, String>> becoming = Stream.concat(
                        Stream.of(configuration),
                        anatomy.worksFor(configuration, type).stream().map(w -> configuration.with(w.becomes())))
                .map(ValveConfiguration::facts)
                .toList();
        Set<String> choosing = anatomy.operations().stream()
                .filter(o -> becoming.stream().anyMatch(facts -> possible(o.when(), facts, asked)))
                .flatMap(o -> o.when().allOf().keySet().stream())
                .collect(Collectors.toSet());
        List<Map<String, String>> found = Stream.of(false, true)
                .map(last -> open.stream().collect(Collectors.toMap(School::id, school -> {
                    List<String> answers = List.copyOf(school.answers().keySet());
                    return answers.get(last ? answers.size() - 1 : 0);
                })))
                .toList();
        for (School school : open) {
            if (choosing.contains(school.id())) {
                found = found.stream()
                        .flatMap(chosen -> school.answers().keySet().stream().map(answer -> {
                            Map<String, String> more = new TreeMap<>(chosen);
                            more.put(school.id(), answer);
                            return more;
                        }))
                        .distinct()
                        .toList();
            }
        }
        return found.stream().distinct().map(answers -> new SiteChoices(answers, Set.of()));
    }

    /** Whether the condition can hold for such a valve, whatever is answered to these questions. */
    private static boolean possible(Condition when, Map<String, String> facts, Set<String> open) {
        return when.allOf().entrySet().stream()
                .allMatch(e -> open.contains(e.getKey())
                        || !facts.containsKey(e.getKey())
                        || e.getValue().contains(facts.get(e.getKey())));
    }

    /** One job on a Kolm 50 with the options given as name, value, name, value …; the rest plain. */
    static Job kolm50(String drive, String work, String... options) {
        AnatomySheet anatomy = LIBRARY.anatomy("single-seat").orElseThrow();
        ValveConfiguration configuration = PlainKolm50.driven(Drive.of(drive).orElseThrow(), options);
        List<String> named = List.of(work.split(" "));
        WorkKind kind = anatomy.work(named.get(0)).orElseThrow();
        return new Job(
                anatomy,
                LIBRARY.type("kolm-50").orElseThrow(),
                configuration,
                new Work(kind, named.subList(1, named.size())),
                SiteChoices.NONE,
                new Derivation(
                        anatomy,
                        LIBRARY.type("kolm-50").orElseThrow(),
                        new Practice(Schools.table(), SiteChoices.NONE)));
    }
}
