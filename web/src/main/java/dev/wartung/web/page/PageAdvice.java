package dev.wartung.web.page;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import java.security.Principal;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ModelAttribute;

/** What every page knows: who is logged in, and a fresh id for whatever may be entered on it. */
@ControllerAdvice
class PageAdvice {

    private final CurrentAccount current;

    PageAdvice(CurrentAccount current) {
        this.current = current;
    }

    @ModelAttribute("me")
    @Nullable Account me(@Nullable Principal principal) {
        return principal == null ? null : current.get();
    }

    @ModelAttribute("technician")
    boolean technician(@Nullable Principal principal) {
        return principal != null && current.get().roles().contains(Role.TECHNICIAN);
    }

    /** May say how the plant works. */
    @ModelAttribute("arranges")
    boolean arranges(@Nullable Principal principal) {
        return principal != null && (current.get().roles().contains(Role.PLANNER) || current.get().roles().contains(Role.ADMINISTRATOR));
    }

    /** What this person reads numbers in. */
    @ModelAttribute("units")
    UnitSystem units(@Nullable Principal principal) {
        return principal == null ? UnitSystem.METRIC : current.get().units();
    }

    @ModelAttribute("entryId")
    UUID entryId() {
        return UUID.randomUUID();
    }
}
