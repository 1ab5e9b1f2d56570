package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.web.job.JobView;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Answers at a step where all is well. */
public final class GoodAnswers {

    private GoodAnswers() {}

    /** What a careful technician types at a step. */
    public static Map<String, String> typed(JobView view, Step step) {
        Map<String, String> typed = new HashMap<>();
        step.asks().forEach(a -> typed.putAll(a.in(TYPED)));
        if (step.kitCount()) {
            typed.put(StepFields.KIT_LOT, "LOT-1");
            view.supplies().toCount().forEach(p -> {
                typed.put(StepFields.HAVE + p.part(), "yes");
                typed.put(StepFields.LOT + p.part(), "LOT-2");
            });
        }
        return typed;
    }

    private static final Ask.Cases<Map<String, String>> TYPED = new Ask.Cases<>() {
        @Override
        public Map<String, String> measurement(Measurement once) {
            Band band = once.band().orElseThrow();
            return Map.of(
                    StepFields.READING + once.id(),
                    band.target().orElse(band.max()).numberIn(once.unit()));
        }

        @Override
        public Map<String, String> atPlaces(AtPlaces places) {
            List<Quantity> each = places.spread().intended(places.band());
            if (places.spread().how() == How.RUN) {
                return Map.of(
                        StepFields.READING + places.id(),
                        each.stream().map(q -> Quantity.rounded(q.si(), 3)).collect(Collectors.joining(";")));
            }
            Map<String, String> typed = new HashMap<>();
            for (int i = 0; i < each.size(); i++) {
                typed.put(
                        StepFields.place(places, i),
                        Quantity.rounded(each.get(i).in(Unit.MILLIMETRE), 3));
            }
            return typed;
        }

        @Override
        public Map<String, String> observation(Observation seen) {
            return Map.of(
                    StepFields.READING + seen.id(),
                    seen.expected().orElse(seen.choices().get(0)));
        }
    };

    /** The reading of somebody who works as intended. */
    public static Answer answer(Ask ask) {
        return ask.in(new Ask.Cases<>() {
            @Override
            public Answer measurement(Measurement once) {
                Band band = once.band().orElseThrow();
                Quantity read = band.target().orElse(band.max());
                return Answer.measured(once.id(), once.ask(), read, once.judge(read));
            }

            @Override
            public Answer atPlaces(AtPlaces places) {
                List<Quantity> each = places.spread().intended(places.band());
                return Answer.each(places.id(), places.ask(), each, places.judge(each));
            }

            @Override
            public Answer observation(Observation seen) {
                String expected = seen.expected().orElse(seen.choices().get(0));
                return Answer.seen(seen.id(), seen.ask(), expected, seen.judge(expected));
            }
        });
    }
}
