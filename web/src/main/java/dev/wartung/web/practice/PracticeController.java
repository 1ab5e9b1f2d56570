package dev.wartung.web.practice;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.practice.Attempt;
import dev.wartung.core.practice.Debrief;
import dev.wartung.core.practice.Made;
import dev.wartung.core.practice.Trap;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.sheet.Sheets;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Choosing an exercise, working in it, and reading how it went. */
@Controller
class PracticeController {

    private static final String ONE = "/practice/{id:\\d{1,12}}";

    private final PracticeDesk desk;
    private final PracticeWay way;
    private final HandsDesk hands;
    private final Sheets sheets;
    private final CurrentAccount current;

    PracticeController(PracticeDesk desk, PracticeWay way, HandsDesk hands, Sheets sheets, CurrentAccount current) {
        this.way = way;
        this.hands = hands;
        this.desk = desk;
        this.sheets = sheets;
        this.current = current;
    }

    private boolean trains() {
        return current.get().roles().stream()
                .anyMatch(EnumSet.of(Role.PLANNER, Role.REVIEWER, Role.ADMINISTRATOR)::contains);
    }

    /** What can be practised: a type, then what is open of it. */
    @GetMapping("/practice")
    String choose(
            @RequestParam(defaultValue = "") String type,
            @RequestParam(defaultValue = "") String drive,
            @RequestParam Map<String, String> typed,
            Model model) {
        List<TypeSheet> types = desk.types();
        String chosen = types.stream()
                .map(TypeSheet::id)
                .filter(type::equals)
                .findFirst()
                .orElse(types.get(0).id());
        Drive of = drive(chosen, drive);
        ValveConfiguration configuration = desk.configuration(chosen, of, options(typed));
        model.addAttribute("nav", "practice");
        model.addAttribute("types", types);
        model.addAttribute("type", chosen);
        model.addAttribute("drives", desk.drives(chosen));
        model.addAttribute(
                "driveWords",
                desk.drives(chosen).stream()
                        .collect(Collectors.toMap(Function.identity(), d -> sheets.driveWords(chosen, d))));
        model.addAttribute("drive", of);
        model.addAttribute("options", desk.options(chosen));
        model.addAttribute("names", sheets.of(chosen).anatomy().options());
        model.addAttribute("configuration", configuration);
        model.addAttribute("works", desk.works(chosen, configuration));
        model.addAttribute("traps", Trap.Kind.values());
        List<PracticeWay.Stage> stages = way.stages();
        model.addAttribute("stages", stages);
        model.addAttribute("next", way.proposal(stages).orElse(null));
        model.addAttribute("mastered", hands.mastered());
        model.addAttribute("choosing", !type.isEmpty());
        model.addAttribute("own", desk.own());
        model.addAttribute("titles", desk.own().stream().collect(Collectors.toMap(PracticeRun::id, desk::title)));
        model.addAttribute("results", trains() ? desk.results() : List.of());
        return "practice";
    }

    private Drive drive(String type, String typed) {
        return desk.drives(type).stream()
                .filter(d -> d.name().equals(typed))
                .findFirst()
                .orElse(desk.drives(type).get(0));
    }

    private static Map<String, String> options(Map<String, String> typed) {
        return typed.entrySet().stream()
                .filter(e -> e.getKey().startsWith("option."))
                .collect(Collectors.toMap(e -> e.getKey().substring("option.".length()), Map.Entry::getValue));
    }

    @PostMapping("/practice")
    String begin(
            @RequestParam(defaultValue = "") String type,
            @RequestParam(defaultValue = "") String drive,
            @RequestParam(defaultValue = "") String work,
            @RequestParam(defaultValue = "") String trap,
            @RequestParam Map<String, String> typed,
            Model model) {
        if (desk.types().stream().noneMatch(t -> t.id().equals(type))) {
            return choose(type, drive, typed, model);
        }
        ValveConfiguration told = desk.configuration(type, drive(type, drive), options(typed));
        Optional<PracticeDesk.Offer> offer = desk.works(type, told).stream()
                .filter(o -> o.key().equals(work))
                .findFirst();
        if (offer.isEmpty()) {
            model.addAttribute("trouble", "Choose a work that this valve has.");
            return choose(type, drive, typed, model);
        }
        Trap.Kind kind = Stream.of(Trap.Kind.values())
                .filter(k -> k.name().equals(trap))
                .findFirst()
                .orElse(Trap.Kind.NONE);
        return "redirect:/practice/" + desk.begin(type, told, offer.get(), kind).id();
    }

    @GetMapping(ONE)
    String one(@PathVariable long id, @RequestParam(required = false) String choosing, Model model) {
        PracticeRun run = known(id);
        Attempt attempt = desk.attempt(run);
        model.addAttribute("nav", "practice");
        model.addAttribute("run", run);
        model.addAttribute("heading", desk.title(run));
        model.addAttribute(
                "told",
                sheets.of(run.typeId()).anatomy().inWords(attempt.exercise().told()));
        model.addAttribute("driveWords", sheets.driveWords(run.typeId(), run.drive()));
        model.addAttribute("board", PracticeBoard.of(attempt, sheets, Optional.ofNullable(choosing)));
        model.addAttribute("own", run.account().id().equals(current.get().id()));
        if (!run.running()) {
            model.addAttribute("debrief", Debrief.of(attempt));
        } else {
            model.addAttribute("suspects", suspects(run, attempt));
        }
        return "practice-run";
    }

    /**
     * What can be said to be wrong: parts that can be seen, or each option and the drive as something else. By what is
     * sent.
     */
    private Map<String, String> suspects(PracticeRun run, Attempt attempt) {
        Map<String, String> suspects = new LinkedHashMap<>();
        if (run.trap() == Trap.Kind.HIDDEN_FAULT) {
            attempt.bench()
                    .exposed()
                    .forEach(p ->
                            suspects.put(p.id() + "=", "There is something wrong with " + Part.inSentence(p.name())));
        } else {
            ValveConfiguration told = attempt.exercise().told();
            desk.drives(run.typeId()).stream()
                    .filter(d -> d != told.drive())
                    .forEach(d -> suspects.put(
                            Trap.DRIVE + "=" + d.code(),
                            "It is " + d.code() + ", " + sheets.driveWords(run.typeId(), d)));
            var names = sheets.of(run.typeId()).anatomy().options();
            desk.options(run.typeId())
                    .forEach((option, choices) -> choices.forEach((value, words) -> {
                        if (!value.equals(told.options().get(option))) {
                            suspects.put(
                                    option + "=" + value,
                                    Objects.requireNonNull(names.get(option)).name() + ": it is " + words);
                        }
                    }));
        }
        return suspects;
    }

    @PostMapping(ONE + "/move")
    String move(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String key,
            @RequestParam(defaultValue = "") String tool,
            @RequestParam(defaultValue = "") String grease,
            Model model) {
        Attempt attempt = desk.attempt(known(id));
        boolean offered = attempt.moves().stream().anyMatch(m -> m.key().equals(key));
        boolean complete = offered
                && attempt.moves().stream()
                        .filter(m -> m.key().equals(key))
                        .findFirst()
                        .map(attempt::here)
                        .filter(s -> (attempt.tools(s).isEmpty()
                                        || attempt.tools(s).stream()
                                                .anyMatch(t -> t.toString().equals(tool)))
                                && (attempt.greases(s).isEmpty()
                                        || grease.equals(Made.DRY)
                                        || attempt.greases(s).contains(grease)))
                        .isPresent();
        if (complete) {
            desk.make(id, Made.move(key, tool, grease.isEmpty() ? Made.DRY : grease));
        } else if (offered) {
            model.addAttribute("trouble", "Choose what you take for it.");
            return one(id, key, model);
        }
        return "redirect:/practice/" + id;
    }

    @PostMapping(ONE + "/look")
    String look(@PathVariable long id, @RequestParam(defaultValue = "") String part) {
        if (desk.attempt(known(id)).bench().build().part(part).isPresent()) {
            desk.make(id, Made.look(part));
        }
        return "redirect:/practice/" + id;
    }

    @PostMapping(ONE + "/hint")
    String hint(@PathVariable long id) {
        desk.make(known(id).id(), Made.hint());
        return "redirect:/practice/" + id;
    }

    @PostMapping(ONE + "/name")
    String name(@PathVariable long id, @RequestParam(defaultValue = "") String what) {
        PracticeRun run = known(id);
        if (run.running() && suspects(run, desk.attempt(run)).containsKey(what)) {
            String[] parts = what.split("=", 2);
            desk.make(id, Made.name(parts[0], parts[1]));
        }
        return "redirect:/practice/" + id;
    }

    @PostMapping(ONE + "/end")
    String end(@PathVariable long id) {
        desk.end(known(id).id());
        return "redirect:/practice/" + id;
    }

    private PracticeRun known(long id) {
        return desk.byId(id, trains()).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
