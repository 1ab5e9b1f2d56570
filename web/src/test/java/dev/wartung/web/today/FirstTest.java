package dev.wartung.web.today;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dev.wartung.web.account.Role;
import dev.wartung.web.job.JobLine;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.valve.Valve;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class FirstTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 29);

    private static JobLine job(int number, String tag, int days, String waitsFor) {
        return new JobLine(
                number, "Renew all seals", JobState.PLANNED, TODAY.plusDays(days), null, waitsFor, tag, "", null, null);
    }

    private static Valve valve(String tag, int days) {
        Valve valve = mock(Valve.class);
        when(valve.tag()).thenReturn(tag);
        when(valve.nextDue()).thenReturn(Optional.of(TODAY.plusDays(days)));
        return valve;
    }

    private static Recheck look(String tag, int days) {
        Valve of = valve(tag, 90);
        Recheck look = mock(Recheck.class);
        when(look.valve()).thenReturn(of);
        when(look.name()).thenReturn("Look for leaks");
        when(look.dueOn()).thenReturn(TODAY.plusDays(days));
        return look;
    }

    private static String first(List<JobLine> mine, List<JobLine> planned, List<Recheck> looks, List<Valve> due) {
        return told(new First.Day(mine, planned, List.of(), looks, due, TODAY), Set.of(Role.TECHNICIAN));
    }

    private static String told(First.Day day, Set<Role> roles) {
        return First.of(day, roles)
                .map(f -> f.tag() + " " + f.what() + " " + f.path())
                .orElse("nothing");
    }

    @Test
    @DisplayName(
            "What stands open, then an overdue look, an overdue job, a valve without one, what is for today; else nothing")
    void order() {
        List<JobLine> mine = List.of(job(7, "A-1", 3, ""));
        List<JobLine> planned = List.of(job(8, "B-1", -1, "Bush"), job(9, "B-2", -2, ""), job(10, "B-3", 0, ""));
        List<Recheck> looks = List.of(look("C-1", -1), look("C-2", -4), look("C-3", 0));
        List<Valve> due = List.of(valve("B-2", -9), valve("D-1", -3), valve("D-2", -5), valve("D-3", 4));
        assertThat(first(mine, planned, looks, due)).isEqualTo("A-1 Go on: Renew all seals /jobs/7");
        assertThat(first(List.of(job(7, "A-1", 3, "Bush")), planned, looks, due))
                .as("one that waits is no work")
                .isEqualTo("C-2 Look for leaks /valves/C-2");
        assertThat(first(List.of(), planned, List.of(look("C-3", 0)), due))
                .isEqualTo("B-2 Begin: Renew all seals /jobs/9");
        assertThat(first(List.of(), List.of(job(10, "B-3", 0, "")), List.of(), due))
                .isEqualTo("B-2 Plan its service /valves/B-2");
        assertThat(first(List.of(), planned.subList(0, 1), List.of(), List.of(valve("B-1", -9), valve("D-2", -5))))
                .as("it has a job, though that waits")
                .isEqualTo("D-2 Plan its service /valves/D-2");
        assertThat(first(List.of(), List.of(job(10, "B-3", 0, "")), List.of(), List.of(valve("D-3", 4))))
                .isEqualTo("B-3 Begin: Renew all seals /jobs/10");
        assertThat(first(List.of(), List.of(job(11, "B-4", 1, "")), List.of(), List.of()))
                .isEqualTo("nothing");
    }

    @Test
    @DisplayName("A valve whose job is on another bench is not said to be without one")
    void onAnotherBench() {
        First.Day day = new First.Day(
                List.of(), List.of(), List.of(job(12, "D-1", -3, "")), List.of(), List.of(valve("D-1", -3)), TODAY);
        assertThat(told(day, Set.of(Role.PLANNER))).isEqualTo("nothing");
    }

    @Test
    @DisplayName("Nobody is sent to what their role does not do")
    void roles() {
        First.Day day = new First.Day(
                List.of(),
                List.of(job(9, "B-2", -2, "")),
                List.of(),
                List.of(look("C-1", -1)),
                List.of(valve("D-1", -3)),
                TODAY);
        assertThat(told(day, Set.of(Role.TECHNICIAN))).startsWith("C-1 Look for leaks");
        assertThat(told(day, Set.of(Role.PLANNER))).startsWith("D-1 Plan its service");
        assertThat(told(day, Set.of(Role.REVIEWER))).isEqualTo("nothing");
    }
}
