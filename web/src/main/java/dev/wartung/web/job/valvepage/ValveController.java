package dev.wartung.web.job.valvepage;

import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.lubrication.Suitability.Level;
import dev.wartung.core.sealing.Autopsy;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.area.Lines;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.findings.OldSealRecord;
import dev.wartung.web.job.findings.OldSealsDesk;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.line.DrawnLine;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.photo.ValvePhotos;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.FittedPart;
import dev.wartung.web.valve.FittedParts;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Renaming;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveDrawing;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** A valve's own page: what it is, what is in it, what was and will be done on it. */
@Controller
class ValveController {

    private final Renaming renaming;
    private final FittedParts fittedParts;
    private final Jobs jobs;
    private final Looks looks;
    private final LineDrawings lines;
    private final Lines plantLines;
    private final RecordChanges changes;
    private final OldSealsDesk oldSeals;
    private final PlanningDesk planning;
    private final Sheets sheets;
    private final ValveDrawing drawing;
    private final ValvePhotos photos;
    private final CurrentAccount current;
    private final Clock clock;

    ValveController(
            Renaming renaming,
            FittedParts fittedParts,
            Jobs jobs,
            Looks looks,
            LineDrawings lines,
            Lines plantLines,
            RecordChanges changes,
            OldSealsDesk oldSeals,
            PlanningDesk planning,
            Sheets sheets,
            ValveDrawing drawing,
            ValvePhotos photos,
            CurrentAccount current,
            Clock clock) {
        this.renaming = renaming;
        this.fittedParts = fittedParts;
        this.jobs = jobs;
        this.looks = looks;
        this.lines = lines;
        this.plantLines = plantLines;
        this.changes = changes;
        this.oldSeals = oldSeals;
        this.planning = planning;
        this.sheets = sheets;
        this.drawing = drawing;
        this.photos = photos;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/valves/{tag}")
    @Transactional(readOnly = true)
    String valve(@PathVariable String tag, Model model) {
        Valve valve = renaming.find(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        if (!valve.tag().equalsIgnoreCase(tag)) {
            return "redirect:" + valve.path();
        }
        Sheets.Pair pair = sheets.of(valve.typeId());
        Map<String, FittedPart> fitted = fittedParts.findByValveIdAndRemovedOnIsNull(valve.id()).stream()
                .collect(Collectors.toMap(FittedPart::part, Function.identity(), (a, b) -> b));
        model.addAttribute("nav", "valves");
        model.addAttribute("valve", valve);
        model.addAttribute("today", LocalDate.now(clock));
        model.addAttribute("svg", drawing.svg(valve, fitted, current.get().units()));
        model.addAttribute("configuration", pair.anatomy().inWords(valve.configuration()));
        model.addAttribute("figures", planning.figures(valve));
        model.addAttribute(
                "fitted",
                planning.build(valve).parts().stream()
                        .map(Part::id)
                        .filter(fitted::containsKey)
                        .map(fitted::get)
                        .toList());
        model.addAttribute(
                "partNames", planning.build(valve).parts().stream().collect(Collectors.toMap(Part::id, Part::name)));
        model.addAttribute(
                "ages",
                fitted.values().stream().collect(Collectors.toMap(FittedPart::part, f -> drawing.age(f.fittedOn()))));
        model.addAttribute("lineUse", Knowledge.exposure().words(plantLines.use(valve.area(), valve.line())));
        model.addAttribute(
                "sealsInLine",
                plantLines.judged(valve).stream()
                        .filter(j -> j.suitability().level() != Level.SUITS)
                        .toList());
        // nothing is worked out from a line that nobody has walked along
        model.addAttribute(
                "drawnLine",
                lines.of(valve.area(), valve.line())
                        .filter(d -> d.walked().isPresent())
                        .filter(d -> d.drawing().valve(valve.tag()).isPresent())
                        .map(DrawnLine::id)
                        .orElse(null));
        model.addAttribute("former", renaming.of(valve));
        model.addAttribute("changes", changes.findByValveIdOrderByAtDesc(valve.id()));
        List<OldSealRecord> seals = oldSeals.of(valve);
        model.addAttribute(
                "studied",
                valve.drive().pneumatic() && !ValveStudy.drives(pair.type()).isEmpty());
        model.addAttribute(
                "measurable",
                valve.drive().pneumatic()
                        && valve.drive().sprung()
                        && pair.anatomy().numbers().containsKey("actuator/preload"));
        model.addAttribute("settles", pair.type().joints().values().stream().anyMatch(j -> j.pattern()
                .isPresent()));
        model.addAttribute("oldSeals", seals);
        model.addAttribute("patterns", patterns(seals));
        model.addAttribute(
                "looks",
                Knowledge.oldSeals().appearances().stream()
                        .collect(Collectors.toMap(Appearance::id, Appearance::name)));
        model.addAttribute("jobs", jobs.ofValve(valve));
        model.addAttribute("rechecks", looks.openAt(valve));
        model.addAttribute("photos", photos.of(valve));
        return "valve";
    }

    /** What came out looking the same more than once. */
    private static List<String> patterns(List<OldSealRecord> seals) {
        Map<String, Long> times = seals.stream()
                .collect(Collectors.groupingBy(OldSealRecord::appearance, LinkedHashMap::new, Collectors.counting()));
        return times.entrySet().stream()
                .flatMap(t ->
                        Knowledge.oldSeals().appearance(t.getKey()).map(a -> Autopsy.pattern(a, t.getValue())).stream())
                .filter(p -> !p.isEmpty())
                .toList();
    }
}
