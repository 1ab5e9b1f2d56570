package dev.wartung.web.account;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.address.PublicAddress;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One's own settings: the units numbers are read and typed in. */
@Controller
class MeController {

    private final PublicAddress address;
    private final CurrentAccount current;
    private final Accounts accounts;
    private final TokenDesk tokens;

    MeController(CurrentAccount current, Accounts accounts, TokenDesk tokens, PublicAddress address) {
        this.address = address;
        this.current = current;
        this.accounts = accounts;
        this.tokens = tokens;
    }

    @GetMapping("/me")
    String me(Model model) {
        return show(model);
    }

    private String show(Model model) {
        model.addAttribute("nav", "me");
        model.addAttribute("tokens", tokens.mine());
        return "me";
    }

    @PostMapping("/me/tokens/{id:[0-9a-f]{12}}/revoked")
    String revoked(@PathVariable String id) {
        tokens.revoke(id);
        return "redirect:/me";
    }

    @PostMapping("/me/calendar/revoked")
    String calendarRevoked() {
        tokens.revokeCalendar();
        return "redirect:/me";
    }

    /** A link to subscribe to; shown once. */
    @PostMapping("/me/calendar")
    String calendar(Model model) {
        model.addAttribute(
                "link",
                address.builder()
                        .path("/calendar/" + tokens.handCalendar() + ".ics")
                        .toUriString());
        return show(model);
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
