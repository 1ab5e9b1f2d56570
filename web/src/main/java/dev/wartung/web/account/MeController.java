package dev.wartung.web.account;

import dev.wartung.core.measure.UnitSystem;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** One's own settings: the units numbers are read and typed in. */
@Controller
class MeController {

    private final CurrentAccount current;
    private final Accounts accounts;
    private final TokenDesk tokens;

    MeController(CurrentAccount current, Accounts accounts, TokenDesk tokens) {
        this.current = current;
        this.accounts = accounts;
        this.tokens = tokens;
    }

    @GetMapping("/me")
    String me(Model model) {
        model.addAttribute("nav", "me");
        return "me";
    }

    /** A link to subscribe to; shown once. */
    @PostMapping("/me/calendar")
    String calendar(Model model) {
        model.addAttribute("nav", "me");
        model.addAttribute(
                "link",
                ServletUriComponentsBuilder.fromCurrentContextPath()
                        .path("/calendar/" + tokens.handCalendar() + ".ics")
                        .toUriString());
        return "me";
    }

    @PostMapping("/me/units")
    @Transactional
    public String units(@RequestParam UnitSystem units) {
        Account account = current.get();
        account.reads(units);
        accounts.save(account);
        return "redirect:/me?kept";
    }
}
