package dev.wartung.web.account;

import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** The login page. */
@Controller
class LoginController {

    private final Accounts accounts;
    private final boolean ofPlantCa;

    LoginController(Accounts accounts, @Value("${wartung.tls.ca:}") String ca) {
        this.accounts = accounts;
        ofPlantCa = !ca.isEmpty();
    }

    @GetMapping("/login")
    String login(
            @RequestParam(required = false) @Nullable String wrong,
            @RequestParam(required = false) @Nullable String wait,
            @RequestParam(required = false) @Nullable String expired,
            @RequestParam(required = false) @Nullable String left,
            @RequestParam(required = false) @Nullable String chosen,
            @RequestParam(required = false) @Nullable String name,
            Model model) {
        model.addAttribute("ofPlantCa", ofPlantCa);
        model.addAttribute("name", name == null ? "" : name);
        model.addAttribute(
                "trouble",
                wrong != null
                        ? "Name or password is wrong. Check both and try again."
                        : wait != null ? TooManyTries.words(minutes(wait)) : "");
        model.addAttribute(
                "notice",
                expired != null
                        ? "You were logged out because nothing happened for a long time. Log in to go on; what you typed is kept."
                        : left != null
                                ? "You are logged out."
                                : chosen != null
                                        ? "Your password is kept. Log in with it."
                                        : accounts.count() == 0
                                                ? "Nobody has an account yet. Whoever looks after the server makes the first with ./wartung administrator NAME."
                                                : "");
        return "login";
    }

    /** As the address says, which anybody may write. */
    private static long minutes(String wait) {
        return wait.matches("[1-9][0-9]?") ? Long.parseLong(wait) : Tries.WINDOW.toMinutes();
    }
}
