package dev.wartung.web.change;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.account.Signing;
import dev.wartung.web.change.ChangeItem.What;
import dev.wartung.web.page.TypedDay;
import java.time.Clock;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One change of a fail position: who asked, stated, approved and worked, and what has still to follow. */
@Controller
class ChangeController {

    private static final String ONE = "/change-requests/{number:\\d{1,6}}";

    private final ChangeRequests requests;
    private final ChangeDesk desk;
    private final StudyDesk studies;
    private final CurrentAccount current;
    private final Clock clock;

    ChangeController(ChangeRequests requests, ChangeDesk desk, StudyDesk studies, CurrentAccount current, Clock clock) {
        this.requests = requests;
        this.desk = desk;
        this.studies = studies;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/change-requests")
    String all(Model model) {
        model.addAttribute("nav", "today");
        model.addAttribute("open", requests.open());
        model.addAttribute("ended", requests.ended());
        return "changes";
    }

    @GetMapping(ONE)
    String one(@PathVariable int number, Model model) {
        return show(number, Map.of(), Map.of(), model);
    }

    @PostMapping(ONE + "/position")
    String position(
            @PathVariable int number,
            @RequestParam(defaultValue = "") String position,
            @RequestParam(name = "safe-reason", defaultValue = "") String reason,
            @RequestParam Map<String, String> typed,
            Model model) {
        return after(
                number,
                desk.state(number, position, reason, typed.getOrDefault(Signing.PASSWORD, "")),
                unsigned(typed),
                model);
    }

    @PostMapping(ONE + "/decision")
    String decision(
            @PathVariable int number,
            @RequestParam(defaultValue = "") String decision,
            @RequestParam(name = "decided-reason", defaultValue = "") String reason,
            @RequestParam Map<String, String> typed,
            Model model) {
        return after(
                number,
                desk.decide(number, decision.equals("approve"), reason, typed.getOrDefault(Signing.PASSWORD, "")),
                unsigned(typed),
                model);
    }

    /** What is shown again: never a password. */
    private static Map<String, String> unsigned(Map<String, String> typed) {
        Map<String, String> shown = new LinkedHashMap<>(typed);
        shown.remove(Signing.PASSWORD);
        return shown;
    }

    @PostMapping(ONE + "/withdraw")
    String withdraw(@PathVariable int number, @RequestParam Map<String, String> typed, Model model) {
        return after(number, desk.withdraw(number), typed, model);
    }

    @PostMapping(ONE + "/plan")
    String plan(@PathVariable int number, @RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        Optional<LocalDate> day = TypedDay.coming("due", typed, LocalDate.now(clock), troubles);
        return after(number, day.isPresent() ? desk.plan(number, day.get()) : troubles, typed, model);
    }

    @PostMapping(ONE + "/items/{what}")
    String item(
            @PathVariable int number,
            @PathVariable What what,
            @RequestParam(defaultValue = "") String note,
            @RequestParam Map<String, String> typed,
            Model model) {
        return after(number, desk.done(number, what, note), typed, model);
    }

    private String after(int number, Map<String, String> troubles, Map<String, String> typed, Model model) {
        return troubles.isEmpty() ? "redirect:/change-requests/" + number : show(number, troubles, typed, model);
    }

    private String show(int number, Map<String, String> troubles, Map<String, String> typed, Model model) {
        ChangeRequest change = requests.findById(number).orElseThrow(() -> new NoSuchChange(number));
        Set<Role> roles = current.get().roles();
        boolean mine = change.askedBy().id().equals(current.get().id());
        model.addAttribute("nav", "valves");
        model.addAttribute("change", change);
        model.addAttribute("answer", studies.answer(change.study()));
        model.addAttribute("duty", studies.duty(change.study()));
        model.addAttribute("asked", desk.asked(change));
        model.addAttribute("signatures", desk.signatures(change));
        model.addAttribute("positions", studies.positions(change.valve()));
        model.addAttribute("items", What.values());
        model.addAttribute("states", change.state() == ChangeState.ASKED && roles.contains(Role.PROCESS_OWNER));
        model.addAttribute("decides", change.state() == ChangeState.STATED && roles.contains(Role.REVIEWER) && !mine);
        model.addAttribute(
                "plans",
                change.state() == ChangeState.APPROVED
                        && (roles.contains(Role.PLANNER) || roles.contains(Role.TECHNICIAN)));
        model.addAttribute("withdraws", mine && change.state().open() && change.state() != ChangeState.IN_WORK);
        model.addAttribute(
                "checks",
                change.state() == ChangeState.APPROVED
                        || change.state() == ChangeState.IN_WORK
                        || change.state() == ChangeState.PROVEN);
        model.addAttribute(
                "ticks",
                roles.stream().anyMatch(EnumSet.of(Role.TECHNICIAN, Role.PLANNER, Role.PROCESS_OWNER)::contains));
        model.addAttribute("day", LocalDate.now(clock));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "change";
    }
}
