package dev.wartung.web.handover;

import dev.wartung.web.document.Documents;
import dev.wartung.web.page.TypedDay;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** What changed since yesterday, and the day's list to print. */
@Controller
class HandoverController {

    private static final LocalTime MORNING = LocalTime.of(6, 0);

    private final HandoverDesk desk;
    private final Documents documents;
    private final Clock clock;

    HandoverController(HandoverDesk desk, Documents documents, Clock clock) {
        this.desk = desk;
        this.documents = documents;
        this.clock = clock;
    }

    /** @param since a moment of the site's clock; from yesterday morning on where it is none */
    @GetMapping("/handover")
    String handover(@RequestParam(defaultValue = "") String since, Model model) {
        Map<String, String> troubles = new HashMap<>();
        Optional<Instant> asked =
                since.isBlank() ? Optional.empty() : TypedDay.moment("since", since, clock.getZone(), troubles);
        troubles.values().forEach(trouble -> model.addAttribute("trouble", trouble));
        Instant from = asked.orElseGet(() -> LocalDate.now(clock)
                .minusDays(1)
                .atTime(MORNING)
                .atZone(clock.getZone())
                .toInstant());
        LocalDate today = LocalDate.now(clock);
        List<HandoverDesk.Change> changes = desk.since(from);
        model.addAttribute("nav", "today");
        model.addAttribute("since", from.atZone(clock.getZone()).toLocalDateTime());
        model.addAttribute(
                "notable", changes.stream().filter(HandoverDesk.Change::notable).toList());
        model.addAttribute("changes", changes.stream().filter(c -> !c.notable()).toList());
        model.addAttribute("list", desk.list(today));
        model.addAttribute("today", today);
        return "handover";
    }

    @GetMapping("/handover/bench-list.pdf")
    ResponseEntity<byte[]> list() {
        LocalDate today = LocalDate.now(clock);
        byte[] pdf = documents.pdf("bench-list-pdf", Map.of("list", desk.list(today), "today", today));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"bench-list-" + today + ".pdf\"")
                .body(pdf);
    }
}
