package dev.wartung.web.device;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.proving.SeatTest.Chamber;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.page.TypedNumber;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** The workshop's test benches: where each answers, whether it does, adding one, taking one off the list. */
@Controller
class TestBenchController {

    private static final List<String> CHAMBER = List.of("volume", "within", "gauge");
    private static final double MOST_WITHIN = 50;

    private final TestBenches benches;
    private final ProvingDesk desk;
    private final CurrentAccount current;
    private final Clock clock;

    TestBenchController(TestBenches benches, ProvingDesk desk, CurrentAccount current, Clock clock) {
        this.desk = desk;
        this.current = current;
        this.clock = clock;
        this.benches = benches;
    }

    @GetMapping("/benches")
    String list(Model model) {
        return show(Map.of(), Map.of(), model);
    }

    /** Whether one answers, asked when somebody looks: a silent bench holds nobody's page up. */
    @GetMapping("/benches/{id:\\d{1,12}}/answers")
    String answers(@PathVariable long id, Model model) {
        model.addAttribute(
                "why",
                benches.findById(id)
                        .map(b -> RunDriver.trouble(b).orElse(""))
                        .orElse("It is not on the list any more."));
        return "benches :: answer";
    }

    @PostMapping("/benches")
    String add(@RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String name = typed.getOrDefault("name", "").strip();
        String host = typed.getOrDefault("host", "").strip();
        if (name.isEmpty() || name.length() > 60) {
            troubles.put("name", "Give it a name of at most 60 letters.");
        }
        if (!host.matches("[A-Za-z0-9.:-]{1,200}")) {
            troubles.put("host", "Type its address, for instance 10.0.4.20.");
        } else if (BenchNetworks.ofThisPlant().find(host).isEmpty()) {
            troubles.put("host", BenchNetworks.NOWHERE);
        }
        Optional<Integer> port = number(typed, "port", 65_535, troubles);
        Optional<Integer> unit = number(typed, "unit", 247, troubles);
        Optional<Chamber> chamber = chamber(typed, units, troubles);
        if (troubles.isEmpty() && port.isPresent() && unit.isPresent()) {
            try {
                TestBench bench = new TestBench(name, host, port.get(), unit.get(), typed.containsKey("stand-in"));
                benches.saveAndFlush(chamber.map(bench::enclosing).orElse(bench));
                return "redirect:/benches";
            } catch (DataIntegrityViolationException taken) {
                troubles.put("name", "There is a bench of that name.");
            }
        }
        return show(typed, troubles, model);
    }

    /** Says what a bench on the list encloses, anew. */
    @PostMapping("/benches/{id:\\d{1,12}}/chamber")
    String encloses(
            @PathVariable long id,
            @RequestParam Map<String, String> typed,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        TestBench bench = benches.findById(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Optional<Chamber> chamber = chamber(typed, units, troubles);
        if (chamber.isEmpty()) {
            if (troubles.isEmpty()) {
                troubles.put("volume", "Type all three.");
            }
            model.addAttribute("enclosing", id);
            return show(typed, troubles, model);
        }
        benches.save(bench.enclosing(chamber.get()));
        return "redirect:/benches";
    }

    /** Whoever asks stands at it from now on; where somebody else does, they were asked. */
    @PostMapping("/benches/{id:\\d{1,12}}/hold")
    String hold(@PathVariable long id, @RequestParam(defaultValue = "") String asked, Model model) {
        TestBench bench = benches.findById(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Optional<Account> holder = bench.holder(clock.instant()).filter(h -> !current.is(h));
        if (holder.isPresent() && !asked.equals(holder.get().username())) {
            return show(
                    Map.of(),
                    Map.of("hold." + id, holder.get().name() + " stands at it by now. Ask, then take it over."),
                    model);
        }
        desk.hold(bench);
        return "redirect:/benches";
    }

    @PostMapping("/benches/{id:\\d{1,12}}/let-go")
    String letGo(@PathVariable long id) {
        benches.findById(id)
                .filter(b -> b.holder(clock.instant()).filter(current::is).isPresent())
                .ifPresent(desk::letGo);
        return "redirect:/benches";
    }

    @PostMapping("/benches/{id:\\d{1,12}}/remove")
    String remove(@PathVariable long id) {
        benches.findById(id).ifPresent(benches::delete);
        return "redirect:/benches";
    }

    /** What it encloses: volume, how far that may be off, and the gauge; all or none. */
    private static Optional<Chamber> chamber(
            Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        if (CHAMBER.stream().allMatch(f -> typed.getOrDefault(f, "").isBlank())) {
            return Optional.empty();
        }
        double volume = amount("volume", Dimension.VOLUME, typed, units, troubles);
        double gauge = amount("gauge", Dimension.PRESSURE, typed, units, troubles);
        Optional<Double> share = TypedNumber.percent(
                "within",
                typed.getOrDefault("within", ""),
                MOST_WITHIN,
                "Per cent of the volume, at most 50, for instance 5.",
                troubles);
        return share.filter(s -> CHAMBER.stream().noneMatch(troubles::containsKey))
                .map(s -> new Chamber(volume, s, gauge));
    }

    private static double amount(
            String field, Dimension of, Map<String, String> typed, UnitSystem units, Map<String, String> troubles) {
        Entry entry = Entry.read(typed.getOrDefault(field, ""), units.unit(of));
        if (entry instanceof Entry.NotUnderstood not) {
            troubles.put(field, not.reason());
            return 0;
        }
        double si = ((Entry.Understood) entry).quantity().si();
        if (!(si > 0)) {
            troubles.put(field, "More than nothing.");
        }
        return si;
    }

    private static Optional<Integer> number(
            Map<String, String> typed, String field, int most, Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.matches("\\d{1,5}") && Integer.parseInt(text) >= 1 && Integer.parseInt(text) <= most) {
            return Optional.of(Integer.parseInt(text));
        }
        troubles.put(field, "A number from 1 to " + most + ".");
        return Optional.empty();
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("nothing", Map.of());
        List<TestBench> all = benches.findAllByOrderByName();
        model.addAttribute("benches", all);
        model.addAttribute("now", clock.instant());
        model.addAttribute("looks", desk.looks(all));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "benches";
    }
}
