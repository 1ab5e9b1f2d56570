package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.bolting.Tightening.Turn;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.inspection.Inspection;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.JobView;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.stores.Stores;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What is typed at a step, as far as it can be judged by comparing alone: limits as they are drawn in for each tool,
 * answers that pass, lots and tins that are known. Whatever takes more than comparing waits for the network, with the
 * reason.
 */
@Component
class AheadRules {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** A lot that no store has. */
    private static final String NO_LOT = "\u2014";

    private final ToolsAtHand atHand;
    private final LocksAtHand locks;
    private final GreaseStore greases;
    private final Stores stores;
    private final CurrentAccount current;

    AheadRules(ToolsAtHand atHand, LocksAtHand locks, GreaseStore greases, Stores stores, CurrentAccount current) {
        this.atHand = atHand;
        this.locks = locks;
        this.greases = greases;
        this.stores = stores;
        this.current = current;
    }

    UnitSystem units() {
        return current.get().units();
    }

    static boolean isRun(AtPlaces asked) {
        return asked.spread().how() == How.RUN;
    }

    /** @return JSON */
    String of(JobView view, Step step) {
        ObjectNode rules = JSON.createObjectNode().put("step", step.id());
        Optional<String> waits = waits(view, step);
        waits.ifPresent(why -> rules.put("waits", why));
        ArrayNode asks = rules.putArray("asks");
        for (Ask ask : step.asks()) {
            asks.add(ask.in(new Rule(view, step)));
        }
        ArrayNode tools = rules.putArray("tools");
        atHand.at(step, Map.of(), Map.of()).lines().forEach(line -> {
            ArrayNode usable = tools.addObject()
                    .put("field", line.field())
                    .put("say", "Which one was it?")
                    .putArray("usable");
            line.usable().forEach(tool -> usable.add(tool.number()));
        });
        if (step.kitCount()) {
            counted(rules, view.supplies());
        }
        ArrayNode ticks = rules.putArray("ticks");
        locks.at(view, step).each().forEach(each -> ticks.addObject()
                .put("field", each.field())
                .put("instead", each.off() ? "" : each.insteadField())
                .put("say", each.off() ? "Not taken off yet." : "Not locked yet."));
        if (!step.films().isEmpty()) {
            tins(rules, view, step);
        }
        return JSON.writeValueAsString(rules);
    }

    /** @return JSON: how a length is typed */
    String length() {
        ObjectNode rule = JSON.createObjectNode();
        unit(rule, Dimension.LENGTH);
        return JSON.writeValueAsString(rule);
    }

    /** The unit that is meant where none is typed, and all that may be. */
    private void unit(ObjectNode rule, Dimension measured) {
        Unit unit = units().unit(measured);
        rule.put("unit", unit.symbol()).put("below", measured == Dimension.TEMPERATURE || measured == Dimension.ANGLE);
        // a megapascal is told from a millipascal by its case: that is read where the network is
        ArrayNode known = rule.putArray("units");
        known.add(in(unit));
        Stream.of(Unit.values())
                .filter(u -> u.dimension() == measured && u != unit && u != Unit.MEGAPASCAL)
                .forEach(u -> known.add(in(u)));
    }

    private static ObjectNode in(Unit unit) {
        ObjectNode each = JSON.createObjectNode().put("factor", unit.factor()).put("offset", unit.offset());
        ArrayNode names = each.putArray("names");
        unit.names().forEach(names::add);
        return each;
    }

    /** Why a step cannot be confirmed where there is no network, whatever is typed; empty where it can. */
    private Optional<String> waits(JobView view, Step step) {
        Optional<Message> blocked =
                view.judgement().blocks(step, view.progress().cannotBeLeft().isPresent());
        if (blocked.isPresent()) {
            return blocked.map(new Wording(units())::of);
        }
        if (step.secondPerson()) {
            return Optional.of("This step takes two, and the second one's name is checked where the network is.");
        }
        boolean map = step.asks().stream()
                .anyMatch(a -> a instanceof AtPlaces places && places.spread().how() == How.MAP);
        if (map) {
            return Optional.of("A map of gaps is worked out where the network is.");
        }
        return step.asks().stream().anyMatch(Ask::isStopped)
                ? Optional.of("Nothing is tightened here: the reason stands at the reading.")
                : Optional.empty();
    }

    private void counted(ObjectNode rules, Supplies supplies) {
        ArrayNode ticks = rules.putArray("pieces");
        ObjectNode lots = rules.putObject("lots");
        ArrayNode empty = rules.putArray("empty");
        supplies.kit().ifPresent(kit -> {
            lots.set(StepFields.KIT_LOT, fitness(kit.id()).put("say", "Type or scan the kit's lot."));
            rules.put("kit", kit.id());
        });
        for (Supplies.Piece piece : supplies.toCount()) {
            ticks.add(StepFields.HAVE + piece.part());
            if (!supplies.inKit().contains(piece)) {
                lots.set(StepFields.LOT + piece.part(), fitness(piece.article()).put("say", "Type or scan its lot."));
                empty.add(StepFields.ARTICLE + piece.part());
            }
        }
    }

    /** What each lot of an item comes to: why it must not be fitted, or why it is in doubt; and any other lot. */
    private ObjectNode fitness(String item) {
        ObjectNode known = JSON.createObjectNode();
        if (item.isEmpty()) {
            return known;
        }
        ObjectNode lots = known.putObject("known");
        stores.lotsOf(item).forEach(lot -> {
            Stores.Fitness found = stores.fitness(item, lot);
            ObjectNode each = lots.putObject(lot.toLowerCase(Locale.ROOT));
            found.stop().ifPresent(why -> each.put("stop", why));
            found.doubt().ifPresent(why -> each.put("doubt", why));
        });
        stores.fitness(item, NO_LOT).doubt().ifPresent(why -> known.put("unknown", why.replace(NO_LOT, "{lot}")));
        return known;
    }

    /** What each tin on the shelf comes to at this step, and none named. */
    private void tins(ObjectNode rules, JobView view, Step step) {
        var shelf = greases.shelf(view.job().valve());
        ObjectNode tins = rules.putObject("tins");
        Map<String, String> none = new HashMap<>();
        new GreaseForm(step, shelf, Map.of()).greased(none, Optional::empty, new Wording(units()));
        none.values().stream().findFirst().ifPresent(why -> tins.put("none", why));
        ObjectNode known = tins.putObject("known");
        shelf.tins().forEach(tin -> {
            Map<String, String> troubles = new HashMap<>();
            new GreaseForm(step, shelf, Map.of(GreaseForm.LOT, tin.lot()))
                    .greased(troubles, Optional::empty, new Wording(units()));
            known.put(
                    tin.lot().toLowerCase(Locale.ROOT),
                    troubles.values().stream().findFirst().orElse(""));
        });
        tins.put("list", shelf.keepsAList());
    }

    /** One reading's rule. */
    private final class Rule implements Ask.Cases<ObjectNode> {

        private final JobView view;
        private final Step step;
        private final Wording wording = new Wording(units());

        Rule(JobView view, Step step) {
            this.view = view;
            this.step = step;
        }

        private ObjectNode about(Ask ask) {
            ObjectNode rule = JSON.createObjectNode()
                    .put("kind", ask.kind())
                    .put("id", ask.id())
                    .put("critical", ask.critical());
            ask.same().ifPresent(same -> {
                rule.put("same", same.as())
                        .put(
                                "known",
                                view.progress().confirmed().stream()
                                        .flatMap(c -> c.answers().stream())
                                        .anyMatch(a -> a.ask().equals(same.as())));
                same.within().ifPresent(within -> rule.put("within", within.si()));
            });
            return rule;
        }

        private void limits(ObjectNode rule, Band band) {
            rule.put("min", band.min().si()).put("max", band.max().si());
        }

        /** By tool: from where to where it reads, and what is surely within with it, where that is what counts. */
        private void tools(ObjectNode rule, Ask ask, Optional<Band> band) {
            ToolForm plain = atHand.at(step, Map.of(), Map.of());
            ObjectNode with = rule.putObject("with");
            plain.lines().stream()
                    .flatMap(line -> line.usable().stream().map(tool -> Map.entry(line.field(), tool.number())))
                    .forEach(tool -> {
                        Map<String, String> typed = Map.of(tool.getKey(), tool.getValue());
                        Optional<ReadWith> inHand =
                                atHand.at(step, typed, Map.of()).readWith(ask);
                        inHand.ifPresent(known -> {
                            rule.put("tool", tool.getKey());
                            ObjectNode each = with.putObject(tool.getValue());
                            each.put("from", known.can().from().si())
                                    .put("to", known.can().to().si());
                            StepForm.beyond(
                                            new Quantity(
                                                    known.can().to().si() + 1,
                                                    known.can().to().dimension()),
                                            inHand,
                                            atBolt(ask),
                                            units())
                                    .ifPresent(why -> each.put("beyond", why));
                            if (known.guarded()) {
                                each.put("guarded", true);
                                band.flatMap(known.can()::sure).ifPresent(sure -> limits(each, sure));
                            }
                        });
                    });
        }

        private double atBolt(Ask ask) {
            return ask instanceof Measurement once && once.measured() == Dimension.TORQUE
                    ? new WrenchForm(Map.of(), once.toolOffsetM(), units())
                            .wrench()
                            .atBolt(1)
                    : ask instanceof AtPlaces places && places.measured() == Dimension.TORQUE
                            ? new WrenchForm(Map.of(), places.toolOffsetM(), units())
                                    .wrench()
                                    .atBolt(1)
                            : 1;
        }

        @Override
        public ObjectNode measurement(Measurement once) {
            ObjectNode rule = about(once);
            unit(rule, once.measured());
            rule.put("atBolt", atBolt(once));
            once.band().ifPresent(band -> limits(rule, band));
            rule.put("low", wording.of(once.low()))
                    .put("high", wording.of(once.high()))
                    .put("unsure", wording.of(Verdict.unsure(once.asked()).next()));
            tools(rule, once, once.band());
            return rule;
        }

        @Override
        public ObjectNode atPlaces(AtPlaces places) {
            ObjectNode rule = about(places);
            unit(rule, places.measured());
            rule.put("atBolt", atBolt(places)).put("how", places.spread().how().name());
            rule.put("count", places.spread().count());
            ArrayNode names = rule.putArray("names");
            places.spread().names().forEach(names::add);
            rule.put("uneven", places.spread().unevenM());
            places.band().ifPresent(band -> limits(rule, band));
            tools(rule, places, places.band());
            if (isRun(places) && places.band().isPresent()) {
                rule.put("last", places.spread().pattern().size());
                ArrayNode turns = rule.putArray("turns");
                for (Turn turn : places.spread().tightening().turns()) {
                    Band stage = places.spread().limits(turn, places.band().get());
                    turns.addObject()
                            .put(
                                    "asked",
                                    places.spread().asked(turn, places.band().get()))
                            .put("stage", turn.stage())
                            .put("min", stage.min().si())
                            .put("max", stage.max().si());
                }
            }
            return rule;
        }

        @Override
        public ObjectNode observation(Observation seen) {
            ObjectNode rule = about(seen);
            ArrayNode choices = rule.putArray("choices");
            for (String choice : seen.choices()) {
                Verdict verdict = seen.judge(choice);
                choices.addObject()
                        .put("value", choice)
                        .put("passed", verdict.passed())
                        .put("next", wording.of(verdict.next()))
                        .put("stands", seen.identifies().isEmpty())
                        .put("decides", decides(seen, choice));
            }
            return rule;
        }

        /** Whether an answer is a finding from which more follows than that it is kept. */
        private boolean decides(Observation seen, String choice) {
            return Optional.ofNullable(seen.finds().get(choice))
                    .map(found -> Knowledge.inspection()
                            .kind(found.point(), found.kind())
                            .map(kind -> Inspection.decide(kind, Optional.empty(), Optional.empty())
                                            .decision()
                                    != Decision.FIT)
                            .orElse(true))
                    .orElse(false);
        }
    }
}
