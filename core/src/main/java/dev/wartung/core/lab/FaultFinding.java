package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.fault.FaultFinder;
import dev.wartung.core.fault.FaultFinder.Question;
import dev.wartung.core.fault.FaultFinder.Suspect;
import dev.wartung.core.fault.FaultFinder.Symptom;
import dev.wartung.core.message.Message;
import dev.wartung.core.sheet.Knowledge;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** From a symptom to the part at fault. */
final class FaultFinding implements Instrument {

    private static final Plate PLATE = new Plate(
            "fault-finder",
            "Fault finder",
            "From what is wrong, by a few questions, to the part and how to make sure.",
            Drawer.JUDGEMENT,
            "Each answer speaks for some causes; the one most answers speak for comes first.",
            "Trade practice.",
            "Two faults at once, and what nobody looked at. Where an answer does not fit, go back and answer with “not known”.");
    private static final FaultFinder FINDER = Knowledge.faults();
    private static final String UNKNOWN = "not known";

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        Map<String, String> symptoms = new LinkedHashMap<>();
        FINDER.symptoms().forEach(s -> symptoms.put(s.id(), s.name()));
        List<Field> fields = new ArrayList<>();
        fields.add(Field.choice("symptom", "What is wrong", symptoms).shaping());
        Symptom symptom = symptom(
                Instrument.chosen(typed, "symptom", FINDER.symptoms().get(0).id()));
        for (Question question : symptom.questions()) {
            Map<String, String> answers = new LinkedHashMap<>();
            answers.put(UNKNOWN, UNKNOWN);
            question.answers().keySet().forEach(a -> answers.put(a, a));
            fields.add(Field.choice(question.id(), question.ask(), answers));
        }
        return fields;
    }

    private static Symptom symptom(String id) {
        return FINDER.symptom(id).orElse(FINDER.symptoms().get(0));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Symptom symptom = symptom(in.text("symptom"));
        Map<String, String> answers = new HashMap<>();
        symptom.questions().forEach(q -> {
            if (!in.text(q.id()).equals(UNKNOWN)) {
                answers.put(q.id(), in.text(q.id()));
            }
        });
        List<Suspect> suspects = FINDER.suspects(symptom, answers);
        Result.Builder result = new Result.Builder();
        result.words("likely", "Most likely", suspects.get(0).cause().said());
        result.note(Message.of(
                "lab.fault.sure",
                "To make sure: {confirm}",
                "confirm",
                suspects.get(0).cause().makingSure()));
        suspects.forEach(s -> result.finding(
                s.open() && s.answered() > 0 ? Result.Tone.CARE : Result.Tone.NOTE,
                Message.of(
                        "lab.fault.suspect",
                        "{cause}. {why}",
                        "cause",
                        s.cause().said(),
                        "why",
                        s.cause().whyLikely()),
                s.cause().todo().isEmpty()
                        ? Message.of(
                                "lab.fault.renew",
                                "Renew it. “What is wrong?” on the valve's page starts the smallest job for it.")
                        : s.cause().cured()));
        result.tableOf(
                Message.of("lab.fault.speaks", "What speaks for what"),
                List.of("Cause", "Answers for it", "Make sure by"),
                suspects.stream()
                        .map(s -> List.of(
                                s.cause().said(),
                                Message.of(
                                        "lab.fault.answers",
                                        "{for} of {all}",
                                        "for",
                                        s.speaksFor(),
                                        "all",
                                        s.answered()),
                                s.cause().makingSure()))
                        .toList());
        return result.picture(picture(symptom, suspects)).done();
    }

    /** A bar for each suspect, as long as answers speak for it. */
    private static String picture(Symptom symptom, List<Suspect> suspects) {
        Svg svg = new Svg(560, 60 + suspects.size() * 52, "suspects", symptom.name() + ": what the answers speak for");
        svg.text(14, 30, symptom.name(), "label strong", "start");
        for (int i = 0; i < suspects.size(); i++) {
            Suspect suspect = suspects.get(i);
            double y = 48 + i * 52.0;
            double share =
                    suspect.answered() == 0 ? 1.0 / suspects.size() : suspect.speaksFor() / (double) suspect.answered();
            svg.rect(14, y + 20, 532, 16, "cell")
                    .rect(
                            14,
                            y + 20,
                            532 * share,
                            16,
                            suspect.open() && suspect.answered() > 0 ? "cell care full" : "cell plain");
            svg.text(14, y + 14, suspect.cause().name(), i == 0 ? "label strong" : "label", "start");
        }
        return svg.svg();
    }
}
