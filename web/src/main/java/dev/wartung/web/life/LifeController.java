package dev.wartung.web.life;

import dev.wartung.web.life.LifeDesk.Group;
import dev.wartung.web.life.LifeDesk.Told;
import dev.wartung.web.page.TypedNumber;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.util.UriComponentsBuilder;

/** What lives say, and the interval a planner makes of it. */
@Controller
class LifeController {

    private static final double USUAL_COST = 10;
    private static final String CHANGED = "What was shown is not what comes out now. Look at it again, then sign.";

    private final LifeDesk desk;

    LifeController(LifeDesk desk) {
        this.desk = desk;
    }

    @GetMapping("/life")
    String groups(Model model) {
        model.addAttribute("nav", "records");
        model.addAttribute("groups", desk.groups());
        return "life";
    }

    @GetMapping("/life/of")
    String told(
            @RequestParam String part,
            @RequestParam String material,
            @RequestParam String family,
            @RequestParam String area,
            @RequestParam(defaultValue = "") String cost,
            Model model) {
        return show(new Group(part, material, family, area), cost, Map.of(), model);
    }

    private String show(Group group, String cost, Map<String, String> troubles, Model model) {
        Map<String, String> all = new LinkedHashMap<>(troubles);
        double failure = cost(cost, all);
        model.addAttribute("nav", "records");
        model.addAttribute(
                "told", desk.told(group, failure).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND)));
        model.addAttribute("cost", cost.isBlank() ? "10" : cost);
        model.addAttribute("troubles", all);
        return "life-of";
    }

    /**
     * A planner accepts the proposed interval, with their signature: it becomes the site's rule for these types in this
     * area.
     *
     * @param months as they were shown: nothing else is signed
     */
    @PostMapping("/life/accept")
    String accept(
            @RequestParam String part,
            @RequestParam String material,
            @RequestParam String family,
            @RequestParam String area,
            @RequestParam(defaultValue = "") String cost,
            @RequestParam(defaultValue = "") String months,
            @RequestParam(defaultValue = "") String password,
            Model model) {
        Group group = new Group(part, material, family, area);
        Map<String, String> troubles = new LinkedHashMap<>();
        double failure = cost(cost, troubles);
        if (!troubles.isEmpty()) {
            // nothing is signed that was not shown
            return show(group, cost, troubles, model);
        }
        Optional<Told> told = desk.told(group, failure);
        Optional<Integer> proposal = told.flatMap(t -> t.study().proposal());
        if (proposal.filter(p -> String.valueOf(p).equals(months)).isEmpty()) {
            // what was read since, or another cost, came to something else: that is shown first
            return show(group, cost, Map.of("password", CHANGED), model);
        }
        Optional<String> refused = desk.accept(told.orElseThrow().seen(), proposal.get(), password);
        if (refused.isPresent()) {
            return show(group, cost, Map.of("password", refused.get()), model);
        }
        return "redirect:" + UriComponentsBuilder.fromPath("/due/rules").toUriString();
    }

    /** How many times a planned renewal a failure costs; the usual where nothing, or nothing that makes sense, is typed. */
    private static double cost(String typed, Map<String, String> troubles) {
        if (typed.isBlank()) {
            return USUAL_COST;
        }
        Optional<Double> read = TypedNumber.read("cost", typed, "A number, for instance 10.", troubles);
        if (read.isEmpty()) {
            return USUAL_COST;
        }
        double cost = read.get();
        if (!(cost > 1) || cost > MOST_COST) {
            troubles.put("cost", "More than 1, which is what a planned renewal costs, and at most a million.");
            return USUAL_COST;
        }
        return cost;
    }

    private static final double MOST_COST = 1e6;
}
