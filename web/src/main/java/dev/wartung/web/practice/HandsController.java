package dev.wartung.web.practice;

import dev.wartung.core.message.Message;
import dev.wartung.core.practice.HandsExercise;
import dev.wartung.core.practice.HandsExercise.Kind;
import dev.wartung.web.practice.HandsDesk.HandsRun;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Practising the hands: a question in pictures, what was right, the next. */
@Controller
class HandsController {

    private static final String ONE =
            "/practice/hands/{id:[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}}";

    private final HandsDesk desk;

    HandsController(HandsDesk desk) {
        this.desk = desk;
    }

    @PostMapping("/practice/hands")
    String begin() {
        return "redirect:/practice/hands/" + desk.begin();
    }

    /** @param seen the place whose answer is told; the next question without one */
    @GetMapping(ONE)
    String one(@PathVariable UUID id, @RequestParam(defaultValue = "0") int seen, Model model) {
        HandsRun run = known(id);
        if (run.answered().containsKey(seen) && seen <= run.exercises().size()) {
            model.addAttribute("told", run.exercises().get(seen - 1));
            model.addAttribute("right", run.answered().get(seen));
            model.addAttribute("place", seen);
            return page(run, model);
        }
        return asked(run, Message.NONE, Map.of(), model);
    }

    @PostMapping(ONE)
    String answer(
            @PathVariable UUID id, @RequestParam int place, @RequestParam Map<String, String> typed, Model model) {
        HandsRun run = known(id);
        if (run.next().filter(n -> n == place).isEmpty()) {
            return "redirect:/practice/hands/" + id;
        }
        HandsExercise exercise = run.exercises().get(place - 1);
        List<Integer> answer = read(exercise, typed);
        Optional<Message> trouble = exercise.trouble(answer);
        if (trouble.isPresent()) {
            return asked(run, trouble.get(), typed, model);
        }
        desk.answer(run, place, exercise.isRight(answer));
        return "redirect:/practice/hands/" + id + "?seen=" + place;
    }

    private static List<Integer> read(HandsExercise exercise, Map<String, String> typed) {
        List<Integer> answer = new ArrayList<>();
        if (exercise.kind() == Kind.ORDER) {
            for (int i = 0; i < exercise.pictures().size(); i++) {
                number(typed.getOrDefault("place." + i, "")).ifPresent(answer::add);
            }
        } else {
            number(typed.getOrDefault("picture", "")).ifPresent(answer::add);
        }
        return answer;
    }

    private static Optional<Integer> number(String text) {
        return text.matches("\\d{1,2}") ? Optional.of(Integer.parseInt(text)) : Optional.empty();
    }

    private HandsRun known(UUID id) {
        return desk.byId(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static String asked(HandsRun run, Message trouble, Map<String, String> typed, Model model) {
        run.next().ifPresent(place -> {
            model.addAttribute("exercise", run.exercises().get(place - 1));
            model.addAttribute("place", place);
        });
        model.addAttribute("trouble", trouble);
        model.addAttribute("typed", typed);
        return page(run, model);
    }

    private static String page(HandsRun run, Model model) {
        model.addAttribute("nav", "practice");
        model.addAttribute("id", run.id());
        model.addAttribute("all", run.exercises().size());
        model.addAttribute("rightSoFar", run.right());
        model.addAttribute("last", run.next().isEmpty());
        model.addAttribute("exercises", run.exercises());
        model.addAttribute("answered", run.answered());
        return "practice-hands";
    }
}
