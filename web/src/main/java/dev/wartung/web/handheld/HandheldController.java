package dev.wartung.web.handheld;

import java.security.Principal;
import java.util.Map;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;

/** A device says that it takes jobs along, and asks whether it still may hold them. */
@Controller
class HandheldController {

    private final Handhelds handhelds;

    HandheldController(Handhelds handhelds) {
        this.handhelds = handhelds;
    }

    @PostMapping("/handheld")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takesAlong(@RequestParam UUID id, @RequestParam(defaultValue = "") String name) {
        handhelds.takesAlong(id, name);
    }

    /**
     * Asked by a device before it sends, also where nobody is logged in on it any more: whether it is to forget, who is
     * logged in there, and the token that forms are sent with.
     */
    @GetMapping("/handheld/{id}")
    ResponseEntity<Map<String, Object>> heard(
            @PathVariable UUID id, @Nullable Principal who, @Nullable CsrfToken token) {
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(Map.of(
                        "forget",
                        handhelds.mustForget(id),
                        "who",
                        who == null ? "" : who.getName(),
                        "token",
                        who == null || token == null ? "" : token.getToken()));
    }

    /** Stands where no page can be fetched: of nobody's, so that a browser may keep it. */
    @GetMapping("/without-network")
    String withoutNetwork(Model model) {
        model.addAttribute("nav", "none");
        return "without-network";
    }

    /** What one's own page shows of one's own devices. */
    @GetMapping("/me/handhelds")
    String mine(Model model) {
        model.addAttribute("nav", "me");
        model.addAttribute("handhelds", handhelds.mine());
        return "handhelds";
    }

    @PostMapping("/me/handhelds/{id}/lost")
    String lost(@PathVariable UUID id) {
        return handhelds.lost(id) ? "redirect:/login?left" : "redirect:/me/handhelds";
    }
}
