package dev.wartung.web.device;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.Sample;
import dev.wartung.core.proving.TraceChart;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Proving a valve: beginning a run, watching it, reading what came of it. */
@Controller
class ProvingController {

    private static final String RUN = "/proving/{id:\\d{1,12}}";

    private final Valves valves;
    private final ProvingDesk desk;
    private final RunFiles book;
    private final ProvingRuns runs;
    private final TestBenches benches;
    private final Clock clock;

    ProvingController(
            Valves valves, ProvingDesk desk, RunFiles book, ProvingRuns runs, TestBenches benches, Clock clock) {
        this.clock = clock;
        this.valves = valves;
        this.desk = desk;
        this.book = book;
        this.runs = runs;
        this.benches = benches;
    }

    @GetMapping("/valves/{tag}/prove")
    String prove(@PathVariable String tag, @RequestParam(required = false) Integer job, Model model) {
        return show(byTag(tag), Optional.ofNullable(job), Map.of(), Map.of(), model);
    }

    @PostMapping("/valves/{tag}/prove")
    String begin(
            @PathVariable String tag,
            @RequestParam(required = false) Integer job,
            @RequestParam(defaultValue = "0") Long bench,
            @RequestParam(defaultValue = "none") String fault,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Valve valve = byTag(tag);
        Map<String, String> troubles = new LinkedHashMap<>();
        return desk.begin(valve, Optional.ofNullable(job), bench, fault, typed, units, troubles)
                .map(run -> "redirect:/proving/" + run.id())
                .orElseGet(() -> show(valve, Optional.ofNullable(job), typed, troubles, model));
    }

    @PostMapping("/valves/{tag}/prove/measure")
    String measure(
            @PathVariable String tag,
            @RequestParam(defaultValue = "0") Long bench,
            @RequestParam(defaultValue = "none") String fault,
            @RequestParam Map<String, String> typed,
            Model model) {
        Valve valve = byTag(tag);
        Map<String, String> troubles = new LinkedHashMap<>();
        return desk.measure(valve, bench, fault, typed, troubles)
                .map(run -> "redirect:/proving/" + run.id())
                .orElseGet(() -> show(valve, Optional.empty(), typed, troubles, model));
    }

    @PostMapping("/valves/{tag}/prove/by-hand")
    String byHand(
            @PathVariable String tag,
            @RequestParam(required = false) Integer job,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Valve valve = byTag(tag);
        Map<String, String> troubles = new LinkedHashMap<>();
        return desk.byHand(valve, Optional.ofNullable(job), typed, units, troubles)
                .map(run -> "redirect:/proving/" + run.id())
                .orElseGet(() -> show(valve, Optional.ofNullable(job), typed, troubles, model));
    }

    @GetMapping(RUN)
    String run(@PathVariable long id, @ModelAttribute("units") UnitSystem units, Model model) {
        return run(id, units, model, "proving");
    }

    /** The run as it stands, while it goes on. */
    @GetMapping(RUN + "/live")
    String live(@PathVariable long id, @ModelAttribute("units") UnitSystem units, Model model) {
        return run(id, units, model, "proving :: live");
    }

    @PostMapping(RUN + "/stop")
    String stop(@PathVariable long id) {
        desk.stop(byId(id).id());
        return "redirect:/proving/" + id;
    }

    @GetMapping("/proving/{id:\\d{1,12}}.csv")
    ResponseEntity<byte[]> csv(@PathVariable long id) {
        ProvingRun run = byId(id);
        return ResponseEntity.ok()
                .contentType(new MediaType("text", "csv", StandardCharsets.UTF_8))
                .header(
                        "Content-Disposition",
                        "attachment; filename=\"" + run.valve().tag() + "-run-" + id + ".csv\"")
                .body(book.csv(id).getBytes(StandardCharsets.UTF_8));
    }

    private String run(long id, UnitSystem units, Model model, String view) {
        desk.sweep();
        ProvingRun run = byId(id);
        model.addAttribute(
                "slow",
                run.running()
                        ? null
                        : book.signature(run)
                                .slow()
                                .filter(found -> run.measures())
                                .map(found -> Stream.of(
                                                found.firstPa(), found.fullPa(), found.firstBackPa(), found.homePa())
                                        .map(pa -> new Quantity(pa, Dimension.PRESSURE))
                                        .toList())
                                .orElse(null));
        List<Sample> trace = book.trace(run);
        // what only measures is held against nothing
        Optional<ProvingRun> own = run.measures() ? Optional.empty() : book.baseline(run);
        model.addAttribute("nav", "valves");
        model.addAttribute("run", run);
        model.addAttribute("samples", trace.size());
        model.addAttribute("proof", book.proof(run).orElse(null));
        model.addAttribute("overTime", trace.isEmpty() ? "" : TraceChart.overTime(trace, units));
        model.addAttribute(
                "signature",
                trace.isEmpty()
                        ? ""
                        : TraceChart.signature(trace, own.map(book::trace).orElse(List.of()), units));
        model.addAttribute("own", own.orElse(null));
        return view;
    }

    private String show(
            Valve valve, Optional<Integer> job, Map<String, String> typed, Map<String, String> troubles, Model model) {
        desk.sweep();
        Optional<DriveModel> drive = book.model(valve, desk.as(valve, job));
        boolean measurable = book.isMeasurable(valve, desk.as(valve, job).drive());
        if (drive.isEmpty() && !measurable) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("as", desk.as(valve, job).drive());
        model.addAttribute(
                "driveWords", book.driveWords(valve, desk.as(valve, job).drive()));
        model.addAttribute(
                "job", desk.running(valve, job).map(v -> v.job().number()).orElse(null));
        List<TestBench> all = benches.findAllByOrderByName();
        model.addAttribute("benches", all);
        model.addAttribute("now", clock.instant());
        model.addAttribute("looks", desk.looks(all));
        model.addAttribute("faults", ProvingDesk.FAULTS);
        model.addAttribute("known", drive.isPresent());
        // within a job the run is part of its record, and what is measured is for the sheet
        model.addAttribute("measurable", measurable && job.isEmpty());
        model.addAttribute("byHandFields", drive.map(ByHandForm::fields).orElse(List.of()));
        model.addAttribute(
                "lineLifts", drive.filter(d -> d.line().belowM2() > 0).isPresent());
        model.addAttribute("seatsLift", drive.filter(d -> d.line().liftMm() > 0).isPresent());
        model.addAttribute("runs", runs.findByValveIdOrderByStartedAtDesc(valve.id()));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "prove";
    }

    private ProvingRun byId(long id) {
        return runs.findById(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private Valve byTag(String tag) {
        return valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
