package dev.wartung.core.lab;

import dev.wartung.core.drawing.OldSealDrawing;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Autopsy;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sealing.Autopsy.Cause;
import dev.wartung.core.sheet.Knowledge;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What an old seal tells. */
final class OldSealReading implements Instrument {

    private static final Plate PLATE = new Plate(
            "old-seal",
            "What the old seal tells",
            "Before it goes into the bin: look at it, and find the cause.",
            Drawer.JUDGEMENT,
            "Appearance to causes, most likely first, with what to look at in this job.",
            "Chemistry of swelling and ageing, and trade practice; each appearance says which.",
            "What the seal went through between two looks. Several causes look alike; what was found beside it decides.");
    private static final Autopsy AUTOPSY = Knowledge.oldSeals();

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        Map<String, String> looks = new LinkedHashMap<>();
        AUTOPSY.appearances().forEach(a -> looks.put(a.id(), a.name()));
        return List.of(Field.choice("look", "It looks", looks));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Appearance appearance = AUTOPSY.appearance(in.text("look")).orElseThrow();
        Result.Builder result = new Result.Builder();
        int rank = 1;
        for (Cause cause : appearance.causes()) {
            result.words("cause-" + rank, rank == 1 ? "Most likely" : "Then", cause.name());
            rank++;
        }
        result.note(Message.of(
                "lab.old-seal.tell",
                "How to tell: {look}",
                "look",
                EarlierText.of("old-seal.look", appearance.look())));
        appearance
                .causes()
                .forEach(c -> result.note(Message.of(
                        "lab.old-seal.because",
                        "{cause}: {because}",
                        "cause",
                        Message.of("old-seal.cause", c.name()),
                        "because",
                        EarlierText.of("old-seal.because", c.because()))));
        appearance
                .checks()
                .forEach(c -> result.finding(
                        Result.Tone.CARE,
                        Message.of(
                                "lab.old-seal.check",
                                c.say().endsWith("?") ? "{check}" : "{check}.",
                                "check",
                                EarlierText.of("old-seal.check", c.say())),
                        Message.NONE));
        return result.finding(Result.Tone.GOOD, EarlierText.of("old-seal.hint", appearance.hint()), Message.NONE)
                .picture(OldSealDrawing.svg(appearance.id(), appearance.name()))
                .done();
    }
}
