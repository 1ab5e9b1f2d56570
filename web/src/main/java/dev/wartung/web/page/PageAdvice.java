package dev.wartung.web.page;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import java.security.Principal;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What every page knows: who is logged in, and a fresh id for whatever may be entered on it. */
@ControllerAdvice
class PageAdvice {

    private final CurrentAccount current;
    private final Dates dates;
    private final Wordings wordings;

    PageAdvice(CurrentAccount current, Dates dates, Wordings wordings) {
        this.current = current;
        this.dates = dates;
        this.wordings = wordings;
    }

    /**
     * {@code me}, whether they are a {@code technician}, a {@code reviewer}, plan how the work is done ({@code
     * arranges}), may say how the plant is ({@code setsUp}) or who is here ({@code administers}), the {@code units} they read numbers in, the {@code wording} they are told things in, and how {@code dates} are
     * written. Asked for once a page.
     */
    @ModelAttribute
    void whoIsLoggedIn(@Nullable Principal principal, Model model) {
        Optional<Account> me = Optional.ofNullable(principal).map(p -> current.get());
        Set<Role> roles = me.map(Account::roles).orElse(Set.of());
        model.addAttribute("me", me.orElse(null));
        model.addAttribute("technician", roles.contains(Role.TECHNICIAN));
        model.addAttribute("reviewer", roles.contains(Role.REVIEWER));
        model.addAttribute("audits", roles.contains(Role.REVIEWER) || roles.contains(Role.ADMINISTRATOR));
        model.addAttribute("arranges", roles.contains(Role.PLANNER));
        model.addAttribute("setsUp", roles.contains(Role.PLANNER) || roles.contains(Role.ADMINISTRATOR));
        model.addAttribute("administers", roles.contains(Role.ADMINISTRATOR));
        UnitSystem units = me.map(Account::units).orElse(UnitSystem.METRIC);
        model.addAttribute("units", units);
        model.addAttribute("wording", wordings.in(units));
        model.addAttribute("dates", dates);
    }

    @ModelAttribute("entryId")
    UUID entryId() {
        return UUID.randomUUID();
    }
}
