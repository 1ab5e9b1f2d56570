package dev.wartung.core.lab;

import dev.wartung.core.measure.UnitSystem;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** All instruments. */
public final class Lab {

    private static final List<Instrument> INSTRUMENTS = List.of(
            new BoltUp(),
            new ScrewLengthFinder(),
            new DiaphragmMap(),
            new TurnBackFinder(),
            new SettlingSeries(),
            new AllRoundGauge(),
            new ShaftFitting(),
            new SpringInPress(),
            new StrokeAndFlow(),
            new FailPosition(),
            new RotaryTorque(),
            new GreaseChoice(),
            new GreaseMatrix(),
            new GrooveFill(),
            new InspectionDecision(),
            new OldSealReading(),
            new FaultFinding(),
            new LeakDecay(),
            new BubbleCount(),
            new ShelfLife());

    private Lab() {}

    public static List<Instrument> instruments() {
        return INSTRUMENTS;
    }

    public static Optional<Instrument> instrument(String id) {
        return INSTRUMENTS.stream().filter(i -> i.plate().id().equals(id)).findFirst();
    }

    /**
     * An instrument worked.
     *
     * @param inputs with the troubles, where there are any
     * @param result empty while something was not understood
     */
    public record Worked(Instrument instrument, Inputs inputs, Optional<Result> result) {}

    /** Reads what was typed and works it out. */
    public static Worked work(Instrument instrument, Map<String, String> typed, UnitSystem units) {
        Inputs inputs = new Inputs(instrument.fields(typed), typed, units);
        Optional<Result> result = inputs.understood() ? instrument.work(inputs) : Optional.empty();
        return new Worked(instrument, inputs, inputs.understood() ? result : Optional.empty());
    }
}
