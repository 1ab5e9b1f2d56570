package dev.wartung.web.due;

import dev.wartung.core.anatomy.LineEvent;
import dev.wartung.core.due.ServiceRule;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.TokenDesk;
import dev.wartung.web.address.PublicAddress;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.temporal.TemporalAdjusters;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
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
import org.springframework.web.server.ResponseStatusException;

/** What is due, month by month, and what makes it so. */
@Controller
class DueController {

    private static final int AHEAD_DAYS = 180;
    private static final int BACK_DAYS = 30;

    private final PublicAddress address;
    private final DueDesk desk;
    private final Agenda agenda;
    private final Looks looks;
    private final Valves valves;
    private final Sheets sheets;
    private final TokenDesk tokens;
    private final CurrentAccount current;
    private final Clock clock;

    DueController(
            DueDesk desk,
            Agenda agenda,
            Looks looks,
            Valves valves,
            Sheets sheets,
            TokenDesk tokens,
            CurrentAccount current,
            Clock clock,
            PublicAddress address) {
        this.address = address;
        this.desk = desk;
        this.agenda = agenda;
        this.looks = looks;
        this.valves = valves;
        this.sheets = sheets;
        this.tokens = tokens;
        this.current = current;
        this.clock = clock;
    }

    @GetMapping("/calendar")
    String calendar(@RequestParam(defaultValue = "") String month, Model model) {
        YearMonth shown;
        try {
            shown = month.isEmpty() ? YearMonth.now(clock) : YearMonth.parse(month);
        } catch (DateTimeException e) {
            shown = YearMonth.now(clock);
        }
        LocalDate first = shown.atDay(1).with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
        LocalDate last = shown.atEndOfMonth().with(TemporalAdjusters.nextOrSame(DayOfWeek.SUNDAY));
        Map<LocalDate, List<Agenda.Item>> byDay =
                agenda.between(first, last).stream().collect(Collectors.groupingBy(Agenda.Item::on));
        List<List<LocalDate>> weeks = Stream.iterate(first, d -> !d.isAfter(last), d -> d.plusWeeks(1))
                .map(monday -> IntStream.range(0, 7).mapToObj(monday::plusDays).toList())
                .toList();
        model.addAttribute("nav", "calendar");
        model.addAttribute("month", shown);
        model.addAttribute("weeks", weeks);
        model.addAttribute("byDay", byDay);
        model.addAttribute("today", LocalDate.now(clock));
        return "calendar";
    }

    /** Read by calendar programs, without logging in: whoever has the link may. */
    @GetMapping("/calendar/{token}.ics")
    ResponseEntity<String> feed(@PathVariable String token) {
        if (tokens.calendarOf(token).isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        LocalDate today = LocalDate.now(clock);
        String base = address.base();
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/calendar;charset=UTF-8"))
                .body(CalendarFeed.of(
                        agenda.between(today.minusDays(BACK_DAYS), today.plusDays(AHEAD_DAYS)), base, clock.instant()));
    }

    @GetMapping("/due/rules")
    String rules(Model model) {
        return show(Map.of(), Map.of(), model);
    }

    @PostMapping("/due/rules")
    String keep(@RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        OptionalInt months = limit("months", 600, typed, troubles);
        OptionalInt cycles = limit("cycles", 2_000_000_000, typed, troubles);
        OptionalInt sterilisations = limit("sterilisations", 100_000, typed, troubles);
        String type = typed.getOrDefault("type", "");
        String area = typed.getOrDefault("area", "");
        if (!type.isEmpty() && sheets.offered().stream().noneMatch(t -> t.id().equals(type))) {
            troubles.put("type", "There is no such type.");
        }
        if (!area.isEmpty() && !valves.areas().contains(area)) {
            troubles.put("area", "There is no such area.");
        }
        if (troubles.isEmpty() && Stream.of(months, cycles, sterilisations).allMatch(OptionalInt::isEmpty)) {
            troubles.put("months", "Give at least one limit.");
        }
        if (!troubles.isEmpty()) {
            return show(typed, troubles, model);
        }
        desk.keep(
                Optional.of(type).filter(t -> !t.isEmpty()),
                Optional.of(area).filter(a -> !a.isEmpty()),
                new ServiceRule(months, cycles, sterilisations));
        return "redirect:/due/rules";
    }

    @PostMapping("/due/rules/{id}/dropped")
    String drop(@PathVariable long id) {
        desk.drop(id);
        return "redirect:/due/rules";
    }

    private static OptionalInt limit(String field, int most, Map<String, String> typed, Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").replaceAll("[\\s\u00a0]", "");
        if (text.isEmpty()) {
            return OptionalInt.empty();
        }
        if (!text.matches("\\d{1,10}") || Long.parseLong(text) < 1 || Long.parseLong(text) > most) {
            troubles.put(field, "A whole number from 1 to " + most + ", or nothing.");
            return OptionalInt.empty();
        }
        return OptionalInt.of(Integer.parseInt(text));
    }

    @PostMapping("/due/events")
    String happened(@RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String[] where = typed.getOrDefault("where", "").split("\\|", 2);
        if (where.length < 2 || valves.findByAreaAndLine(where[0], where[1]).isEmpty()) {
            troubles.put("where", "Choose the line.");
        }
        Optional<LineEvent> event = Stream.of(LineEvent.values())
                .filter(e -> e.name().equals(typed.get("event")))
                .findFirst();
        if (event.isEmpty()) {
            troubles.put("event", "Choose what it went through.");
        }
        LocalDate today = LocalDate.now(clock);
        Optional<LocalDate> on = typed.getOrDefault("on", "").isBlank()
                ? Optional.of(today)
                : TypedDay.past("on", typed, today, troubles);
        if (troubles.isEmpty()) {
            model.addAttribute("raised", desk.happened(where[0], where[1], event.orElseThrow(), on.orElseThrow()));
        }
        return show(troubles.isEmpty() ? Map.of() : typed, troubles, model);
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "calendar");
        model.addAttribute("rules", desk.rules());
        model.addAttribute("types", sheets.offered());
        model.addAttribute(
                "typeNames",
                sheets.offered().stream().collect(Collectors.toMap(t -> t.id(), t -> t.maker() + " " + t.name())));
        model.addAttribute("areas", valves.areas());
        model.addAttribute("lines", valves.lines());
        model.addAttribute("events", LineEvent.values());
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "due";
    }

    /** Somebody looked. What is not fine goes on to finding the fault. */
    @PostMapping("/due/looks/{id}")
    @Transactional
    public String looked(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String found,
            @RequestParam(defaultValue = "") String note) {
        Recheck look = looks.find(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        boolean fine = found.equals("fine");
        if (look.open() && (fine || found.equals("not-fine"))) {
            String said = (fine ? "fine" : "not fine") + (note.isBlank() ? "" : ": " + note.strip());
            look.looked(LocalDate.now(clock), current.get(), said.substring(0, Math.min(500, said.length())));
        }
        return fine || !found.equals("not-fine")
                ? "redirect:" + look.valve().path()
                : "redirect:" + look.valve().path() + "/fault";
    }
}
