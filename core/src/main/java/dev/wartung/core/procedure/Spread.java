package dev.wartung.core.procedure;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.Tightening;
import dev.wartung.core.bolting.Tightening.Turn;
import dev.wartung.core.calibration.Capability;
import dev.wartung.core.diaphragm.Criterion;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.diaphragm.GapMap;
import dev.wartung.core.diaphragm.GapReport;
import dev.wartung.core.fits.AllRound;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import java.util.ArrayList;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * A reading taken at several places of this valve: at every turn of a bolt-up, at every bolt of a map, or all round a
 * part.
 *
 * @param pattern     where
 * @param names       of the places
 * @param pitchM      of the bolts' thread; 0 where no bolts are turned
 * @param compression the criterion of a map that goes by compression
 * @param parallel    the criterion of a map that goes by parallel flanges
 * @param unevenM     for readings all round: widest less smallest, at most; else 0
 * @param prevailing  torque a lock nut takes before it clamps: in every stage all of it; empty where there is none, and
 *     in procedures that were kept before it was
 */
public record Spread(
        How how,
        BoltPattern pattern,
        List<String> names,
        double pitchM,
        Optional<Compression> compression,
        Optional<Parallel> parallel,
        double unevenM,
        Optional<Quantity> prevailing) {

    private static final double SQRT2 = Math.sqrt(2);

    /** Without lock nuts. */
    public Spread(
            How how,
            BoltPattern pattern,
            List<String> names,
            double pitchM,
            Optional<Compression> compression,
            Optional<Parallel> parallel,
            double unevenM) {
        this(how, pattern, names, pitchM, compression, parallel, unevenM, Optional.empty());
    }

    @JsonCreator
    public Spread(
            How how,
            BoltPattern pattern,
            List<String> names,
            double pitchM,
            Optional<Compression> compression,
            Optional<Parallel> parallel,
            double unevenM,
            @Nullable Optional<Quantity> prevailing) {
        this.how = how;
        this.pattern = pattern;
        this.names = names;
        this.pitchM = pitchM;
        this.compression = compression;
        this.parallel = parallel;
        this.unevenM = unevenM;
        this.prevailing = prevailing == null ? Optional.empty() : prevailing;
    }

    /** How many readings it takes. */
    public int count() {
        return how == How.RUN ? tightening().turns().size() : pattern.size();
    }

    @JsonIgnore
    public Tightening tightening() {
        return new Tightening(pattern, Tightening.USUAL);
    }

    /**
     * The map of gaps, drawn and said.
     *
     * @param gaps one for each bolt
     */
    public GapReport report(List<Quantity> gaps) {
        Criterion criterion = compression.isPresent()
                ? compression.get()
                : parallel.orElseThrow(() -> new IllegalStateException("no criterion"));
        return new GapReport(new GapMap(pattern, si(gaps), pitchM, GapMap.USUAL_PASS), criterion);
    }

    /** Why one reading makes no sense where it was read; empty when it may be one. */
    public Optional<Message> nonsense(Quantity reading) {
        return compression
                .filter(c -> reading.si() > c.freeM() + 1e-9)
                .map(c -> Message.of(
                        "spread.thicker-than-free",
                        "More than the free thickness of {free}: nothing would be clamped there. Measure again.",
                        "free",
                        new Quantity(c.freeM(), Dimension.LENGTH)));
    }

    /** Whether one turn's torque is what its stage asks for. */
    public Outcome judgeTurn(int turn, Quantity torque, Band band) {
        return limits(tightening().turns().get(turn), band).judge(torque);
    }

    /** The limits of one turn: its stage's share of the whole torque's. */
    public Band limits(Turn turn, Band band) {
        return new Band(stage(band.min(), turn.share()), stage(band.max(), turn.share()), Optional.empty());
    }

    /** What a turn is tightened to, newton metre. */
    public double asked(Turn turn, Band band) {
        return stage(band.target().orElse(band.max()), turn.share()).si();
    }

    /**
     * The readings that would be exactly right: what one tightens or sets to. Parallel flanges may have any even gap; 3
     * mm is taken.
     */
    public List<Quantity> intended(Optional<Band> band) {
        return switch (how) {
            case RUN -> tightening().turns().stream()
                    .map(t -> new Quantity(asked(t, band.orElseThrow()), Dimension.TORQUE))
                    .toList();
            case MAP -> even(compression.map(c -> c.aimM(0)).orElse(3e-3));
            case ROUND -> even(
                    band.orElseThrow().target().orElse(band.orElseThrow().max()).si());
        };
    }

    private List<Quantity> even(double metres) {
        return IntStream.range(0, count())
                .mapToObj(i -> new Quantity(metres, Dimension.LENGTH))
                .toList();
    }

    /** A stage's share of a full torque: of what clamps, not of what the lock nut takes. */
    private Quantity stage(Quantity full, double share) {
        double whole = prevailing.map(Quantity::si).orElse(0.0);
        return new Quantity((full.si() - whole) * share + whole, full.dimension());
    }

    /**
     * Judges all readings together.
     *
     * @param readings as many as {@link #count}, in order
     * @param low      what to do where a torque is too low
     * @param high     what to do where a torque is too high
     */
    Verdict judge(List<Quantity> readings, Optional<Band> band, Message low, Message high) {
        if (readings.size() != count()) {
            throw new IllegalArgumentException(count() + " readings are asked for");
        }
        return switch (how) {
            case MAP -> map(readings);
            case ROUND -> new AllRound(band.orElseThrow(), unevenM).judge(si(readings), names);
            case RUN -> run(
                    readings.subList(readings.size() - pattern.size(), readings.size()), band.orElseThrow(), low, high);
        };
    }

    /**
     * Whether readings that are right surely are, with this tool: each with its uncertainty off either way, and
     * differences of two with √2 times as much.
     */
    boolean isSure(List<Quantity> readings, Optional<Band> band, Capability tool) {
        double off = readings.stream().mapToDouble(tool::uncertainty).max().orElseThrow();
        return switch (how) {
            case RUN -> within(
                    readings.subList(readings.size() - pattern.size(), readings.size()), band.orElseThrow(), tool);
            case ROUND -> within(readings, band.orElseThrow(), tool) && differ(readings) + off * SQRT2 <= unevenM;
            case MAP -> compression
                    .map(c -> c.isMetBy(moved(readings, off)) && c.isMetBy(moved(readings, -off)))
                    .orElseGet(() -> differ(readings) + off * SQRT2
                            <= parallel.orElseThrow().differenceM());
        };
    }

    /** Stages of a bolt-up, from 1 on, that are set to less than a wrench measures; none for what is no bolt-up. */
    List<Integer> notReached(Optional<Band> band, Capability tool) {
        return how != How.RUN
                ? List.of()
                : tightening().turns().stream()
                        .filter(t -> asked(t, band.orElseThrow()) < tool.from().si())
                        .map(Turn::stage)
                        .distinct()
                        .toList();
    }

    private static boolean within(List<Quantity> readings, Band band, Capability tool) {
        return tool.sure(band)
                .filter(sure -> readings.stream().allMatch(q -> sure.judge(q) == Outcome.WITHIN))
                .isPresent();
    }

    private static double differ(List<Quantity> readings) {
        DoubleSummaryStatistics all =
                readings.stream().mapToDouble(Quantity::si).summaryStatistics();
        return all.getMax() - all.getMin();
    }

    private static List<Double> moved(List<Quantity> readings, double by) {
        return readings.stream().map(q -> q.si() + by).toList();
    }

    private Verdict map(List<Quantity> gaps) {
        GapReport report = report(gaps);
        Outcome outcome = report.meets()
                ? Outcome.WITHIN
                : report.overCompressed() || report.spoilt() ? Outcome.LOW : Outcome.HIGH;
        return new Verdict(outcome, report.finding(), report.next());
    }

    /** The round pass decides: what every bolt holds in the end. */
    private Verdict run(List<Quantity> last, Band band, Message low, Message high) {
        List<String> loose = off(last, band, Outcome.LOW);
        List<String> tight = off(last, band, Outcome.HIGH);
        double least = si(last).stream().mapToDouble(v -> v).min().orElseThrow();
        double most = si(last).stream().mapToDouble(v -> v).max().orElseThrow();
        Message found = Message.of(
                "spread.torques",
                "{bolts} bolts, {torques}, limits {limits}",
                "bolts",
                pattern.size(),
                "torques",
                new Argument.Range(new Quantity(least, Dimension.TORQUE), new Quantity(most, Dimension.TORQUE)),
                "limits",
                band);
        if (!tight.isEmpty()) {
            return new Verdict(Outcome.HIGH, found, at(tight, high));
        }
        return loose.isEmpty() ? Verdict.within(found) : new Verdict(Outcome.LOW, found, at(loose, low));
    }

    private static Message at(List<String> bolts, Message next) {
        return Message.of("spread.at-bolts", "Bolt {bolts}: {next}", "bolts", String.join(", ", bolts), "next", next);
    }

    private static List<String> off(List<Quantity> last, Band band, Outcome outcome) {
        List<String> bolts = new ArrayList<>();
        IntStream.range(0, last.size())
                .filter(i -> band.judge(last.get(i)) == outcome)
                .forEach(i -> bolts.add(String.valueOf(i + 1)));
        return bolts;
    }

    private static List<Double> si(List<Quantity> readings) {
        return readings.stream().map(Quantity::si).toList();
    }
}
