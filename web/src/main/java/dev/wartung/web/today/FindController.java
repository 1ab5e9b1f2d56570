package dev.wartung.web.today;

import dev.wartung.web.job.Jobs;
import dev.wartung.web.valve.Renaming;
import dev.wartung.web.valve.Valve;
import java.util.Optional;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.util.UriComponentsBuilder;

/** Finds whatever was scanned or typed: a tag, a job's number, or words. */
@Controller
class FindController {

    private final Renaming valves;
    private final Jobs jobs;

    FindController(Renaming valves, Jobs jobs) {
        this.valves = valves;
        this.jobs = jobs;
    }

    @GetMapping("/find")
    String find(@RequestParam(defaultValue = "") String q) {
        String text = q.strip();
        if (text.isEmpty()) {
            return "redirect:/valves";
        }
        Optional<Valve> valve = valves.find(text);
        if (valve.isPresent()) {
            return "redirect:" + valve.get().path();
        }
        if (text.matches("\\d{1,9}") && jobs.exists(Integer.parseInt(text))) {
            return "redirect:/jobs/" + Integer.parseInt(text);
        }
        return "redirect:"
                + UriComponentsBuilder.fromPath("/valves")
                        .queryParam("q", "{q}")
                        .queryParam("scanned", "true")
                        .build(text);
    }
}
