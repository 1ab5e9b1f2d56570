package dev.wartung.web.account;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Choosing one's own password; whoever came in with a first one sees nothing else until they have. */
@Controller
class PasswordController {

    private final People people;
    private final CurrentAccount current;

    PasswordController(People people, CurrentAccount current) {
        this.people = people;
        this.current = current;
    }

    @GetMapping("/me/password")
    String form(Model model) {
        return show(Map.of(), model);
    }

    /** Afterwards one logs in with it: every session there was is over, this one too. */
    @PostMapping("/me/password")
    String choose(
            @RequestParam(defaultValue = "") String before,
            @RequestParam(defaultValue = "") String wanted,
            @RequestParam(defaultValue = "") String again,
            HttpServletRequest request,
            Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        Passwords.trouble(wanted, current.get(), people.plantNames()).ifPresent(why -> troubles.put("wanted", why));
        if (!wanted.equals(again)) {
            troubles.put("again", "It is not the same as the one above.");
        }
        if (troubles.isEmpty() && wanted.equals(before)) {
            troubles.put("wanted", "That is the one you have. Choose another.");
        }
        if (troubles.isEmpty()) {
            people.choose(before, wanted).ifPresent(why -> troubles.put("before", why));
        }
        if (!troubles.isEmpty()) {
            return show(troubles, model);
        }
        SecurityContextHolder.clearContext();
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        return "redirect:/login?chosen";
    }

    private String show(Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "me");
        model.addAttribute("first", current.get().firstPasswordUntil().isPresent());
        model.addAttribute("shortest", Passwords.SHORTEST);
        model.addAttribute("troubles", troubles);
        return "password";
    }
}
