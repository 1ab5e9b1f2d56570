package dev.wartung.web.outage;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.Role;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.tool.Toolbox;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Before the lights go out: one job of a work is done in an application of its own, and what was typed at each step is
 * kept. On valves built alike the same can be typed again, by
 * processes that know nothing of this one.
 *
 * @param steps   in their order
 * @param closing what is typed to close
 */
public record Rehearsal(List<Typed> steps, Map<String, String> closing) {

    /** What is typed at a step. */
    public record Typed(String step, Map<String, String> fields) {}

    /** Does the work once. */
    public static Rehearsal of(ConfigurableApplicationContext context, String tag, String work, String technician)
            throws Exception {
        Jobs jobs = context.getBean(Jobs.class);
        BenchRun bench = new BenchRun(RunningApplication.web(context), jobs);
        int job = bench.begin(tag, work, technician);
        List<Typed> steps = new ArrayList<>();
        // the first of each kind that may be used; a step that asks for none ignores it
        Map<String, String> tools = new HashMap<>();
        context.getBean(Toolbox.class).all().stream()
                .filter(t -> t.usable(LocalDate.now()))
                .forEach(t -> tools.putIfAbsent("tool." + t.kind().name(), t.number()));
        while (bench.current(job).isPresent()) {
            Map<String, String> fields = new HashMap<>(bench.answers(job));
            fields.putAll(tools);
            // lots the stores do not know are taken all the same
            bench.answers(job).keySet().stream()
                    .filter(f -> f.startsWith("lot."))
                    .forEach(f -> fields.put("instead." + f, "in hand"));
            steps.add(new Typed(bench.current(job).orElseThrow().id(), Map.copyOf(fields)));
            bench.confirm(job, technician, fields);
        }
        Rehearsal rehearsed = new Rehearsal(List.copyOf(steps), bench.closing(job));
        bench.close(job, technician);
        assertThat(rehearsed.steps()).hasSizeGreaterThan(10);
        return rehearsed;
    }

    /**
     * Further technicians; everybody's password is that of the test site.
     *
     * @return their names
     */
    public static List<String> hire(ConfigurableApplicationContext context, int how) {
        String hash = context.getBean(PasswordEncoder.class).encode(TestSite.PASSWORD);
        List<String> names = new ArrayList<>();
        for (int i = 1; i <= how; i++) {
            context.getBean(Accounts.class)
                    .save(new Account("hand-" + i, "Hand " + i, hash, EnumSet.of(Role.TECHNICIAN)));
            names.add("hand-" + i);
        }
        return names;
    }

    /**
     * Plans the work on a valve.
     *
     * @return the job's number
     */
    public static int planned(ConfigurableApplicationContext context, String tag, String work) {
        PlanningDesk planning = context.getBean(PlanningDesk.class);
        Valve valve = context.getBean(Valves.class).findByTagIgnoreCase(tag).orElseThrow();
        Account planner = context.getBean(Accounts.class).findByUsername("pia").orElseThrow();
        return planning.keep(
                        valve,
                        planning.work(valve, work, Optional.empty()).orElseThrow(),
                        LocalDate.of(2199, 1, 1),
                        planner)
                .number();
    }
}
