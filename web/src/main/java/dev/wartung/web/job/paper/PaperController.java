package dev.wartung.web.job.paper;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.address.PublicAddress;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.bench.ToolForm;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A job on paper, for where no screen may go: the card to print, and what came back on it. */
@Controller
@RequestMapping("/jobs/{number:\\d{1,9}}")
class PaperController {

    private final PublicAddress address;
    private final Jobs jobs;
    private final PaperDesk desk;
    private final JobCards cards;

    PaperController(Jobs jobs, PaperDesk desk, JobCards cards, PublicAddress address) {
        this.address = address;
        this.jobs = jobs;
        this.desk = desk;
        this.cards = cards;
    }

    @GetMapping("/card.pdf")
    ResponseEntity<byte[]> card(@PathVariable int number, @ModelAttribute("units") UnitSystem units) {
        JobView view = view(number);
        byte[] pdf = cards.of(view, units, address.base());
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"job-card-" + number + ".pdf\"")
                .body(pdf);
    }

    @GetMapping("/paper")
    String paper(@PathVariable int number, Model model) {
        return show(number, Map.of(), Map.of(), "", model);
    }

    @PostMapping("/paper")
    String entered(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            Model model) {
        PaperDesk.Result result = desk.enter(number, entryId, typed);
        if (result.troubles().isEmpty() && result.trouble().isEmpty()) {
            return "redirect:/jobs/" + number;
        }
        Map<String, String> kept = new HashMap<>(typed);
        kept.keySet().removeIf(field -> field.endsWith("password"));
        return show(number, kept, result.troubles(), result.trouble(), model);
    }

    private String show(
            int number, Map<String, String> typed, Map<String, String> troubles, String trouble, Model model) {
        JobView view = view(number);
        List<Step> steps = view.progress().procedure().steps().stream()
                .filter(s -> !view.progress().isConfirmed(s.id()))
                .toList();
        Map<String, List<ToolForm.Line>> tools = new LinkedHashMap<>();
        steps.forEach(s -> tools.put(s.id(), desk.tools(s, typed)));
        model.addAttribute("nav", "paper");
        model.addAttribute("view", view);
        model.addAttribute("job", view.job());
        model.addAttribute("steps", steps);
        model.addAttribute("tools", tools);
        model.addAttribute("locks", steps.stream().collect(Collectors.toMap(Step::id, s -> desk.locks(view, s)
                .each())));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("trouble", trouble);
        return "paper";
    }

    private JobView view(int number) {
        return jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
    }
}
