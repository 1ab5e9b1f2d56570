package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Progress;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobEntry;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** What must hold for the record of a job, whatever the screen does. */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class BenchDeskTest {

    private final Jobs jobs;
    private final ClosingDesk closing;
    private final BenchDesk service;
    private final PlanningDesk planning;
    private final Valves valves;
    private final Accounts accounts;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate transactions;

    BenchDeskTest(
            Jobs jobs,
            ClosingDesk closing,
            BenchDesk service,
            PlanningDesk planning,
            Valves valves,
            Accounts accounts,
            JdbcTemplate jdbc,
            PlatformTransactionManager manager) {
        this.jobs = jobs;
        this.closing = closing;
        this.service = service;
        this.planning = planning;
        this.valves = valves;
        this.accounts = accounts;
        this.jdbc = jdbc;
        this.transactions = new TransactionTemplate(manager);
    }

    private int begun(String tag, String work) {
        int number = planned(tag, work);
        assertThat(service.start(number, UUID.randomUUID()).went()).isTrue();
        return number;
    }

    private int planned(String tag, String work) {
        Valve valve = valves.findByTagIgnoreCase(tag).orElseThrow();
        Account tessa = accounts.findByUsername("tessa").orElseThrow();
        return planning.keep(valve, planning.work(valve, work, Optional.empty()).orElseThrow(), LocalDate.now(), tessa)
                .number();
    }

    private Step current(int number) {
        return jobs.view(number).orElseThrow().progress().current().orElseThrow();
    }

    private Outcome confirm(int number) {
        JobView view = jobs.view(number).orElseThrow();
        Step step = view.progress().current().orElseThrow();
        return service.confirm(number, step.id(), UUID.randomUUID(), GoodAnswers.typed(view, step));
    }

    private void confirmAll(int number) {
        while (jobs.view(number).orElseThrow().progress().current().isPresent()) {
            assertThat(confirm(number).went()).isTrue();
        }
    }

    @Test
    @DisplayName("Where a job stands is worked out once for each entry, and never from one that did not come to pass")
    void workedOutOnce() {
        int number = begun("TS-023", "renew-product-seals");
        Progress before = jobs.view(number).orElseThrow().progress();
        assertThat(jobs.view(number).orElseThrow().progress()).isSameAs(before);
        transactions.executeWithoutResult(status -> {
            service.problem(number, UUID.randomUUID(), "never said");
            assertThat(jobs.view(number).orElseThrow().of(JobEvent.Noted.class)).hasSize(1);
            status.setRollbackOnly();
        });
        // at the very place of what did not come to pass
        service.problem(number, UUID.randomUUID(), "said instead");
        assertThat(jobs.view(number).orElseThrow().of(JobEvent.Noted.class))
                .containsExactly(new JobEvent.Noted("said instead"));
        transactions.executeWithoutResult(status -> {
            service.problem(number, UUID.randomUUID(), "not said either");
            assertThat(jobs.view(number).orElseThrow().of(JobEvent.Noted.class)).hasSize(2);
            status.setRollbackOnly();
        });
        JobView after = jobs.view(number).orElseThrow();
        assertThat(after.of(JobEvent.Noted.class)).hasSize(1);
        assertThat(after.log().happened())
                .isEqualTo(after.entries().stream().map(JobEntry::happened).toList());
        assertThat(after.standing()).isEqualTo(after.log().standing());
        service.problem(number, UUID.randomUUID(), "said");
        JobView said = jobs.view(number).orElseThrow();
        assertThat(said.progress()).isNotSameAs(after.progress());
        assertThat(said.log().happened()).hasSize(after.log().happened().size() + 1);
        assertThat(after.entries()).as("of then").hasSize(after.log().happened().size());
    }

    @Test
    @DisplayName("A kit whose bag says another number is refused beside that number, and nothing of it is recorded")
    void anotherKit() {
        int number = begun("TS-016", "renew-product-seals");
        while (!current(number).kitCount()) {
            assertThat(confirm(number).went()).isTrue();
        }
        JobView view = jobs.view(number).orElseThrow();
        String takes = view.supplies().kit().orElseThrow().id();
        Map<String, String> typed = new HashMap<>(GoodAnswers.typed(view, current(number)));
        typed.put(StepFields.KIT_NUMBER, "K-1");
        assertThat(service.confirm(number, current(number).id(), UUID.randomUUID(), typed)
                        .byField())
                .containsExactly(Map.entry(
                        StepFields.KIT_NUMBER,
                        "No kit of this type has the number “K-1”. This job takes " + takes + "."));
        assertThat(jobs.view(number).orElseThrow().entries()).hasSameSizeAs(view.entries());
        typed.put(StepFields.KIT_NUMBER, takes.toLowerCase(Locale.ROOT));
        assertThat(service.confirm(number, current(number).id(), UUID.randomUUID(), typed)
                        .went())
                .isTrue();
    }

    @Test
    @DisplayName("The same confirmation sent many times at once is recorded once")
    void onceIsOnce() throws Exception {
        int number = begun("TS-010", "inspect");
        JobView view = jobs.view(number).orElseThrow();
        Step step = current(number);
        UUID id = UUID.randomUUID();
        ExecutorService hands = Executors.newFixedThreadPool(4);
        Callable<Outcome> same = () -> {
            TessaAtWork.actAs("tessa");
            return service.confirm(number, step.id(), id, GoodAnswers.typed(view, step));
        };
        for (Future<Outcome> each : hands.invokeAll(List.of(same, same, same, same))) {
            assertThat(each.get().trouble()).isEmpty();
        }
        hands.shutdown();
        assertThat(jdbc.queryForObject("select count(*) from job_entry where id = ?", Integer.class, id))
                .isEqualTo(1);
        // and once more under a new id, from a tab that was left open
        assertThat(service.confirm(number, step.id(), UUID.randomUUID(), GoodAnswers.typed(view, step))
                        .notice())
                .contains("confirmed already");
        assertThat(jobs.view(number).orElseThrow().progress().confirmed()).hasSize(1);
    }

    @Test
    @DisplayName("What was recorded cannot be changed, not even in the database")
    void entriesNeverChange() {
        int number = begun("TS-011", "inspect");
        confirm(number);
        assertThatThrownBy(() -> jdbc.update("update job_entry set event = '{}'"))
                .hasMessageContaining("never changed");
        assertThatThrownBy(() -> jdbc.update("delete from job_entry")).hasMessageContaining("never changed");
    }

    @Test
    @DisplayName(
            "A job closes only when all is done and the count is right; then the valve knows its new parts and when it is due again")
    void closing() {
        int number = begun("TS-012", "renew-product-seals");
        assertThat(closing.close(number, UUID.randomUUID(), BenchRun.closing("4", "0", ""))
                        .trouble())
                .contains("Not done yet");
        confirmAll(number);
        assertThat(closing.close(number, UUID.randomUUID(), BenchRun.closing("four", "1", ""))
                        .byField())
                .containsOnlyKeys("bin", "bag");
        assertThat(closing.close(number, UUID.randomUUID(), BenchRun.closing("4", "0", "fine"))
                        .went())
                .isTrue();
        Valve valve = valves.findByTagIgnoreCase("TS-012").orElseThrow();
        assertThat(valve.state()).isEqualTo(ValveState.IN_SERVICE);
        assertThat(valve.nextDue()).contains(LocalDate.now().plusMonths(12));
        assertThat(jdbc.queryForList(
                        "select lot from fitted_part where valve_id = ? and removed_on is null",
                        String.class,
                        valve.id()))
                .containsExactly("LOT-1", "LOT-1", "LOT-1", "LOT-1");
        assertThat(service.problem(number, UUID.randomUUID(), "too late").trouble())
                .contains("closed");
    }

    @Test
    @DisplayName("Only whoever holds the bench adds to the job, and one valve is on one bench")
    void oneBenchOneHolder() {
        int number = begun("TS-013", "inspect");
        int other = planned("TS-013", "renew-bush");
        assertThat(service.start(other, UUID.randomUUID()).trouble()).contains("Another job on TS-013");
        TessaAtWork.actAs("theo");
        assertThat(confirm(number).trouble()).contains("held by Tessa Technician");
        assertThat(service.takeOver(number, UUID.randomUUID(), " ").byField()).containsKey("reason");
        assertThat(service.takeOver(number, UUID.randomUUID(), "asked, she agreed")
                        .went())
                .isTrue();
        assertThat(confirm(number).went()).isTrue();
    }

    @Test
    @DisplayName("Steps done before a way back was derived are not taken back; those of the way are, one by one")
    void takingBackOnTheWay() {
        int number = begun("TS-018", "inspect");
        while (!current(number).id().equals("air-off")) {
            confirm(number);
        }
        assertThat(service.closeUp(number, UUID.randomUUID()).went()).isTrue();
        assertThat(service.takeBack(number, UUID.randomUUID(), "why not").trouble())
                .contains("no longer be taken back");
        Step first = current(number);
        confirm(number);
        confirm(number);
        assertThat(service.takeBack(number, UUID.randomUUID(), "too early").went())
                .isTrue();
        assertThat(service.takeBack(number, UUID.randomUUID(), "both").went()).isTrue();
        assertThat(current(number)).isEqualTo(first);
        assertThat(service.takeBack(number, UUID.randomUUID(), "and more").trouble())
                .contains("no longer be taken back");
        confirmAll(number);
        assertThat(jobs.view(number).orElseThrow().progress().incidents()).isEmpty();
    }

    @Test
    @DisplayName("A planned job can be cancelled, a begun one cannot")
    void cancelling() {
        int planned = planned("TS-019", "inspect");
        assertThat(closing.cancel(planned, UUID.randomUUID()).went()).isTrue();
        assertThat(closing.cancel(planned, UUID.randomUUID()).trouble()).contains("only a planned one");
        int begun = begun("TS-019", "inspect");
        assertThat(closing.cancel(begun, UUID.randomUUID()).trouble()).contains("on the bench");
    }

    @Test
    @DisplayName("Two jobs on one valve begun at the same moment: one is on the bench, the other is told")
    void begunAtOnce() throws Exception {
        int one = planned("TS-020", "inspect");
        int two = planned("TS-020", "renew-product-seals");
        ExecutorService hands = Executors.newFixedThreadPool(2);
        List<Future<Outcome>> both = hands.invokeAll(List.of(one, two).stream()
                .map(number -> (Callable<Outcome>) () -> {
                    TessaAtWork.actAs("tessa");
                    return service.start(number, UUID.randomUUID());
                })
                .toList());
        int went = 0;
        for (Future<Outcome> each : both) {
            try {
                went += each.get().went() ? 1 : 0;
            } catch (ExecutionException e) {
                assertThat(e.getCause())
                        .isInstanceOfAny(
                                OptimisticLockingFailureException.class, DataIntegrityViolationException.class);
            }
        }
        hands.shutdown();
        assertThat(went).isEqualTo(1);
    }

    @Test
    @DisplayName("A job planned before its valve was left in another state is not begun as it was planned")
    void outdatedPlan() {
        int early = planned("TS-014", "inspect");
        int number = begun("TS-014", "renew-product-seals");
        while (!current(number).id().equals("take-out-plug-seal")) {
            confirm(number);
        }
        assertThat(closing.stop(number, UUID.randomUUID(), "shift ends", TestSite.PASSWORD)
                        .went())
                .isTrue();
        assertThat(service.start(early, UUID.randomUUID()).trouble()).contains("Plan the job again");
        int next = begun("TS-014", "renew-product-seals");
        assertThat(jobs.view(next).orElseThrow().progress().procedure().steps())
                .extracting(Step::id)
                .doesNotContain("lift-insert")
                .contains("lower-insert");
        confirmAll(next);
        assertThat(closing.close(next, UUID.randomUUID(), BenchRun.closing("4", "0", ""))
                        .went())
                .isTrue();
    }
}
