package dev.wartung.web.stores;

import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.area.Lines;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The greases on site: which there are for an area, taking a tin in, and noting that one is empty. */
@Service
public class GreaseStore {

    /**
     * Product lines are cleaned hot everywhere; an area with no rule of its own is taken to get as hot as its cleaning:
     * 353 K, 80 °C.
     */
    private static final double HOT_CLEANING_K = 353.15;

    private static final int LONGEST = 60;
    static final Message BELIEVABLE = Message.of(
            "stores.believable",
            "Between {least} and {most}.",
            "least",
            Quantity.of(-40, Unit.CELSIUS),
            "most",
            Quantity.of(400, Unit.CELSIUS));

    private final GreaseTins tins;
    private final AreaRules rules;
    private final Lines lines;
    private final Clock clock;

    GreaseStore(GreaseTins tins, AreaRules rules, Lines lines, Clock clock) {
        this.lines = lines;
        this.tins = tins;
        this.rules = rules;
        this.clock = clock;
    }

    /** What may be taken where no area asks for more than usual. */
    @Transactional(readOnly = true)
    public GreaseShelf shelf() {
        return new GreaseShelf(Knowledge.lubrication(), tinsOnSite(), Set.of(), HOT_CLEANING_K);
    }

    private List<GreaseShelf.Tin> tinsOnSite() {
        return onSite().stream().map(GreaseTin::tin).toList();
    }

    /**
     * What may be taken at a valve, and by what it is judged there: what its area asks for, and the heat of its line
     * where that is said, else of its area.
     */
    @Transactional(readOnly = true)
    public GreaseShelf shelf(Valve valve) {
        Optional<AreaRule> rule = rules.findById(valve.area());
        Optional<Double> hottestK = lines.use(valve.area(), valve.line()).hottestK();
        return new GreaseShelf(
                Knowledge.lubrication(),
                tinsOnSite(),
                rule.map(AreaRule::claims).orElse(Set.of()),
                hottestK.or(() -> rule.map(AreaRule::hottestK)).orElse(HOT_CLEANING_K));
    }

    /** The same for a step; where it greases nothing, nothing is looked for. */
    @Transactional(readOnly = true)
    public GreaseShelf shelf(Valve valve, Step step) {
        return step.films().isEmpty()
                ? new GreaseShelf(Knowledge.lubrication(), List.of(), Set.of(), HOT_CLEANING_K)
                : shelf(valve);
    }

    @Transactional(readOnly = true)
    public List<GreaseTin> onSite() {
        return tins.findByUsedUpOnIsNullOrderByNameAscLotAsc();
    }

    @Transactional(readOnly = true)
    public List<AreaRule> rules() {
        return rules.findAll();
    }

    /** Keeps what an area asks for. */
    @Transactional
    public void ask(String area, Set<String> claims, double hottestK) {
        rules.save(new AreaRule(area, claims, hottestK));
    }

    /** Takes a tin in. */
    @Transactional
    public void takeIn(Tin tin) {
        tins.save(new GreaseTin(tin.grease(), tin.lot()));
    }

    /**
     * Reads a tin as it was typed and takes it in.
     *
     * @return what is wrong, by field; empty when it was taken in
     */
    @Transactional
    public Map<String, String> takeIn(Map<String, String> typed, UnitSystem units) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String name = text("name", "Type what stands on the tin.", typed, troubles);
        String lot = text("lot", "Type or scan its lot.", typed, troubles);
        if (onSite().stream().anyMatch(t -> t.lot().equalsIgnoreCase(lot))) {
            troubles.put("lot", "A tin of lot " + lot + " is on the list already.");
        }
        Entry stands = Entry.read(typed.getOrDefault("hottest", ""), units.unit(Dimension.TEMPERATURE));
        double hottestK = stands instanceof Entry.Understood understood
                ? understood.quantity().si()
                : 0;
        if (stands instanceof Entry.NotUnderstood not) {
            troubles.put("hottest", not.reason());
        } else if (!believable(hottestK)) {
            troubles.put("hottest", new Wording(units).of(BELIEVABLE));
        }
        var matrix = Knowledge.lubrication();
        Set<String> claims = matrix.claims().stream()
                .map(c -> c.id())
                .filter(c -> typed.containsKey("claim." + c))
                .collect(Collectors.toSet());
        one("oil", matrix.oils().stream().anyMatch(o -> o.id().equals(typed.getOrDefault("oil", ""))), troubles);
        one(
                "thickener",
                matrix.thickeners().stream().anyMatch(t -> t.id().equals(typed.getOrDefault("thickener", ""))),
                troubles);
        one(
                "registration",
                matrix.registrations().stream().anyMatch(r -> r.id().equals(typed.getOrDefault("registration", ""))),
                troubles);
        if (troubles.isEmpty()) {
            Grease grease = new Grease(
                    name,
                    typed.getOrDefault("oil", ""),
                    typed.getOrDefault("thickener", ""),
                    typed.getOrDefault("registration", ""),
                    claims,
                    hottestK);
            matrix.contradictions(grease).forEach(c -> troubles.put("claims", new Wording(units).of(c)));
            if (troubles.isEmpty()) {
                takeIn(new Tin(grease, lot));
            }
        }
        return troubles;
    }

    /** Whether a heat is one that a line or a grease can have. */
    static boolean believable(double kelvin) {
        return kelvin >= 233.15 && kelvin <= 673.15;
    }

    private static void one(String field, boolean known, Map<String, String> troubles) {
        if (!known) {
            troubles.put(field, "Choose one.");
        }
    }

    private static String text(String field, String missing, Map<String, String> typed, Map<String, String> troubles) {
        String value = typed.getOrDefault(field, "").strip();
        if (value.isEmpty()) {
            troubles.put(field, missing);
        } else if (value.length() > LONGEST) {
            troubles.put(field, "Keep it under " + LONGEST + " letters.");
        }
        return value;
    }

    /** A tin is empty: nothing is chosen from it any more. */
    @Transactional
    public void usedUp(long id) {
        tins.findById(id).ifPresent(t -> t.usedUp(LocalDate.now(clock)));
    }
}
