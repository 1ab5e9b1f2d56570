package dev.wartung.web.supply;

import dev.wartung.web.page.TypedDay;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.LotTraces;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.valve.LinesMap;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What the planned jobs need, where a lot went, and calling it back. */
@Controller
class SupplyController {

    private static final int LONGEST = 500;
    private static final int MOST_LINES = 60;

    private final SupplyDesk desk;
    private final RecallDesk recalls;
    private final LotTraces traces;
    private final Stores stores;
    private final Items items;
    private final Valves valves;
    private final Clock clock;

    SupplyController(
            SupplyDesk desk,
            RecallDesk recalls,
            LotTraces traces,
            Stores stores,
            Items items,
            Valves valves,
            Clock clock) {
        this.desk = desk;
        this.recalls = recalls;
        this.traces = traces;
        this.stores = stores;
        this.items = items;
        this.valves = valves;
        this.clock = clock;
    }

    @GetMapping("/stores/needed")
    String needed(Model model) {
        return show(Map.of(), Map.of(), model);
    }

    @PostMapping("/stores/lead-time")
    String leadTime(@RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        if (items.item(typed.getOrDefault("item", "")).isEmpty()) {
            troubles.put("item", "No type sheet has a kit or part of that number.");
        }
        if (!typed.getOrDefault("days", "").strip().matches("\\d{1,3}")) {
            troubles.put("days", "Days, as a whole number from 0 to 999.");
        }
        if (!troubles.isEmpty()) {
            return show(typed, troubles, model);
        }
        desk.leadTime(
                items.item(typed.getOrDefault("item", "")).orElseThrow().number(),
                Integer.parseInt(typed.getOrDefault("days", "").strip()));
        return "redirect:/stores/needed";
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "stores");
        model.addAttribute("plan", desk.plan());
        model.addAttribute("today", LocalDate.now(clock));
        model.addAttribute("usual", SupplyDesk.USUAL_LEAD_DAYS);
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "needed";
    }

    @GetMapping("/stores/trace")
    @Transactional(readOnly = true)
    String trace(@RequestParam(defaultValue = "") String lot, Model model) {
        return show(lot.strip(), Map.of(), Map.of(), model);
    }

    @PostMapping("/stores/recall")
    String recall(@RequestParam Map<String, String> typed, Model model) {
        String lot = typed.getOrDefault("lot", "").strip();
        Map<String, String> troubles = new LinkedHashMap<>();
        String reason = typed.getOrDefault("reason", "").strip();
        if (reason.isEmpty() || reason.length() > LONGEST) {
            troubles.put(
                    "reason", reason.isEmpty() ? "Say in a few words why." : "Keep it under " + LONGEST + " letters.");
        }
        Optional<LocalDate> due = TypedDay.coming("due", typed, LocalDate.now(clock), troubles);
        if (lot.isEmpty()
                || (traces.ofLot(lot).isEmpty() && stores.numbered(lot).isEmpty())) {
            troubles.put("lot", "Nothing is on record of that lot.");
        }
        if (troubles.isEmpty()) {
            model.addAttribute("raised", recalls.recall(lot, reason, due.orElseThrow()));
        }
        return show(lot, troubles.isEmpty() ? Map.of() : typed, troubles, model);
    }

    private String show(String lot, Map<String, String> typed, Map<String, String> troubles, Model model) {
        List<LotTraces.Piece> pieces = lot.isEmpty() ? List.of() : traces.ofLot(lot);
        List<RecallDesk.Affected> affected = recalls.affected(pieces);
        Set<String> tags = affected.stream().map(a -> a.valve().tag()).collect(Collectors.toSet());
        model.addAttribute("nav", "stores");
        model.addAttribute("lot", lot);
        model.addAttribute("pieces", pieces);
        model.addAttribute("greased", lot.isEmpty() ? List.of() : traces.ofTin(lot));
        model.addAttribute("stock", lot.isEmpty() ? List.of() : stores.numbered(lot));
        model.addAttribute("affected", affected);
        model.addAttribute("tags", tags);
        model.addAttribute("today", LocalDate.now(clock));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        if (!tags.isEmpty()) {
            Stream<List<String>> lines = affected.stream()
                    .map(a -> List.of(a.valve().area(), a.valve().line()))
                    .distinct()
                    .limit(MOST_LINES);
            List<Valve> along = lines.flatMap(l -> valves.findByAreaAndLine(l.get(0), l.get(1)).stream())
                    .sorted(Comparator.comparing(Valve::area)
                            .thenComparing(Valve::line)
                            .thenComparing(Valve::place)
                            .thenComparing(Valve::tag))
                    .toList();
            model.addAttribute("map", LinesMap.of(along, LocalDate.now(clock)));
        }
        return "trace";
    }
}
