package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Reading.Finds;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask.About;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Ask.Same;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A reading as procedures keep it, whatever kind it is: the form that was written before there were kinds. What a kind
 * does not have is empty.
 */
record WrittenAsk(
        String id,
        String ask,
        Optional<Dimension> dimension,
        Optional<Band> band,
        List<String> choices,
        Optional<String> expected,
        boolean critical,
        Message low,
        Message high,
        Message otherwise,
        Optional<Spread> spread,
        Message note,
        double toolOffsetM,
        Optional<String> lab,
        Optional<Same> same,
        Map<String, Finds> finds,
        Map<String, Map<String, String>> identifies) {

    static final Ask.Cases<WrittenAsk> WRITE = new Ask.Cases<>() {
        @Override
        public WrittenAsk measurement(Measurement m) {
            return measured(m.about(), m.dimension(), m.band(), m.low(), m.high(), m.toolOffsetM(), Optional.empty());
        }

        @Override
        public WrittenAsk atPlaces(AtPlaces p) {
            return measured(
                    p.about(), p.dimension(), p.band(), p.low(), p.high(), p.toolOffsetM(), Optional.of(p.spread()));
        }

        @Override
        public WrittenAsk observation(Observation o) {
            About a = o.about();
            return new WrittenAsk(
                    a.id(),
                    a.ask(),
                    Optional.empty(),
                    Optional.empty(),
                    o.choices(),
                    o.expected(),
                    a.critical(),
                    Message.NONE,
                    Message.NONE,
                    o.otherwise(),
                    Optional.empty(),
                    a.note(),
                    0,
                    a.lab(),
                    a.same(),
                    o.finds(),
                    o.identifies());
        }
    };

    private static WrittenAsk measured(
            About a,
            Optional<Dimension> dimension,
            Optional<Band> band,
            Message low,
            Message high,
            double toolOffsetM,
            Optional<Spread> spread) {
        return new WrittenAsk(
                a.id(),
                a.ask(),
                dimension,
                band,
                List.of(),
                Optional.empty(),
                a.critical(),
                low,
                high,
                Message.NONE,
                spread,
                a.note(),
                toolOffsetM,
                a.lab(),
                a.same(),
                Map.of(),
                Map.of());
    }

    Ask read() {
        About about = new About(id, ask, critical, note, lab, same);
        if (dimension.isEmpty()) {
            return new Observation(about, choices, expected, otherwise, finds, identifies);
        }
        return spread.isPresent()
                ? new AtPlaces(about, dimension.get(), band, low, high, toolOffsetM, spread.get())
                : new Measurement(about, dimension.get(), band, low, high, toolOffsetM);
    }
}
