package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.drawing.GaugeDrawing;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.account.Signing;
import dev.wartung.web.document.Shot;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.stores.GreaseStore;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;

/** The bench: working through a job. Every action answers with the board as it stands after it. */
@Controller
@RequestMapping("/jobs/{number:\\d{1,9}}")
class BenchController {

    private static final String BOARD = "bench :: board";
    private static final String UNITS = "units";

    private final Jobs jobs;
    private final BenchDesk desk;
    private final ClosingDesk closing;
    private final PlanningDesk planning;
    private final Boards boards;
    private final UsualTimes times;
    private final GreaseStore greases;
    private final ToolsAtHand atHand;

    BenchController(
            Jobs jobs,
            BenchDesk desk,
            ClosingDesk closing,
            PlanningDesk planning,
            Boards boards,
            UsualTimes times,
            GreaseStore greases,
            ToolsAtHand atHand) {
        this.jobs = jobs;
        this.desk = desk;
        this.closing = closing;
        this.planning = planning;
        this.boards = boards;
        this.times = times;
        this.greases = greases;
        this.atHand = atHand;
    }

    /** The job's page: what is planned, the bench, or the report, by how far it is. */
    @GetMapping
    @Transactional(readOnly = true)
    String job(@PathVariable int number, @RequestParam(required = false) @Nullable String look, Model model) {
        JobView view = view(number);
        model.addAttribute("nav", "bench");
        model.addAttribute("job", view.job());
        if (view.job().state() == JobState.PLANNED) {
            return planned(view, "", model);
        }
        if (view.job().state() == JobState.CANCELLED) {
            return planned(view, "This job was cancelled before it was begun.", model);
        }
        if (view.job().state() != JobState.RUNNING) {
            return "redirect:/records/" + number;
        }
        show(boards.board(view, Optional.ofNullable(look), Map.of(), Outcome.DONE), model);
        return "bench";
    }

    /** The board alone, for the screens of those who watch. Nothing (204) while it is the one they have seen. */
    @GetMapping("/board")
    @Transactional(readOnly = true)
    String board(
            @PathVariable int number,
            @RequestParam(defaultValue = "-1") int seen,
            @RequestParam(required = false) @Nullable String look,
            Model model) {
        JobView view = view(number);
        if (view.seq() == seen) {
            throw new ResponseStatusException(HttpStatus.NO_CONTENT);
        }
        return show(boards.board(view, Optional.ofNullable(look), Map.of(), Outcome.DONE), model);
    }

    /** One reading judged as it is typed: its gauge and what to do next. */
    @GetMapping("/steps/{step}/judge")
    String judge(
            @PathVariable int number,
            @PathVariable String step,
            @RequestParam String ask,
            @RequestParam Map<String, String> typed,
            @ModelAttribute(UNITS) UnitSystem units,
            Model model) {
        JobView view = view(number);
        Ask asked = asked(view, step, ask);
        if (asked instanceof AtPlaces places) {
            return spread(view, step, places, typed, units, model);
        }
        if (!(asked instanceof Measurement once)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        String text = typed.getOrDefault(StepFields.READING + ask, "");
        Optional<ReadWith> with = atHand.at(step(view, step), typed, Map.of()).readWith(once);
        WrenchForm wrench = new WrenchForm(typed, once.toolOffsetM(), units);
        model.addAttribute(
                "gauge",
                once.band()
                        .map(limits -> GaugeDrawing.svg(limits, Boards.reading(once, typed, units), units))
                        .orElse(""));
        model.addAttribute("verdict", StepForm.judge(once, typed, units, with).orElse(null));
        model.addAttribute(
                "trouble",
                !text.isBlank() && StepForm.read(once, text, wrench, units) instanceof Entry.NotUnderstood not
                        ? not.reason()
                        : Boards.reading(once, typed, units)
                                .flatMap(q ->
                                        StepForm.beyond(q, with, wrench.wrench().atBolt(1), units))
                                .orElse(""));
        return "bench-step :: judged";
    }

    /** The tin in hand judged for the films of a step, as its lot is typed or scanned. */
    @GetMapping("/steps/{step}/grease")
    String grease(
            @PathVariable int number, @PathVariable String step, @RequestParam Map<String, String> typed, Model model) {
        JobView view = view(number);
        GreaseForm form =
                new GreaseForm(step(view, step), greases.shelf(view.job().valve()), typed);
        model.addAttribute("unknown", form.unknown());
        model.addAttribute("suits", form.judged().orElse(null));
        return "bench-step :: tin";
    }

    /**
     * One turn of a bolt-up: read off the wrench, or clicked at what it is set to, for this bolt or the rest of the
     * stage; or the last taken back.
     */
    @GetMapping("/steps/{step}/turn")
    String turn(
            @PathVariable int number,
            @PathVariable String step,
            @RequestParam String ask,
            @RequestParam String turn,
            @RequestParam Map<String, String> typed,
            @ModelAttribute(UNITS) UnitSystem units,
            Model model) {
        JobView view = view(number);
        if (!(asked(view, step, ask) instanceof AtPlaces asked)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        SpreadForm form = new SpreadForm(asked, typed, units);
        WrenchForm wrench = new WrenchForm(typed, asked.toolOffsetM(), units);
        Map<String, String> after = new HashMap<>(typed);
        String shown = typed.getOrDefault("shown", "").strip();
        String field = StepFields.READING + ask;
        if (!wrench.troubles().isEmpty()) {
            model.addAttribute("trouble", String.join(" ", wrench.troubles().values()));
        } else if (turn.equals("back")) {
            after.put(field, form.listWithoutLast());
        } else if (turn.equals("stage")) {
            after.put(field, form.listWith(form.restOfStage()));
        } else if (shown.isEmpty()) {
            after.put(field, form.listWith(form.restOfStage().stream().limit(1).toList()));
        } else if (StepForm.read(asked, shown, wrench, units) instanceof Entry.Understood understood) {
            after.put(field, form.listWith(List.of(understood.quantity().si())));
        } else if (StepForm.read(asked, shown, wrench, units) instanceof Entry.NotUnderstood not) {
            model.addAttribute("trouble", not.reason());
            model.addAttribute("shown", shown);
        }
        return spread(view, step, asked, after, units, model);
    }

    private String spread(
            JobView view, String step, AtPlaces asked, Map<String, String> typed, UnitSystem units, Model model) {
        model.addAttribute("job", view.job());
        model.addAttribute("stepId", step);
        ToolForm tools = atHand.at(step(view, step), typed, Map.of());
        model.addAttribute("here", SpreadView.of(asked, typed, units, tools.readWith(asked)));
        model.addAttribute(
                "now",
                Boards.spread(step(view, step), typed, units, tools::readWith).orElseThrow());
        return asked.spread().how() == How.RUN ? "spread :: turned" : "spread :: mapped";
    }

    private static Step step(JobView view, String step) {
        return view.progress().procedure().steps().stream()
                .filter(s -> s.id().equals(step))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static Ask asked(JobView view, String step, String ask) {
        return step(view, step).asks().stream()
                .filter(a -> a.id().equals(ask))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    @PostMapping("/start")
    String start(@PathVariable int number, @RequestParam UUID entryId, Model model) {
        Outcome outcome = desk.start(number, entryId);
        if (outcome.went()) {
            return "redirect:/jobs/" + number;
        }
        return planned(view(number), outcome.trouble(), model);
    }

    @PostMapping("/cancel")
    String cancel(@PathVariable int number, @RequestParam UUID entryId, Model model) {
        Outcome outcome = closing.cancel(number, entryId);
        return outcome.went() ? "redirect:/" : planned(view(number), outcome.trouble(), model);
    }

    private String planned(JobView view, String trouble, Model model) {
        model.addAttribute("nav", "bench");
        model.addAttribute("job", view.job());
        model.addAttribute("view", view);
        model.addAttribute("figures", planning.figures(view.job().valve()));
        model.addAttribute(
                "greases", planning.greases(view.job().valve(), view.progress().procedure()));
        model.addAttribute(
                "minutesHere",
                times.minutes(view.job().valve().typeId(), view.progress().procedure()));
        model.addAttribute("warnings", planning.warnings(view));
        model.addAttribute("reported", view.reported());
        model.addAttribute("trouble", trouble);
        return "job";
    }

    @PostMapping("/steps/{step}")
    String confirm(
            @PathVariable int number,
            @PathVariable String step,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            Model model) {
        Outcome outcome = desk.confirm(number, step, entryId, typed);
        Map<String, String> kept = new HashMap<>(outcome.went() ? Map.of() : typed);
        kept.remove(Signing.SECOND_PASSWORD);
        return show(boards.now(number, kept, outcome), model);
    }

    @PostMapping("/correct")
    String correct(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            Model model) {
        Map<String, String> found = new HashMap<>();
        typed.forEach((field, value) -> {
            if (field.startsWith(StepFields.FACT) && !value.isBlank()) {
                found.put(field.substring(StepFields.FACT.length()), value);
            }
        });
        return answer(
                number, desk.correct(number, entryId, found, typed.getOrDefault("correct.reason", "")), typed, model);
    }

    @PostMapping("/problem")
    String problem(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam(defaultValue = "") String note,
            Model model) {
        return answer(number, desk.problem(number, entryId, note), Map.of("note", note), model);
    }

    @PostMapping("/note")
    String note(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            @RequestParam(name = "note.photo") Optional<MultipartFile> photo,
            Model model) {
        return answer(number, desk.note(number, entryId, typed, Shot.of(photo.orElse(null))), typed, model);
    }

    @PostMapping("/take-back")
    String takeBack(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam(defaultValue = "") String reason,
            Model model) {
        return answer(number, desk.takeBack(number, entryId, reason), Map.of("reason", reason), model);
    }

    @PostMapping("/take-over")
    String takeOver(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam(defaultValue = "") String reason,
            Model model) {
        return answer(number, desk.takeOver(number, entryId, reason), Map.of("reason", reason), model);
    }

    @PostMapping("/close-up")
    String closeUp(@PathVariable int number, @RequestParam UUID entryId, Model model) {
        return answer(number, desk.closeUp(number, entryId), Map.of(), model);
    }

    @PostMapping("/stop")
    String stop(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(name = ClosingDesk.STOP_PASSWORD, defaultValue = "") String password,
            Model model) {
        return answer(number, closing.stop(number, entryId, reason, password), Map.of("reason", reason), model);
    }

    @PostMapping("/close")
    String close(
            @PathVariable int number,
            @RequestParam UUID entryId,
            @RequestParam Map<String, String> typed,
            Model model) {
        Map<String, String> kept = new HashMap<>(typed);
        kept.keySet().removeAll(List.of(Signing.PASSWORD, Signing.SECOND_PASSWORD));
        return answer(number, closing.close(number, entryId, typed), kept, model);
    }

    private String answer(int number, Outcome outcome, Map<String, String> typed, Model model) {
        return show(boards.now(number, outcome.went() ? Map.of() : typed, outcome), model);
    }

    private static String show(Board board, Model model) {
        model.addAttribute("board", board);
        model.addAttribute("job", board.view().job());
        model.addAttribute("newValve", board.view().ofNewValve());
        return BOARD;
    }

    private JobView view(int number) {
        return jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
    }
}
