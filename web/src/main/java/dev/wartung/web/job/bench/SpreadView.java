package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.Tightening.Turn;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.drawing.FlangeDrawing;
import dev.wartung.core.drawing.FlangeDrawing.Mark;
import dev.wartung.core.drawing.FlangeDrawing.State;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Spread;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A reading taken at several places, as the bench shows it.
 *
 * @param svg      the picture under the fields
 * @param places   the fields on the picture; none for a bolt-up
 * @param list     the bolt-up so far, as it is kept in the form
 * @param stage    the running stage and bolt, in words
 * @param setting  what the wrench is set to for the running turn
 * @param last     what there is to say of the last turn: too much or too little for its stage
 * @param byHand   what to do at this turn where the wrench does not reach so low; else nothing
 * @param verdict  of all, once everything is read
 * @param troubles of the wrench, by field
 */
record SpreadView(
        AtPlaces ask,
        String svg,
        List<PlaceField> places,
        String list,
        String stage,
        String setting,
        String last,
        Message byHand,
        Optional<Verdict> verdict,
        boolean complete,
        Map<String, String> troubles) {

    private static final Message BY_HAND = Message.of(
            "spread.by-hand",
            "Less than this wrench measures. Take a smaller one; or run this stage up by hand with a short spanner, in"
                    + " the same order and evenly, until each nut just seats. The wrench takes over at the next stage.");

    /** A field on the picture. */
    record PlaceField(String field, String name, double x, double y, String value) {}

    public boolean run() {
        return ask.spread().how() == How.RUN;
    }

    static SpreadView of(AtPlaces ask, Map<String, String> typed, UnitSystem units, Optional<ReadWith> with) {
        SpreadForm form = new SpreadForm(ask, typed, units);
        Optional<Verdict> verdict = form.complete() ? Optional.of(ask.judge(form.read(), with)) : Optional.empty();
        return ask.spread().how() == How.RUN
                ? run(ask, form, typed, units, verdict, with)
                : map(ask, form, typed, units, verdict);
    }

    private static SpreadView map(
            AtPlaces ask, SpreadForm form, Map<String, String> typed, UnitSystem units, Optional<Verdict> verdict) {
        Spread spread = ask.spread();
        List<PlaceField> places = new ArrayList<>();
        for (int i = 0; i < spread.count(); i++) {
            String field = StepFields.place(ask, i);
            places.add(new PlaceField(
                    field,
                    ask.ask() + ", " + spread.names().get(i),
                    FlangeDrawing.besideX(spread.pattern(), i),
                    FlangeDrawing.besideY(spread.pattern(), i),
                    typed.getOrDefault(field, "")));
        }
        String svg = spread.how() == How.MAP && form.complete()
                ? spread.report(form.read()).picture(units)
                : spread.how() == How.MAP
                        ? FlangeDrawing.svg(
                                spread.pattern(),
                                FlangeDrawing.plain(spread.pattern()),
                                spread.pattern().order(),
                                Optional.empty(),
                                ask.ask())
                        : FlangeDrawing.bare(spread.pattern(), roundMarks(ask, spread, form), List.of(), ask.ask());
        return new SpreadView(ask, svg, places, "", "", "", "", Message.NONE, verdict, form.complete(), Map.of());
    }

    private static List<Mark> roundMarks(AtPlaces ask, Spread spread, SpreadForm form) {
        return spread.how() == How.ROUND && form.complete()
                ? form.read().stream()
                        .map(q -> new Mark(
                                ask.band().orElseThrow().judge(q) == Outcome.WITHIN ? State.DONE : State.OFF, ""))
                        .toList()
                : FlangeDrawing.plain(spread.pattern());
    }

    private static SpreadView run(
            AtPlaces ask,
            SpreadForm form,
            Map<String, String> typed,
            UnitSystem units,
            Optional<Verdict> verdict,
            Optional<ReadWith> with) {
        Spread spread = ask.spread();
        Band band = ask.band().orElseThrow();
        WrenchForm wrench = new WrenchForm(typed, ask.toolOffsetM(), units);
        int done = form.read().size();
        Optional<Turn> now = spread.tightening().after(done);
        int stages = spread.tightening().shares().size();
        String stage = now.map(t -> (t.stage() > stages ? "Round pass" : "Stage " + t.stage() + " of " + stages)
                        + " · bolt " + (t.bolt() + 1) + " · turn " + (done + 1) + " of " + spread.count())
                .orElse("All " + spread.count() + " turns are done");
        String setting = now.map(
                        t -> units.shown(SpreadForm.torque(wrench.wrench().setting(spread.asked(t, band)))))
                .orElse("");
        return new SpreadView(
                ask,
                flange(spread, marks(spread, form, band, now), stage),
                List.of(),
                form.listWith(List.of()),
                stage,
                setting,
                last(spread, form, band, units),
                ask.isStopped()
                        ? ask.note()
                        : now.filter(t -> with.filter(w -> !w.can().reaches(SpreadForm.torque(spread.asked(t, band))))
                                        .isPresent())
                                .map(t -> BY_HAND)
                                .orElse(Message.NONE),
                verdict,
                form.complete(),
                wrench.troubles());
    }

    /** A diaphragm between flanges lies over its weir. */
    private static String flange(Spread spread, List<Mark> marks, String title) {
        return spread.compression().isPresent() || spread.parallel().isPresent()
                ? FlangeDrawing.svg(spread.pattern(), marks, spread.pattern().order(), Optional.empty(), title)
                : FlangeDrawing.bare(spread.pattern(), marks, spread.pattern().order(), title);
    }

    private static List<Mark> marks(Spread spread, SpreadForm form, Band band, Optional<Turn> now) {
        List<Turn> turns = spread.tightening().turns();
        int stage = now.map(Turn::stage).orElse(turns.get(turns.size() - 1).stage());
        List<Mark> marks = new ArrayList<>(FlangeDrawing.plain(spread.pattern()));
        for (int i = 0; i < form.read().size(); i++) {
            if (turns.get(i).stage() == stage) {
                marks.set(
                        turns.get(i).bolt(),
                        new Mark(
                                spread.judgeTurn(i, form.read().get(i), band) == Outcome.WITHIN
                                        ? State.DONE
                                        : State.OFF,
                                ""));
            }
        }
        now.ifPresent(t -> marks.set(t.bolt(), new Mark(State.RUNNING, "")));
        return marks;
    }

    private static String last(Spread spread, SpreadForm form, Band band, UnitSystem units) {
        if (form.read().isEmpty()) {
            return "";
        }
        int at = form.read().size() - 1;
        Quantity torque = form.read().get(at);
        Turn turn = spread.tightening().turns().get(at);
        String asked = units.shown(SpreadForm.torque(spread.asked(turn, band)));
        return switch (spread.judgeTurn(at, torque, band)) {
            case LOW -> "Bolt " + (turn.bolt() + 1) + " got " + units.shown(torque) + ", asked for " + asked
                    + ". Take it back and pull again.";
            case HIGH -> "Bolt " + (turn.bolt() + 1) + " got " + units.shown(torque) + ", asked for " + asked
                    + ". Slacken it, take the turn back, and pull again.";
            default -> "";
        };
    }
}
