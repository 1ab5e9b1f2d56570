package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.Tightening.Turn;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Spread;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * A reading taken at several places, as typed. A map has a field for each place. A bolt-up is a list that grows turn by
 * turn: the torque at the bolt in
 * newton metre, whatever the wrench showed, parted by semicolons.
 */
final class SpreadForm {

    private final AtPlaces ask;
    private final Spread spread;
    private final Map<String, String> typed;
    private final UnitSystem units;
    private final Map<String, String> troubles = new LinkedHashMap<>();
    private final List<Quantity> read = new ArrayList<>();

    SpreadForm(AtPlaces ask, Map<String, String> typed, UnitSystem units) {
        this.ask = ask;
        this.spread = ask.spread();
        this.typed = typed;
        this.units = units;
        if (spread.how() == How.RUN) {
            turns();
        } else {
            places();
        }
    }

    private void turns() {
        for (String text : typed.getOrDefault(StepFields.READING + ask.id(), "").split(";")) {
            if (!text.isBlank()
                    && read.size() < spread.count()
                    && Entry.read(text, Unit.NEWTON_METRE) instanceof Entry.Understood understood) {
                read.add(understood.quantity());
            }
        }
        if (read.size() < spread.count()) {
            troubles.put(StepFields.READING + ask.id(), read.size() + " of " + spread.count() + " turns are done.");
        }
    }

    private void places() {
        for (int i = 0; i < spread.count(); i++) {
            String text = typed.getOrDefault(StepFields.place(ask, i), "").strip();
            if (Entry.read(text, units.unit(ask.measured())) instanceof Entry.Understood understood) {
                spread.nonsense(understood.quantity()).ifPresent(reason -> trouble(new Wording(units).of(reason)));
                read.add(understood.quantity());
            } else if (Entry.read(text, units.unit(ask.measured())) instanceof Entry.NotUnderstood not) {
                trouble(spread.names().get(i) + ": " + (text.isEmpty() ? "not read yet." : not.reason()));
            }
        }
    }

    private void trouble(String reason) {
        troubles.putIfAbsent(
                StepFields.READING + ask.id(), reason.substring(0, 1).toUpperCase(Locale.ROOT) + reason.substring(1));
    }

    /** Empty when everything is read and understood. */
    Map<String, String> troubles() {
        return troubles;
    }

    /** What was understood so far, in order. */
    List<Quantity> read() {
        return read;
    }

    /** Why what counts of it cannot have been read with a tool; empty where it can. */
    Optional<String> beyond(Optional<ReadWith> with) {
        int counts = spread.how() == How.RUN ? spread.pattern().size() : read.size();
        double atBolt = ask.measured() == Dimension.TORQUE
                ? new WrenchForm(typed, ask.toolOffsetM(), units).wrench().atBolt(1)
                : 1;
        return read.subList(read.size() - counts, read.size()).stream()
                .flatMap(q -> StepForm.beyond(q, with, atBolt, units).stream())
                .findFirst();
    }

    boolean complete() {
        return troubles.isEmpty();
    }

    /** The list of a bolt-up with more turns done. */
    String listWith(List<Double> torquesNm) {
        List<Double> all = new ArrayList<>(read.stream().map(Quantity::si).toList());
        all.addAll(torquesNm);
        return list(all);
    }

    /** The list without its last turn. */
    String listWithoutLast() {
        return list(read.stream()
                .limit(Math.max(0, read.size() - 1))
                .map(Quantity::si)
                .toList());
    }

    /** @param torquesNm at the bolt, in the order of the turns */
    static String list(List<Double> torquesNm) {
        return String.join(
                ";", torquesNm.stream().map(t -> Quantity.rounded(t, 3)).toList());
    }

    /** What the rest of the running stage is tightened to, from the running turn on. */
    List<Double> restOfStage() {
        List<Turn> turns = spread.tightening().turns();
        if (read.size() >= turns.size()) {
            return List.of();
        }
        int stage = turns.get(read.size()).stage();
        return turns.stream()
                .skip(read.size())
                .filter(t -> t.stage() == stage)
                .map(t -> spread.asked(t, ask.band().orElseThrow()))
                .toList();
    }

    static Quantity torque(double newtonMetre) {
        return new Quantity(newtonMetre, Dimension.TORQUE);
    }
}
