package dev.wartung.scheduling;

import java.util.List;
import java.util.Optional;

/**
 * A plan of a shutdown.
 *
 * @param jobs  what is in, each with its times and people
 * @param out   ids of what is not
 * @param downs when each line that is worked on is down
 * @param cost  what it leaves to be wished, by the weights; smaller is better
 */
public record Plan(List<Placed> jobs, List<String> out, List<Down> downs, Cost cost) {

    /** A piece of work of somebody. */
    public record Stint(int start, int end, String technician) {

        boolean overlaps(Stint other) {
            return start < other.end && other.start < end;
        }
    }

    /**
     * A job with its times.
     *
     * @param second who agrees at its end
     * @param retighten after it has settled
     * @param recheck once the line is back
     */
    public record Placed(
            String job, Stint work, Optional<Stint> second, Optional<Stint> retighten, Optional<Stint> recheck) {}

    /**
     * A line is down.
     *
     * @param from drained from then
     * @param back usable again from then
     */
    public record Down(int line, int from, int back) {}

    /**
     * What a plan costs.
     *
     * @param riskLeft points of risk of what is not in
     * @param backMinutes sum over the lines of when they are back
     * @param overtimeMinutes worked beyond the usual shifts
     * @param broken  pins that could not be kept
     */
    public record Cost(int riskLeft, long backMinutes, int overtimeMinutes, int broken) {

        private static final double BROKEN = 1e9;

        /** Everything in one number. */
        public double total(Shutdown.Weights weights) {
            return weights.risk() * riskLeft
                    + weights.back() * backMinutes / 60.0
                    + weights.overtime() * overtimeMinutes / 60.0
                    + BROKEN * broken;
        }
    }

    public Optional<Placed> placed(String job) {
        return jobs.stream().filter(p -> p.job().equals(job)).findFirst();
    }
}
