package dev.wartung.web.stores;

import dev.wartung.web.account.Signing;
import dev.wartung.web.stores.LotFiles.Kept;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.io.IOException;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;

/** One lot: what moved, where it went, whether it may be taken. */
@Controller
class LotController {

    private static final int LONGEST = 500;

    private final Stores stores;
    private final LotFiles files;
    private final LotTraces traces;
    private final Valves valves;
    private final Clock clock;

    LotController(Stores stores, LotFiles files, LotTraces traces, Valves valves, Clock clock) {
        this.stores = stores;
        this.files = files;
        this.traces = traces;
        this.valves = valves;
        this.clock = clock;
    }

    @GetMapping("/stores/lots/{id}")
    String lot(@PathVariable long id, Model model) {
        return show(id, Map.of(), Map.of(), model);
    }

    /** Every part and grease a valve has had. */
    @GetMapping("/valves/{tag}/parts")
    @Transactional(readOnly = true)
    String parts(@PathVariable String tag, Model model) {
        Valve valve =
                valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("pieces", traces.ofValve(valve.id()));
        model.addAttribute("greased", traces.greasesOf(valve.id()));
        return "valve-parts";
    }

    private String show(long id, Map<String, String> typed, Map<String, String> troubles, Model model) {
        Lot lot = known(id);
        model.addAttribute("nav", "stores");
        model.addAttribute("lot", lot);
        model.addAttribute("today", LocalDate.now(clock));
        model.addAttribute("moves", stores.moves(id));
        model.addAttribute("signatures", stores.signatures(id));
        model.addAttribute("fitted", traces.ofLot(lot.lot()));
        model.addAttribute("certificate", files.nameOf(id).orElse(""));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "lot";
    }

    @PostMapping("/stores/lots/{id}/quarantine")
    String quarantine(@PathVariable long id, @RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = said("reason", typed);
        if (troubles.isEmpty()) {
            stores.quarantine(known(id).id(), typed.getOrDefault("reason", "").strip());
        }
        return answer(id, typed, troubles, model);
    }

    @PostMapping("/stores/lots/{id}/release")
    String release(@PathVariable long id, @RequestParam Map<String, String> typed, Model model) {
        return signed("released", id, typed, model, stores::release);
    }

    @PostMapping("/stores/lots/{id}/extend")
    String extend(@PathVariable long id, @RequestParam Map<String, String> typed, Model model) {
        return signed("inspected", id, typed, model, stores::extend);
    }

    /** Takes a decision about a lot. */
    private interface Decision {
        Optional<String> take(long id, String reason, String password);
    }

    private String signed(String field, long id, Map<String, String> typed, Model model, Decision decision) {
        Map<String, String> troubles = said(field, typed);
        if (troubles.isEmpty()) {
            decision.take(
                            known(id).id(),
                            typed.getOrDefault(field, "").strip(),
                            typed.getOrDefault(Signing.PASSWORD, ""))
                    .ifPresent(why -> troubles.put(Signing.PASSWORD, why));
        }
        return answer(id, typed, troubles, model);
    }

    @PostMapping("/stores/lots/{id}/counted")
    String counted(@PathVariable long id, @RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = said("why", typed);
        String pieces = typed.getOrDefault("pieces", "").strip();
        if (!pieces.matches("\\d{1,6}")) {
            troubles.put("pieces", "How many are there, as a whole number.");
        }
        if (troubles.isEmpty()) {
            stores.counted(
                    known(id).id(),
                    Integer.parseInt(pieces),
                    typed.getOrDefault("why", "").strip(),
                    "yes".equals(typed.get("scrapped")));
        }
        return answer(id, typed, troubles, model);
    }

    @PostMapping("/stores/lots/{id}/certificate")
    String certificate(@PathVariable long id, @RequestParam Optional<MultipartFile> file, Model model)
            throws IOException {
        Lot lot = known(id);
        Optional<String> trouble = file.isEmpty()
                ? Optional.of("Choose a file.")
                : files.keep(
                        lot.id(), file.get().getOriginalFilename(), file.get().getBytes());
        return answer(id, Map.of(), trouble.map(t -> Map.of("file", t)).orElse(Map.of()), model);
    }

    /** Given out to be saved, never shown within the application's own pages. */
    @GetMapping("/stores/lots/{id}/certificate")
    ResponseEntity<byte[]> certificate(@PathVariable long id) {
        Kept kept = files.of(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(kept.type()))
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + kept.name() + "\"")
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .header("X-Content-Type-Options", "nosniff")
                .body(kept.bytes());
    }

    private static Map<String, String> said(String field, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String value = typed.getOrDefault(field, "");
        if (value.isBlank()) {
            troubles.put(field, "Say in a few words why.");
        } else if (value.length() > LONGEST) {
            troubles.put(field, "Keep it under " + LONGEST + " letters.");
        }
        return troubles;
    }

    private String answer(long id, Map<String, String> typed, Map<String, String> troubles, Model model) {
        return troubles.isEmpty() ? "redirect:/stores/lots/" + id : show(id, typed, troubles, model);
    }

    private Lot known(long id) {
        return stores.lot(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
