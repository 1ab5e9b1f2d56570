package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.Shutdown;
import dev.wartung.web.shutdown.Candidates.Candidate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A plan in figures.
 *
 * @param in       jobs that are in
 * @param all      candidates
 * @param risk     points taken away
 * @param riskAll  points there were
 * @param back     when the last line is back, minutes from the beginning
 * @param overtime minutes in all
 * @param distance what a better plan could be better by at most, in words
 * @param out      what is not in
 */
public record PlanSummary(
        int in, int all, int risk, int riskAll, int back, int overtime, String distance, List<Candidate> out) {

    static PlanSummary of(Problem problem, Plan plan, Optional<Double> bound) {
        Shutdown shutdown = problem.shutdown();
        int riskAll = shutdown.jobs().stream().mapToInt(Shutdown.Job::risk).sum();
        double cost = plan.cost().total(shutdown.weights());
        String distance = bound.map(b -> cost <= b * 1.0001 + 0.01
                        ? "No plan is better by these weights."
                        : String.format(
                                Locale.ROOT,
                                "Costs %.0f by these weights; no plan costs less than %.0f. That limit leaves out most of what makes planning hard: how near the best plan comes to it is not known.",
                                cost,
                                b))
                .orElse("");
        Map<String, Candidate> byId = problem.byId();
        return new PlanSummary(
                plan.jobs().size(),
                shutdown.jobs().size(),
                riskAll - plan.cost().riskLeft(),
                riskAll,
                plan.downs().stream().mapToInt(Plan.Down::back).max().orElse(0),
                plan.cost().overtimeMinutes(),
                distance,
                plan.out().stream().map(byId::get).toList());
    }

    public String overtimeInWords() {
        return duration(overtime);
    }

    /** Hours and minutes. */
    static String duration(int minutes) {
        return minutes / 60 + " h" + (minutes % 60 == 0 ? "" : " " + minutes % 60 + " min");
    }
}
