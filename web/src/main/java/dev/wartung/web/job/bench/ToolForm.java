package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.tool.MeasuringTool;
import dev.wartung.web.tool.Toolbox.Ready;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which measuring tools the readings of a step were taken with. A kind of which the site keeps no tool is not asked
 * for; a tool that does not reach what is read, or is too coarse for its limits, may not be taken.
 */
public final class ToolForm {

    static final String TOOL = "tool.";

    private final Step step;
    private final Map<String, String> typed;
    private final Rule rule;
    private final List<Line> lines = new ArrayList<>();
    private final Map<String, String> troubles = new LinkedHashMap<>();
    private final Map<ToolKind, Ready> chosen = new LinkedHashMap<>();
    /** Chosen, or picked as the one that will be. */
    private final Map<ToolKind, Ready> inHand = new LinkedHashMap<>();

    /**
     * How tools are held against readings.
     *
     * @param guarded readings are within limits only where they surely are
     * @param units   in which it is told why a tool may not be taken
     */
    record Rule(LocalDate today, boolean guarded, UnitSystem units) {}

    /**
     * A kind of tool that is asked for.
     *
     * @param usable  may be picked
     * @param refused may not, each with the reason
     * @param picked  its number; empty while none is
     */
    public record Line(ToolKind kind, List<MeasuringTool> usable, List<String> refused, String picked) {

        public String field() {
            return TOOL + kind.name();
        }
    }

    /** What a tool has to reach, and the limits it is held against. */
    private record Wanted(Quantity reading, Optional<Band> limits) {}

    /** @param last what was used before in the job, by kind: taken to be in hand still */
    ToolForm(Step step, List<Ready> all, Map<String, String> typed, Map<ToolKind, String> last, Rule rule) {
        this.step = step;
        this.typed = typed;
        this.rule = rule;
        step.asks().stream().flatMap(a -> kind(a).stream()).distinct().forEach(kind -> {
            List<Ready> here = all.stream().filter(t -> t.tool().kind() == kind).toList();
            if (!here.isEmpty()) {
                ask(kind, here, last);
            }
        });
    }

    private static Optional<ToolKind> kind(Ask ask) {
        return ask.dimension().flatMap(ToolKind::measuring);
    }

    private void ask(ToolKind kind, List<Ready> here, Map<ToolKind, String> last) {
        List<MeasuringTool> usable =
                here.stream().filter(t -> why(t).isEmpty()).map(Ready::tool).toList();
        List<String> refused = here.stream()
                .filter(t -> !why(t).isEmpty())
                .map(t -> t.tool().number() + ": " + why(t))
                .toList();
        String before = last.getOrDefault(kind, "");
        String picked = typed.getOrDefault(
                TOOL + kind.name(),
                usable.size() == 1
                        ? usable.get(0).number()
                        : usable.stream().anyMatch(t -> t.number().equals(before)) ? before : "");
        lines.add(new Line(kind, usable, refused, picked));
        here.stream()
                .filter(t -> t.tool().number().equals(picked) && why(t).isEmpty())
                .findFirst()
                .ifPresent(t -> inHand.put(kind, t));
        Optional<Ready> tool = here.stream()
                .filter(t -> t.tool().number().equals(typed.getOrDefault(TOOL + kind.name(), "")))
                .findFirst();
        if (tool.filter(t -> why(t).isEmpty()).isPresent()) {
            chosen.put(kind, tool.get());
        } else if (tool.isPresent()) {
            troubles.put(
                    TOOL + kind.name(), tool.get().tool().number() + " is not to be used: " + why(tool.get()) + ".");
        } else {
            troubles.put(
                    TOOL + kind.name(),
                    usable.isEmpty() ? "None may be used: " + String.join("; ", refused) + "." : "Which one was it?");
        }
    }

    /** Why no reading of this step is taken with it; empty where one may be. */
    private String why(Ready ready) {
        String calibration = ready.tool().why(rule.today());
        if (!calibration.isEmpty() || ready.can().isEmpty()) {
            return calibration;
        }
        return step.asks().stream()
                .filter(a -> kind(a).filter(k -> k == ready.tool().kind()).isPresent())
                .flatMap(a -> why(a, ready.can().get()).stream())
                .findFirst()
                .orElse("");
    }

    private Optional<String> why(Ask ask, Capability can) {
        UnitSystem units = rule.units();
        Capability here = can.times(atBolt(ask));
        Optional<Wanted> wanted = ask.in(WANTED);
        if (wanted.filter(w -> !here.reaches(w.reading())).isPresent()) {
            Quantity reading = wanted.get().reading();
            return Optional.of("measures " + can.from().numberIn(units.unit(reading.dimension())) + " to "
                    + units.shown(can.to()) + ", not "
                    + units.shown(new Quantity(reading.si() / atBolt(ask), reading.dimension())));
        }
        boolean coarse = rule.guarded()
                && wanted.flatMap(Wanted::limits)
                        .filter(limits -> here.sure(limits).isEmpty())
                        .isPresent();
        return coarse
                ? Optional.of("too coarse for "
                        + wanted.get()
                                .limits()
                                .orElseThrow()
                                .shownIn(units.unit(ask.dimension().orElseThrow())))
                : Optional.empty();
    }

    /** How much of what the wrench shows the bolt gets; 1 for what is no torque, and while the wrench is not known. */
    private double atBolt(Ask ask) {
        double offset = ask.in(OFFSET);
        return ask.dimension().filter(d -> d == Dimension.TORQUE).isPresent()
                ? new WrenchForm(typed, offset, rule.units()).wrench().atBolt(1)
                : 1;
    }

    /** What a reading is taken with; empty where that is not chosen, or what the tool can do is not known. */
    Optional<ReadWith> readWith(Ask ask) {
        return kind(ask).flatMap(kind -> Optional.ofNullable(inHand.get(kind))).flatMap(tool -> tool.can()
                .map(can -> new ReadWith(tool.tool().number(), can.times(atBolt(ask)), rule.guarded())));
    }

    public List<Line> lines() {
        return lines;
    }

    Map<String, String> troubles() {
        return troubles;
    }

    Map<ToolKind, MeasuringTool> chosen() {
        Map<ToolKind, MeasuringTool> tools = new LinkedHashMap<>();
        chosen.forEach((kind, ready) -> tools.put(kind, ready.tool()));
        return tools;
    }

    /** The readings of a step that a kind of tool stands behind, in words. */
    static String readings(Step step, ToolKind kind) {
        return String.join(
                ", ",
                step.asks().stream()
                        .filter(a -> kind(a).filter(kind::equals).isPresent())
                        .map(Ask::ask)
                        .toList());
    }

    /** What is aimed at has to be reached; of a map without limits nothing is known before it is read. */
    private static final Ask.Cases<Optional<Wanted>> WANTED = new Ask.Cases<>() {
        @Override
        public Optional<Wanted> measurement(Measurement once) {
            return once.band().map(ToolForm::wanted);
        }

        @Override
        public Optional<Wanted> atPlaces(AtPlaces places) {
            return places.spread().how() == How.MAP
                    ? Optional.of(
                            new Wanted(places.spread().intended(places.band()).get(0), Optional.empty()))
                    : places.band().map(ToolForm::wanted);
        }

        @Override
        public Optional<Wanted> observation(Observation seen) {
            return Optional.empty();
        }
    };

    private static final Ask.Cases<Double> OFFSET = new Ask.Cases<>() {
        @Override
        public Double measurement(Measurement once) {
            return once.toolOffsetM();
        }

        @Override
        public Double atPlaces(AtPlaces places) {
            return places.toolOffsetM();
        }

        @Override
        public Double observation(Observation seen) {
            return 0.0;
        }
    };

    private static Wanted wanted(Band band) {
        Quantity middle =
                new Quantity((band.min().si() + band.max().si()) / 2, band.min().dimension());
        return new Wanted(band.target().orElse(middle), Optional.of(band));
    }
}
