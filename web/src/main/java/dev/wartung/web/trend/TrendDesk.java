package dev.wartung.web.trend;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.life.ChangePoint;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.proving.Signature;
import dev.wartung.web.device.ProvingRun;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.device.RunFiles.Measured;
import dev.wartung.web.device.RunWatch;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobEnded;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.Readings;
import dev.wartung.web.job.Readings.Reading;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Collects what was read at a valve, job after job and run after run. When one ends with a reading that tells of a
 * change, a look at the valve is raised: before it fails.
 */
@Service
class TrendDesk implements RunWatch {

    private static final int FEWEST_SHOWN = 2;
    private static final String NAME = "Look why it changed: ";

    private final Readings readings;
    private final ObjectProvider<RunFiles> runs;
    private final Looks looks;
    private final Clock clock;

    /** @param runs asked for late: a proving run that ends asks this what follows from it */
    TrendDesk(Readings readings, ObjectProvider<RunFiles> runs, Looks looks, Clock clock) {
        this.readings = readings;
        this.runs = runs;
        this.looks = looks;
        this.clock = clock;
    }

    /**
     * A reading as it was taken.
     *
     * @param job the job it was taken in; 0 for none
     */
    public record Read(Instant at, int job, Quantity value) {}

    /**
     * Readings of one kind.
     *
     * @param asked  what was asked
     * @param of     what it was taken in: jobs or runs
     * @param change where they changed; empty where they did not, or are too few
     * @param smallest the least change that so many readings of this scatter would show; empty for too few
     */
    public record Series(
            String asked, String of, List<Read> reads, Optional<ChangePoint> change, Optional<Double> smallest) {

        /** What changed, in words. */
        public String says(UnitSystem units) {
            return change.map(c -> "changed after " + c.after() + " " + of + ": " + shown(c.before(), units)
                            + " before, " + shown(c.since(), units) + " since")
                    .orElse("");
        }

        /** What they can show where they show no change. */
        public String canShow(UnitSystem units) {
            return change.isPresent()
                    ? ""
                    : smallest.map(step ->
                                    "no change; one of " + shown(step, units) + " would show in these " + reads.size())
                            .orElse("too few to show a change: it takes " + ChangePoint.FEWEST);
        }

        private String shown(double si, UnitSystem units) {
            Unit unit = unit(units);
            return Quantity.rounded(new Quantity(si, unit.dimension()).in(unit), unit.decimals()) + " " + unit.symbol();
        }

        /** Strokes take seconds, whatever a reader measures time in elsewhere. */
        private Unit unit(UnitSystem units) {
            Dimension dimension = reads.get(0).value().dimension();
            return dimension == Dimension.TIME ? Unit.SECOND : units.unit(dimension);
        }

        public String svg(UnitSystem units) {
            return TrendDesk.svg(this, units);
        }
    }

    @Transactional
    List<Series> of(Valve valve) {
        return collected(valve);
    }

    private List<Series> collected(Valve valve) {
        Map<String, List<Read>> byAsk = new LinkedHashMap<>();
        Map<String, String> asked = new LinkedHashMap<>();
        for (Reading reading : readings.of(valve)) {
            byAsk.computeIfAbsent(reading.ask(), k -> new ArrayList<>())
                    .add(new Read(reading.at(), reading.job(), reading.value()));
            asked.put(reading.ask(), reading.asked());
        }
        List<Series> all = new ArrayList<>();
        byAsk.forEach((ask, reads) ->
                series(asked.getOrDefault(ask, ask), "jobs", reads).ifPresent(all::add));
        all.addAll(proven(valve));
        return all;
    }

    private static Optional<Series> series(String asked, String of, List<Read> reads) {
        if (reads.size() < FEWEST_SHOWN) {
            return Optional.empty();
        }
        List<Double> values = reads.stream().map(r -> r.value().si()).toList();
        double resolution = resolution(reads.get(0).value().dimension());
        return Optional.of(new Series(
                asked,
                of,
                List.copyOf(reads),
                ChangePoint.in(values, resolution).filter(ChangePoint::changed),
                ChangePoint.smallest(values, resolution)));
    }

    /** The last digit that is read and kept at a bench, SI. */
    private static double resolution(Dimension dimension) {
        Unit unit = dimension == Dimension.TIME ? Unit.SECOND : Unit.metric(dimension);
        return Quantity.of(Math.pow(10, -unit.decimals()), unit).si()
                - Quantity.of(0, unit).si();
    }

    private List<Series> proven(Valve valve) {
        List<Measured> measured = runs.getObject().measured(valve);
        List<Series> all = new ArrayList<>();
        add(all, "Air at first movement", Dimension.PRESSURE, measured, Signature::firstPa);
        add(all, "Air at full travel", Dimension.PRESSURE, measured, Signature::fullPa);
        add(all, "Time with air", Dimension.TIME, measured, Signature::awayS);
        add(all, "Time without air", Dimension.TIME, measured, Signature::backS);
        return all;
    }

    private static void add(
            List<Series> all,
            String asked,
            Dimension dimension,
            List<Measured> measured,
            Function<Signature, Optional<Double>> of) {
        List<Read> reads = measured.stream()
                .flatMap(
                        m -> of
                                .apply(m.found())
                                .map(si -> new Read(m.at(), m.job().orElse(0), new Quantity(si, dimension)))
                                .stream())
                .toList();
        series(asked, "runs", reads).ifPresent(all::add);
    }

    /**
     * Only the newest readings can tell of something new. A look of that name that is open still is not raised again.
     */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void on(JobEnded ended) {
        Job job = ended.job();
        if (job.state() != JobState.CLOSED) {
            return;
        }
        raise(
                job.valve(),
                Optional.of(job.number()),
                collected(job.valve()).stream()
                        .filter(s -> s.reads().get(s.reads().size() - 1).job() == job.number())
                        .toList());
    }

    @Override
    public void proven(ProvingRun run) {
        raise(run.valve(), run.jobNumber(), proven(run.valve()));
    }

    private void raise(Valve valve, Optional<Integer> job, List<Series> series) {
        LocalDate today = LocalDate.now(clock);
        List<String> open = looks.openAt(valve).stream().map(Recheck::name).toList();
        series.stream()
                .filter(s -> s.change().isPresent())
                .map(s -> NAME + s.asked())
                .filter(name -> !open.contains(name))
                .forEach(name -> looks.raise(Recheck.raised(valve, job, name, today, today.plusDays(1))));
    }

    private static String svg(Series series, UnitSystem units) {
        Unit unit = series.unit(units);
        double[] values =
                series.reads().stream().mapToDouble(r -> r.value().in(unit)).toArray();
        double low = Arrays.stream(values).min().orElse(0);
        double high = Arrays.stream(values).max().orElse(1);
        double room = Math.max((high - low) * 0.2, Math.max(Math.abs(high) * 0.02, 1e-6));
        Svg svg = new Svg(420, 170, "trend", series.asked() + " over " + series.of());
        svg.line(70, 140, 400, 140, "frame").line(70, 20, 70, 140, "frame");
        svg.text(64, y(high, low, high, room) + 5, Quantity.rounded(high, unit.decimals()), "label", "end")
                .text(
                        64,
                        Math.max(y(low, low, high, room), y(high, low, high, room) + LABEL) + 5,
                        Quantity.rounded(low, unit.decimals()),
                        "label",
                        "end");
        svg.text(70, 14, unit.symbol(), "label", "start")
                .text(400, 160, values.length + " " + series.of(), "label", "end");
        double step = 310.0 / Math.max(1, values.length - 1);
        for (int i = 0; i < values.length; i++) {
            if (i > 0) {
                svg.line(
                        80 + (i - 1) * step,
                        y(values[i - 1], low, high, room),
                        80 + i * step,
                        y(values[i], low, high, room),
                        "fit");
            }
            svg.circle(80 + i * step, y(values[i], low, high, room), 5, "point");
        }
        series.change().ifPresent(c -> {
            double x = 80 + (c.after() - 0.5) * step;
            svg.line(x, 20, x, 140, "limit");
        });
        return svg.svg();
    }

    /** So far apart two labels do not touch. */
    private static final double LABEL = 16;

    private static double y(double value, double low, double high, double room) {
        return 140 - 120 * (value - low + room) / (high - low + 2 * room);
    }
}
