package dev.wartung.core.procedure;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Duty;
import dev.wartung.core.actuation.Side;
import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.actuation.Wet;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * How long it takes to derive a job and to carry it out on the simulated bench. Run with {@code ./wartung benchmark}.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 2)
@Measurement(iterations = 5, time = 2)
public class ProcedureBenchmark {

    private final AllJobs.Job job = AllJobs.kolm50("NC", "renew-product-seals", "head", "fitted", "lock-pin", "fitted");
    private final Procedure procedure = job.procedure();
    private final List<AllJobs.Job> matrix = AllJobs.all().toList();

    @Benchmark
    public Procedure derive() {
        return job.procedure();
    }

    @Benchmark
    public int simulate() {
        return carryOut(job, procedure);
    }

    @Benchmark
    public int deriveAndSimulate() {
        return carryOut(job, job.procedure());
    }

    /** A valve that was turned over, against 3 bar: it does not work, so that every way is looked at. */
    @Benchmark
    public ValveStudy.Answer study() {
        return ValveStudy.of(
                job.type(),
                job.configuration().with(Map.of("drive", "NO")),
                new Duty(
                        new Duty.Line(Side.EITHER, 3e5),
                        new Air(6e5, 5.2e5),
                        new Duty.Scatter(0.1, 0.5),
                        Duty.Allowances.USUAL,
                        Wet.DRY));
    }

    /** Every job there is, derived and simulated. */
    @Benchmark
    @OutputTimeUnit(TimeUnit.MILLISECONDS)
    public int wholeMatrix() {
        return matrix.stream()
                .mapToInt(each -> carryOut(each, each.procedure()))
                .sum();
    }

    private static int carryOut(AllJobs.Job job, Procedure procedure) {
        var bench = job.bench();
        int incidents = 0;
        for (Step step : procedure.steps()) {
            incidents += bench.carryOut(step.acts()).size();
        }
        return incidents + bench.finish(procedure.renews()).size();
    }
}
