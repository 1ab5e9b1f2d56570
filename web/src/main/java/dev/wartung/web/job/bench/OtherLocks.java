package dev.wartung.web.job.bench;

import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Locks that other jobs have on the lines a valve stands in: nobody takes off somebody else's, or opens what is one. */
@Component
public class OtherLocks {

    private static final int NO_JOB = 0;

    private final LineDrawings lines;
    private final Jobs jobs;

    OtherLocks(LineDrawings lines, Jobs jobs) {
        this.lines = lines;
        this.jobs = jobs;
    }

    /**
     * Numbers of the jobs, by what their locks are on.
     *
     * @param job whose own do not count
     */
    Map<String, List<Integer>> beside(Valve valve, int job) {
        List<Valve> drawn = lines.drawnWith(valve);
        Stream<JobView> running = jobs
                .views(jobs.openOn(drawn.stream().map(Valve::id).toList()).stream()
                        .filter(j -> j.state() == JobState.RUNNING)
                        .toList())
                .stream();
        // a job that was stopped has left its valve open behind its locks, whether the plant has use for it or not
        Stream<JobView> stopped = drawn.stream()
                .filter(v -> v.state() != ValveState.IN_SERVICE && v.state() != ValveState.ON_BENCH)
                .flatMap(v -> jobs.ended(v).limit(1))
                .filter(ended -> ended.job().state() == JobState.STOPPED);
        Map<String, List<Integer>> others = new TreeMap<>();
        Stream.concat(running, stopped)
                .filter(other -> other.job().number() != job)
                .forEach(other -> other.log().locksOn().forEach(l -> others.computeIfAbsent(
                                l.at(), at -> new ArrayList<>())
                        .add(other.job().number())));
        return others;
    }

    /** Numbers of the jobs that a valve itself is a lock of, but for one. */
    List<Integer> on(Valve valve, int job) {
        return beside(valve, job).getOrDefault(valve.tag(), List.of());
    }

    /** Numbers of the jobs that a valve itself is a lock of. */
    public List<Integer> on(Valve valve) {
        return on(valve, NO_JOB);
    }
}
