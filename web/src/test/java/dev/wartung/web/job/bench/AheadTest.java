package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.valve.Valves;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;

/** What a device compares without network is what the bench judges with it. */
@ExtendWith({RunningApplication.class, Browser.class})
class AheadTest {

    private static final long SEED = Long.getLong("wartung.ahead.seed", System.nanoTime());

    /** Works with many readings, bolts and gaps among them. */
    private static final Map<String, String> WORKS = Map.of(
            "TS-001",
            "renew-product-seals",
            "TF-001",
            "renew-product-seals",
            "TF-003",
            "renew-diaphragm",
            "TX-001",
            "renew-diaphragm");

    private final Random random = new Random(SEED);

    /** One reading as it is typed, and what the bench says of it. */
    private record Case(String step, String ask, Map<String, String> typed, String says) {}

    @BeforeAll
    static void tools(JdbcTemplate jdbc, Valves valves) {
        // its nut is reached by a service tool on the wrench, which makes more of what the wrench shows
        valves.save(TestSite.of("TX-001", "terskel-15", Map.of("drive", "NC")));
        jdbc.execute(
                "insert into reading_rule (id, guarded, by_id, at) select 1, true, id, now() from account where username = 'pia'");
        tool(jdbc, "W-1", "TORQUE_WRENCH", 2, 100, 0.5, 0, 0.04);
        tool(jdbc, "W-2", "TORQUE_WRENCH", 5, 14, 0.1, 0, 0.01);
        tool(jdbc, "C-1", "CALIPER", 0, 0.15, 1e-5, 3e-5, 0);
        tool(jdbc, "G-1", "GAUGE", 0, 1e6, 1000, 5000, 0);
    }

    private static void tool(
            JdbcTemplate jdbc,
            String number,
            String kind,
            double from,
            double to,
            double resolution,
            double off,
            double share) {
        jdbc.update(
                "insert into measuring_tool (number, kind, name, months, good_until, version) values (?, ?, 'a tool', 12, '2199-01-01', 0)",
                number,
                kind);
        jdbc.update(
                "insert into calibration (tool_id, on_day, good, certificate, note, by_id, at, reaches_from, reaches_to, resolution, uncertainty, share) select t.id, '2026-01-01', true, 'c', '', a.id, now(), ?, ?, ?, ?, ? from measuring_tool t, account a where t.number = ? and a.username = 'pia'",
                from,
                to,
                resolution,
                off,
                share,
                number);
    }

    @Test
    @DisplayName(
            "Every reading of several jobs, at its limits and anywhere, in both systems: the same verdict, tools counted")
    void sameVerdict(
            Address at,
            Browser browser,
            MockMvc web,
            Jobs jobs,
            Ahead ahead,
            ToolsAtHand atHand,
            CurrentAccount current,
            JdbcTemplate jdbc)
            throws Exception {
        System.out.println("ahead: seed " + SEED);
        Page page = browser.loggedIn(at.base(), "theo");
        int compared = 0;
        int offset = 0;
        for (Map.Entry<String, String> one : WORKS.entrySet()) {
            int number = new BenchRun(web, jobs).begin(one.getKey(), one.getValue(), "theo");
            for (UnitSystem units : UnitSystem.values()) {
                jdbc.update("update account set units = ? where username = 'theo'", units.name());
                List<Case> cases = new ArrayList<>();
                Map<String, String> rules = new HashMap<>();
                current.as("theo", () -> {
                    JobView view = jobs.view(number).orElseThrow();
                    for (Ahead.Coming coming : ahead.of(view).coming()) {
                        rules.put(coming.step().id(), coming.rules());
                        cases.addAll(cases(coming.step(), atHand, units));
                    }
                });
                assertThat(cases).isNotEmpty();
                List<String> said = said(page, rules, cases);
                for (int i = 0; i < cases.size(); i++) {
                    assertThat(said.get(i))
                            .as(() -> one + ", " + units)
                            .withFailMessage(cases.get(i) + " was judged " + said.get(i))
                            .isEqualTo(cases.get(i).says());
                }
                compared += cases.size();
                offset += (int) rules.values().stream()
                        .filter(r -> r.contains("\"atBolt\":1.2"))
                        .count();
            }
            jdbc.update("update account set units = 'METRIC' where username = 'theo'");
        }
        assertThat(compared).isGreaterThan(500);
        assertThat(offset).as("with a tool on the wrench").isPositive();
    }

    @SuppressWarnings("unchecked")
    private static List<String> said(Page page, Map<String, String> rules, List<Case> cases) {
        return (List<String>) page.evaluate(
                """
                ([rules, cases]) => cases.map(c => {
                  const rule = JSON.parse(rules[c.step]).asks.find(a => a.id === c.ask), typed = new Map(Object.entries(c.typed));
                  const judged = rule.kind === 'measurement' ? compared.measured(rule, typed) : compared.run(rule, typed);
                  return judged.trouble ? 'TROUBLE' : rule.kind === 'measurement' ? judged.how + ' ' + judged.next : judged.how;
                })""",
                List.of(
                        rules,
                        cases.stream()
                                .map(c -> Map.of("step", c.step(), "ask", c.ask(), "typed", c.typed()))
                                .toList()));
    }

    private List<Case> cases(Step step, ToolsAtHand atHand, UnitSystem units) {
        List<Case> cases = new ArrayList<>();
        for (Ask ask : step.asks()) {
            if (ask.isStopped()) {
                continue;
            }
            for (Map<String, String> tool : tools(step, ask, atHand)) {
                if (ask instanceof Measurement once) {
                    typed(once, units).forEach(text -> cases.add(measured(step, once, text, tool, atHand, units)));
                } else if (ask instanceof AtPlaces places && AheadRules.isRun(places)) {
                    for (int i = 0; i < 8; i++) {
                        cases.add(run(step, places, tool, atHand));
                    }
                }
            }
        }
        return cases;
    }

    private static List<Map<String, String>> tools(Step step, Ask ask, ToolsAtHand atHand) {
        List<Map<String, String>> all = new ArrayList<>(List.of(Map.of()));
        atHand.at(step, Map.of(), Map.of()).lines().forEach(line -> line.usable()
                .forEach(tool -> all.add(Map.of(line.field(), tool.number()))));
        return all.stream()
                .filter(t -> t.isEmpty()
                        ? atHand.at(step, Map.of(), Map.of()).readWith(ask).isEmpty()
                        : atHand.at(step, t, Map.of()).readWith(ask).isPresent())
                .toList();
    }

    /** At the limits, on either side of them, and anywhere; also what is no number here. */
    private List<String> typed(Measurement once, UnitSystem units) {
        Unit unit = units.unit(once.measured());
        double low = once.band().map(b -> b.min().in(unit)).orElse(1.0);
        double high = once.band().map(b -> b.max().in(unit)).orElse(9.0);
        Stream<Double> values = Stream.concat(
                Stream.of(low, high, (low + high) / 2, 0.0, low * 0.999, high * 1.001),
                random.doubles(6, low - (high - low) / 2, high + (high - low) / 2)
                        .boxed());
        return Stream.concat(
                        values.map(v -> String.format(Locale.ROOT, "%.4f", v)),
                        Stream.of("", "1,234", "twelve", "13,5 " + unit.symbol(), "7 furlong", "-3"))
                .toList();
    }

    private static Case measured(
            Step step, Measurement once, String text, Map<String, String> tool, ToolsAtHand atHand, UnitSystem units) {
        Map<String, String> typed = new HashMap<>(tool);
        typed.put(StepFields.READING + once.id(), text);
        Optional<ReadWith> with = atHand.at(step, typed, Map.of()).readWith(once);
        WrenchForm wrench = new WrenchForm(typed, once.toolOffsetM(), units);
        boolean understood = StepForm.read(once, text, wrench, units) instanceof Entry.Understood u
                && StepForm.beyond(u.quantity(), with, wrench.wrench().atBolt(1), units)
                        .isEmpty();
        return of(step, once, typed, understood ? StepForm.judge(once, typed, units, with) : Optional.empty(), units);
    }

    private Case run(Step step, AtPlaces places, Map<String, String> tool, ToolsAtHand atHand) {
        List<Quantity> meant = places.spread().intended(places.band());
        List<Double> turns = meant.stream()
                .map(q -> q.si() * (random.nextInt(6) == 0 ? 0.8 + random.nextDouble() * 0.4 : 1))
                .map(v -> Math.round(v * 1000) / 1000.0)
                .toList();
        Map<String, String> typed = new HashMap<>(tool);
        typed.put(StepFields.READING + places.id(), SpreadForm.list(turns));
        SpreadForm form = new SpreadForm(places, typed, UnitSystem.METRIC);
        Optional<ReadWith> with = atHand.at(step, typed, Map.of()).readWith(places);
        return of(
                step,
                places,
                typed,
                form.beyond(with).isPresent() ? Optional.empty() : Optional.of(places.judge(form.read(), with)),
                UnitSystem.METRIC);
    }

    private static Case of(Step step, Ask ask, Map<String, String> typed, Optional<Verdict> verdict, UnitSystem units) {
        return new Case(
                step.id(),
                ask.id(),
                typed,
                verdict.map(v -> ask instanceof Measurement
                                ? v.outcome() + " " + new Wording(units).of(v.next())
                                : v.outcome().name())
                        .orElse("TROUBLE"));
    }
}
