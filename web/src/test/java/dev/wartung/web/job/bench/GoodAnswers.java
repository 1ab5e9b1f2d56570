package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.web.job.JobView;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Answers at a step where all is well. */
public final class GoodAnswers {

    private GoodAnswers() {}

    /** What a careful technician types at a step. */
    public static Map<String, String> typed(JobView view, Step step) {
        Map<String, String> typed = new HashMap<>();
        step.asks().stream().filter(a -> a.spread().isPresent()).forEach(a -> typed.putAll(places(a)));
        step.asks().stream()
                .filter(a -> a.spread().isEmpty())
                .forEach(a -> typed.put(
                        StepFields.READING + a.id(),
                        a.band()
                                .map(b -> b.target().orElse(b.max()).numberIn(a.unit()))
                                .orElseGet(() -> a.expected().orElse(a.choices().get(0)))));
        if (step.kitCount()) {
            typed.put(StepFields.KIT_LOT, "LOT-1");
            view.supplies().toCount().forEach(p -> {
                typed.put(StepFields.HAVE + p.part(), "yes");
                typed.put(StepFields.LOT + p.part(), "LOT-2");
            });
        }
        return typed;
    }

    private static Map<String, String> places(Ask ask) {
        List<Quantity> each = ask.spread().orElseThrow().intended(ask.band());
        if (ask.spread().get().how() == How.RUN) {
            return Map.of(
                    StepFields.READING + ask.id(),
                    each.stream().map(q -> Quantity.rounded(q.si(), 3)).collect(Collectors.joining(";")));
        }
        Map<String, String> typed = new HashMap<>();
        for (int i = 0; i < each.size(); i++) {
            typed.put(StepFields.place(ask, i), Quantity.rounded(each.get(i).in(Unit.MILLIMETRE), 3));
        }
        return typed;
    }

    /** The reading of somebody who works as intended. */
    public static Answer answer(Ask ask) {
        if (ask.spread().isPresent()) {
            List<Quantity> each = ask.spread().get().intended(ask.band());
            return Answer.each(ask.id(), ask.ask(), each, ask.judge(each));
        }
        Optional<Quantity> read = ask.band().map(b -> b.target().orElse(b.max()));
        String seen = ask.expected()
                .orElse(ask.choices().isEmpty() ? "" : ask.choices().get(0));
        return Answer.once(
                ask.id(),
                ask.ask(),
                read,
                Optional.of(seen),
                read.map(ask::judge).orElseGet(() -> ask.judge(seen)),
                Optional.empty());
    }
}
