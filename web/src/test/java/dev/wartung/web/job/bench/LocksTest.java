package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Locked;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.EventWords;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.test.web.servlet.MockMvc;

/** Locks are put on and taken off one by one where the line is drawn; two jobs on one line know of each other's. */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class LocksTest {

    private final Jobs jobs;
    private final BenchDesk service;
    private final ClosingDesk closing;
    private final PlanningDesk planning;
    private final Accounts accounts;
    private final LocksAtHand locks;
    private final LineDrawings lines;
    private final Valves valves;

    LocksTest(
            Jobs jobs,
            BenchDesk service,
            ClosingDesk closing,
            PlanningDesk planning,
            Accounts accounts,
            LocksAtHand locks,
            LineDrawings lines,
            Valves valves) {
        this.jobs = jobs;
        this.service = service;
        this.closing = closing;
        this.planning = planning;
        this.accounts = accounts;
        this.locks = locks;
        this.lines = lines;
        this.valves = valves;
    }

    /** A line of four spring-closing valves between a tank and a filler, drawn and walked along. */
    private void drawn(String prefix) {
        LineDrawing line = LineDrawing.EMPTY.with(new Fitting("t", FittingKind.TANK, "T9"));
        LineEnd last = LineEnd.of("t");
        for (int i = 1; i <= 4; i++) {
            Valve valve = TestSite.valve(prefix + i, Drive.NC);
            valve.isAt("locks", "Lock hall", prefix, i);
            valves.save(valve);
            line = line.with(new Fitting("v" + i, FittingKind.VALVE, prefix + i))
                    .joined(last, new LineEnd("v" + i, "inlet"));
            last = new LineEnd("v" + i, "outlet");
        }
        line = line.with(new Fitting("o", FittingKind.OUTLET, "Filler")).joined(last, LineEnd.of("o"));
        assertThat(lines.walked(lines.keep("Lock hall", prefix, line), 1)).isTrue();
    }

    private int begun(String tag) {
        int number = planned(tag);
        assertThat(service.start(number, UUID.randomUUID()).went()).isTrue();
        return number;
    }

    private int planned(String tag) {
        Valve valve = valves.findByTagIgnoreCase(tag).orElseThrow();
        return planning.keep(
                        valve,
                        planning.work(valve, "inspect", Optional.empty()).orElseThrow(),
                        LocalDate.now(),
                        accounts.findByUsername("tessa").orElseThrow())
                .number();
    }

    private JobView view(int number) {
        return jobs.view(number).orElseThrow();
    }

    private Step current(int number) {
        return view(number).progress().current().orElseThrow();
    }

    private Outcome confirm(int number, Map<String, String> otherwise) {
        Step step = current(number);
        Map<String, String> typed = GoodAnswers.typed(view(number), step);
        typed.putAll(otherwise);
        return service.confirm(number, step.id(), UUID.randomUUID(), typed);
    }

    private Map<String, String> everyLock(int number) {
        return locks.at(view(number), current(number)).each().stream()
                .collect(Collectors.toMap(LocksAtHand.Each::field, l -> "yes"));
    }

    private void upTo(int number, String operation) {
        while (!current(number).id().equals(operation)) {
            assertThat(confirm(number, everyLock(number)).went()).isTrue();
        }
    }

    @Test
    @DisplayName(
            "Each lock is confirmed by itself; they come off in reverse; another job's lock on the same place is told")
    void oneByOne() {
        drawn("LK-");
        int job = begun("LK-2");
        upTo(job, "lock-line");
        assertThat(confirm(job, Map.of("lock.LK-1", "yes")).byField())
                .containsOnly(
                        Map.entry("lock.LK-3", "Not locked yet."),
                        Map.entry("instead.lock.LK-3", "If it is not to be, say why."));
        assertThat(view(job).log().locksOn()).isEmpty();
        assertThat(confirm(job, Map.of("lock.LK-1", "yes", "lock.LK-3", "yes")).went())
                .isTrue();
        assertThat(view(job).log().locksOn()).extracting(Locked::at).containsExactly("LK-1", "LK-3");

        int beside = begun("LK-4");
        upTo(beside, "lock-line");
        assertThat(locks.at(view(beside), current(beside)).each())
                .extracting(l -> l.lock().at() + l.shared())
                .containsExactly("LK-3[" + job + "]");
        assertThat(confirm(beside, everyLock(beside)).went()).isTrue();

        upTo(job, "unlock-line");
        assertThat(locks.at(view(job), current(job)).each())
                .extracting(l -> l.lock().at() + l.shared())
                .containsExactly("LK-3[" + beside + "]", "LK-1[]");
        assertThat(confirm(job, Map.of()).byField()).containsOnlyKeys("lock.LK-3", "lock.LK-1");
        assertThat(confirm(job, everyLock(job)).went()).isTrue();
        assertThat(view(job).log().locksOn()).isEmpty();
        assertThat(service.takeBack(job, UUID.randomUUID(), "too early").went()).isTrue();
        assertThat(view(job).log().locksOn()).extracting(Locked::at).isEqualTo(List.of("LK-1", "LK-3"));
    }

    @Test
    @DisplayName("A valve that is another job's lock is not taken to the bench before that lock is off")
    void isALock() {
        drawn("LL-");
        int job = begun("LL-2");
        upTo(job, "lock-line");
        confirm(job, everyLock(job));
        int onTheLock = planned("LL-1");
        assertThat(service.start(onTheLock, UUID.randomUUID()).trouble())
                .isEqualTo("LL-1 is a lock of job " + job
                        + ": it keeps that line shut. It is not touched before that lock is off.");
        upTo(job, "unlock-line");
        confirm(job, everyLock(job));
        assertThat(service.start(onTheLock, UUID.randomUUID()).went()).isTrue();
    }

    @Test
    @DisplayName(
            "What is not locked stands with its reason, and does not count as locked; what a stopped job has locked is told")
    void otherwise() {
        drawn("LM-");
        int job = begun("LM-2");
        upTo(job, "lock-line");
        assertThat(confirm(job, Map.of("lock.LM-1", "yes", "instead.lock.LM-3", "blanked off behind it"))
                        .went())
                .isTrue();
        assertThat(view(job).log().locksOn()).extracting(Locked::at).containsExactly("LM-1");
        assertThat(view(job).entries())
                .last()
                .extracting(e -> EventWords.of(e.event()).toString())
                .isEqualTo("Locked: LM-1; Not locked: LM-3, because blanked off behind it");
        assertThat(closing.stop(job, UUID.randomUUID(), "no part", TestSite.PASSWORD)
                        .went())
                .isTrue();
        int after = begun("LM-3");
        upTo(after, "lock-line");
        // LM-2 lies open: what is locked for LM-3 is LM-1, where the stopped job still has its lock
        assertThat(locks.at(view(after), current(after)).each())
                .extracting(l -> l.lock().at() + l.shared())
                .containsExactlyInAnyOrder("LM-1[" + job + "]", "LM-4[]");
        Valve left = valves.findByTagIgnoreCase("LM-2").orElseThrow();
        left.becomes(ValveState.RETIRED);
        valves.save(left);
        assertThat(locks.at(view(after), current(after)).each())
                .as("retired, it lies open all the same")
                .extracting(l -> l.lock().at() + l.shared())
                .contains("LM-1[" + job + "]");
    }

    @Test
    @DisplayName(
            "A valve that holds a line shut for somebody is neither retired, taken out nor moved before that lock is off")
    void staysAsItIs(MockMvc web) throws Exception {
        drawn("LN-");
        int job = begun("LN-2");
        upTo(job, "lock-line");
        confirm(job, everyLock(job));
        for (String what : List.of("retire", "decommission", "move")) {
            assertThat(sent(web, "LN-1", what)).as(what).contains("It is locked for job " + job);
        }
        assertThat(valves.findByTagIgnoreCase("LN-1").orElseThrow().state()).isEqualTo(ValveState.IN_SERVICE);
        upTo(job, "unlock-line");
        confirm(job, everyLock(job));
        assertThat(sent(web, "LN-1", "decommission")).isEmpty();
    }

    private String sent(MockMvc web, String tag, String what) throws Exception {
        // whoever works here is logged in by hand, and a request of its own ends that
        SecurityContext tessa = SecurityContextHolder.getContext();
        String page = web.perform(post("/register/"
                                + valves.findByTagIgnoreCase(tag).orElseThrow().id() + "/stand/" + what)
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf())
                        .param("reason", "no use")
                        .param("service", "locks")
                        .param("area", "Lock hall")
                        .param("line", "another"))
                .andReturn()
                .getResponse()
                .getContentAsString();
        SecurityContextHolder.setContext(tessa);
        return page;
    }
}
