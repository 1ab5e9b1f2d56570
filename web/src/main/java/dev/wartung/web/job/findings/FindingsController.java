package dev.wartung.web.job.findings;

import dev.wartung.core.drawing.CallOut;
import dev.wartung.core.drawing.FindingDrawing;
import dev.wartung.core.drawing.OldSealDrawing;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.inspection.Inspection.Direction;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.core.simulation.Bench;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.Shot;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.page.Pictures;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.technique.CloseUps;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** Looking and judging in a job: findings on parts, what old seals tell, and what is open because of them. */
@Controller
class FindingsController {

    private static final String PAGE = "findings";

    private final Jobs jobs;
    private final FindingsDesk desk;
    private final OldSealsDesk seals;
    private final Sheets sheets;
    private final CloseUps closeUps;
    private final CurrentAccount current;

    FindingsController(
            Jobs jobs,
            FindingsDesk desk,
            OldSealsDesk seals,
            Sheets sheets,
            CloseUps closeUps,
            CurrentAccount current) {
        this.closeUps = closeUps;
        this.jobs = jobs;
        this.desk = desk;
        this.current = current;
        this.seals = seals;
        this.sheets = sheets;
    }

    @GetMapping("/jobs/{number:\\d{1,9}}/findings")
    String findings(
            @PathVariable int number,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        return show(number, typed, units, Outcome.DONE, model);
    }

    @PostMapping("/jobs/{number:\\d{1,9}}/findings")
    String find(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            @RequestParam(required = false) @Nullable MultipartFile photo,
            @ModelAttribute("units") UnitSystem units,
            Model model)
            throws IOException {
        Outcome outcome = desk.find(number, entryId, typed, Shot.of(photo));
        return show(number, outcome.went() ? Map.of() : typed, units, outcome, model);
    }

    @PostMapping("/jobs/{number:\\d{1,9}}/findings/arrived")
    String arrived(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam String arrived,
            @RequestParam(defaultValue = "") String lot,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        return show(number, Map.of("lot." + arrived, lot), units, desk.arrived(number, entryId, arrived, lot), model);
    }

    @PostMapping("/jobs/{number:\\d{1,9}}/findings/seal")
    String seal(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam(defaultValue = "") String seal,
            @RequestParam(defaultValue = "") String appearance,
            @RequestParam(name = "seal-note", defaultValue = "") String note,
            @RequestParam(defaultValue = "false") boolean leaked,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Outcome outcome = seals.judge(number, entryId, seal, appearance, note, leaked);
        return show(
                number,
                outcome.went()
                        ? Map.of()
                        : Map.of(
                                "seal",
                                seal,
                                "appearance",
                                appearance,
                                "seal-note",
                                note,
                                "leaked",
                                String.valueOf(leaked)),
                units,
                outcome,
                model);
    }

    @PostMapping("/jobs/{number:\\d{1,9}}/findings/check")
    String check(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam String check,
            @RequestParam(defaultValue = "") String answer,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        return show(
                number, Map.of("answer." + check, answer), units, seals.check(number, entryId, check, answer), model);
    }

    /** A photo as it was kept. It never changes, so a browser may keep it; only for whoever is logged in. */
    @GetMapping("/photos/{id}")
    ResponseEntity<byte[]> photo(@PathVariable UUID id) {
        return Pictures.jpeg(desk.photo(id));
    }

    /** The valve now; what can be looked at is named. */
    private String asItStands(JobView view, FindingForm form) {
        Bench bench = view.progress().bench();
        List<CallOut> named = form.exposed().stream()
                .map(e -> new CallOut(e.part().id(), e.part().name(), "", "plain"))
                .toList();
        return sheets.drawing(view.sheets(), bench.configuration())
                .svg(
                        bench,
                        new SectionDrawing.View(
                                List.of(), named.stream().map(CallOut::part).toList(), named, Optional.empty()),
                        "Section of " + view.job().valve().tag() + " as it stands; named is what can be looked at");
    }

    private String show(int number, Map<String, String> typed, UnitSystem units, Outcome outcome, Model model) {
        JobView view = jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
        FindingForm form = new FindingForm(view, typed, units);
        form.decided();
        Map<String, String> troubles = new LinkedHashMap<>(form.troubles());
        troubles.putAll(outcome.byField());
        model.addAttribute("nav", "bench");
        model.addAttribute("findingsPage", true);
        model.addAttribute("job", view.job());
        model.addAttribute("view", view);
        model.addAttribute("form", form);
        model.addAttribute("reported", view.reported());
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("outcome", outcome);
        model.addAttribute(
                "mine",
                view.job().state() == JobState.RUNNING
                        && view.job().holder().filter(current::is).isPresent());
        model.addAttribute(
                "picture",
                form.kind()
                        .map(k -> FindingDrawing.svg(
                                k.id(),
                                form.direction().filter(Direction.ALONG::equals).isPresent(),
                                form.point().orElseThrow().name()))
                        .orElse(""));
        model.addAttribute(
                "section",
                form.point().isEmpty() && typed.getOrDefault("seal", "").isEmpty() ? asItStands(view, form) : "");
        model.addAttribute("bin", OldSealsDesk.inTheBin(view));
        model.addAttribute("appearances", Knowledge.oldSeals().appearances());
        model.addAttribute(
                "looks",
                Knowledge.oldSeals().appearances().stream()
                        .collect(Collectors.toMap(Appearance::id, a -> OldSealDrawing.svg(a.id(), a.name()))));
        model.addAttribute(
                "names",
                Knowledge.oldSeals().appearances().stream()
                        .collect(Collectors.toMap(Appearance::id, Appearance::name)));
        Optional<Appearance> chosen = Knowledge.oldSeals().appearance(typed.getOrDefault("appearance", ""));
        model.addAttribute("tells", chosen.orElse(null));
        model.addAttribute(
                "hands",
                chosen.stream()
                        .flatMap(a -> a.causes().stream())
                        .flatMap(c -> c.technique().stream())
                        .distinct()
                        .collect(Collectors.toMap(
                                call -> call, call -> closeUps.of(view.sheets().anatomy(), List.of(call)))));
        model.addAttribute(
                "greased",
                typed.getOrDefault("seal", "").isEmpty()
                        ? Message.NONE
                        : view.build()
                                .part(typed.getOrDefault("seal", ""))
                                .map(p -> seals.lastGrease(view, p.name()))
                                .orElse(Message.NONE));
        model.addAttribute(
                "before",
                seals.of(view.job().valve()).stream()
                        .filter(o -> o.part().equals(typed.getOrDefault("seal", "")) && o.jobNumber() != number)
                        .toList());
        return PAGE;
    }
}
