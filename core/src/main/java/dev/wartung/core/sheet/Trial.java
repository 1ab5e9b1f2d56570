package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.DoubleConsumer;
import java.util.stream.Collectors;

/** Tries a type out: every work on every valve it is made as is derived, and carried out on the simulated bench. */
final class Trial {

    /** Further ones are mostly of the same cause. */
    private static final int MOST_TOLD = 50;

    private final AnatomySheet anatomy;
    private final TypeSheet type;
    /** Each said once, with the first valve it was found on. */
    private final Map<String, String> found = new LinkedHashMap<>();

    Trial(AnatomySheet anatomy, TypeSheet type) {
        this.anatomy = anatomy;
        this.type = type;
    }

    /**
     * What goes wrong; empty if nothing does.
     *
     * @param plants the ways of working it is tried in
     */
    List<String> problems(List<SiteChoices> plants) {
        return problems(plants, share -> {});
    }

    /** @param done is told, after each valve, how much is done, from 0 to 1 */
    List<String> problems(List<SiteChoices> plants, DoubleConsumer done) {
        List<ValveConfiguration> made = anatomy.configurations(type);
        if (made.isEmpty()) {
            return List.of("leaves no valve that can exist");
        }
        int tried = 0;
        for (SiteChoices plant : plants) {
            Derivation derivation = new Derivation(anatomy, type, new Practice(Schools.table(), plant));
            for (ValveConfiguration configuration : made) {
                Work.possible(anatomy, type, configuration).forEach(work -> tried(derivation, work, configuration));
                if (found.size() >= MOST_TOLD) {
                    return told();
                }
                tried++;
                done.accept((double) tried / made.size() / plants.size());
            }
        }
        return told();
    }

    private void tried(Derivation derivation, Work work, ValveConfiguration configuration) {
        try {
            Procedure procedure = derivation.derive(work, configuration);
            Bench bench = new Bench(anatomy.build(), configuration);
            for (Step step : procedure.steps()) {
                bench.carryOut(step.acts()).forEach(incident -> found(work, step.id(), incident, configuration));
            }
            bench.finish(procedure.renews()).forEach(incident -> found(work, "the end", incident, configuration));
        } catch (IllegalStateException | IllegalArgumentException e) {
            found.putIfAbsent(String.valueOf(e.getMessage()), "");
        }
    }

    private void found(Work work, String at, Incident incident, ValveConfiguration configuration) {
        found.putIfAbsent(
                work.kind().id() + ", at " + at + ": " + incident.text(),
                " For instance on one with " + inWords(configuration) + ".");
    }

    static String inWords(ValveConfiguration configuration) {
        return new TreeMap<>(configuration.facts())
                .entrySet().stream().map(f -> f.getKey() + " " + f.getValue()).collect(Collectors.joining(", "));
    }

    private List<String> told() {
        List<String> told = new ArrayList<>();
        found.forEach((what, where) -> told.add(what + where));
        return told.subList(0, Math.min(MOST_TOLD, told.size()));
    }
}
