package dev.wartung.web.site;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.school.School;
import dev.wartung.core.sheet.Schools;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The plant's own way of working: schools and special tools. */
@Controller
class SiteController {

    private static final String SCHOOL = "school.";
    private static final String TOOL = "tool.";
    private static final double LEAST_AIR_PA = 1e4;
    private static final double MOST_AIR_PA = 20e5;

    private final Site site;
    private final Sheets sheets;
    private final CurrentAccount current;
    private final PlantClock clock;

    SiteController(Site site, Sheets sheets, CurrentAccount current, PlantClock clock) {
        this.site = site;
        this.sheets = sheets;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/site")
    String site(@RequestParam(required = false) String kept, Model model) {
        var choices = site.practice().site();
        return show(choices.answers(), choices.tools(), List.of(), kept != null, model);
    }

    @PostMapping("/site")
    String choose(@RequestParam Map<String, String> form, Model model) {
        Map<String, String> chosen = new TreeMap<>();
        Set<String> owned = new TreeSet<>();
        form.forEach((field, value) -> {
            if (field.startsWith(SCHOOL) && !value.isBlank()) {
                chosen.put(field.substring(SCHOOL.length()), value);
            } else if (field.startsWith(TOOL)) {
                owned.add(field.substring(TOOL.length()));
            }
        });
        List<Message> troubles = site.choose(chosen, owned, current.get());
        return troubles.isEmpty() ? "redirect:/site?kept" : show(chosen, owned, troubles, false, model);
    }

    @PostMapping("/site/air")
    String air(
            @RequestParam(defaultValue = "") String nominal,
            @RequestParam(defaultValue = "") String lowest,
            @RequestParam(name = "margin", defaultValue = "") String typedMargin,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        // who says nothing of it leaves it as it is
        String margin = typedMargin.isBlank() ? Quantity.rounded(site.margin(), 2) : typedMargin;
        Map<String, String> troubles = new LinkedHashMap<>();
        OptionalDouble usual = pressure(nominal, "nominal", units, troubles);
        OptionalDouble least = pressure(lowest, "lowest", units, troubles);
        if (troubles.isEmpty() && least.getAsDouble() > usual.getAsDouble()) {
            troubles.put("lowest", "What is guaranteed is not more than what there usually is.");
        }
        if (!margin.strip().matches("[1-5]([.,]\\d{1,2})?") || times(margin) > MOST_MARGIN) {
            troubles.put("margin", "A number from 1 to 5, for instance 1.25.");
        }
        if (troubles.isEmpty()) {
            site.hasAir(new Air(usual.getAsDouble(), least.getAsDouble()), times(margin), current.get());
            return "redirect:/site?kept";
        }
        model.addAttribute("airTyped", Map.of("nominal", nominal, "lowest", lowest, "margin", margin));
        model.addAttribute("airTroubles", troubles);
        var choices = site.practice().site();
        return show(choices.answers(), choices.tools(), List.of(), false, model);
    }

    @PostMapping("/site/readings")
    String readings(@RequestParam(defaultValue = "guarded") String rule) {
        site.guardReadings(!rule.equals("simple"), current.get());
        return "redirect:/site?kept";
    }

    @PostMapping("/site/time")
    String time(@RequestParam(defaultValue = "") String zone, Model model) {
        Optional<String> trouble = clock.livesBy(zone, current.get());
        if (trouble.isEmpty()) {
            return "redirect:/site?kept";
        }
        model.addAttribute("zoneTyped", zone);
        model.addAttribute("zoneTrouble", trouble.get());
        var choices = site.practice().site();
        return show(choices.answers(), choices.tools(), List.of(), false, model);
    }

    private static double times(String margin) {
        return Double.parseDouble(margin.strip().replace(',', '.'));
    }

    private static final double MOST_MARGIN = 5;

    /** Between a tenth of a bar and what no plant's air has. */
    private static OptionalDouble pressure(String typed, String field, UnitSystem units, Map<String, String> troubles) {
        Entry entry = Entry.read(typed, units.unit(Dimension.PRESSURE));
        if (entry instanceof Entry.NotUnderstood not) {
            troubles.put(field, not.reason());
            return OptionalDouble.empty();
        }
        double pascal = ((Entry.Understood) entry).quantity().si();
        if (pascal < LEAST_AIR_PA || pascal > MOST_AIR_PA) {
            troubles.put(
                    field,
                    new Wording(units)
                            .of(Message.of(
                                    "site.air-between",
                                    "Between {least} and {most}.",
                                    "least",
                                    new Quantity(LEAST_AIR_PA, Dimension.PRESSURE),
                                    "most",
                                    new Quantity(MOST_AIR_PA, Dimension.PRESSURE))));
        }
        return OptionalDouble.of(pascal);
    }

    private String show(
            Map<String, String> chosen, Set<String> owned, List<Message> troubles, boolean kept, Model model) {
        model.addAttribute("nav", "site");
        site.air().ifPresent(air -> {
            model.addAttribute("airNominal", new Quantity(air.nominalPa(), Dimension.PRESSURE));
            model.addAttribute("airLowest", new Quantity(air.lowestPa(), Dimension.PRESSURE));
        });
        model.addAttribute("guarded", site.guardsReadings());
        model.addAttribute("margin", Quantity.rounded(site.margin(), 2));
        model.addAttribute("zones", PlantClock.zones());
        model.addAttribute("zone", clock.getZone().getId());
        model.addAttribute("zoneChosen", clock.isChosen());
        model.addAttribute("schools", Schools.table().schools());
        model.addAttribute("tools", Schools.table().tools());
        model.addAttribute("chosen", chosen);
        model.addAttribute("owned", owned);
        model.addAttribute("forced", forced());
        model.addAttribute("troubles", troubles);
        model.addAttribute("kept", kept);
        return "site";
    }

    /** Which types settle a question themselves: question, then answer in words, then the types. */
    private Map<String, Map<String, String>> forced() {
        Map<String, Map<String, String>> forced = new LinkedHashMap<>();
        for (School school : Schools.table().schools()) {
            sheets.offered().forEach(type -> {
                List<String> answers = type.schools().containsKey(school.id())
                        ? List.of(type.schools().get(school.id()))
                        : type.options().getOrDefault(school.id(), List.of());
                answers.forEach(answer -> forced.computeIfAbsent(school.id(), k -> new TreeMap<>())
                        .merge(school.words(answer), type.name(), (a, b) -> a + ", " + b));
            });
        }
        return forced;
    }
}
