package dev.wartung.web.shutdown;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyDouble;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.atLeastOnce;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.Shutdown;
import dev.wartung.scheduling.Shutdown.Job;
import dev.wartung.scheduling.Shutdown.Line;
import dev.wartung.scheduling.Shutdown.Shift;
import dev.wartung.scheduling.Shutdown.Technician;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.transaction.CannotCreateTransactionException;

/** Planning while the database is away, and when the application ends. */
class PlanDriverTest {

    private static final Shutdown ONE_JOB = new Shutdown(
            480,
            0,
            1,
            List.of(new Line("Line 1", 30, 30)),
            List.of(new Technician("t", Set.of(), List.of(new Shift(0, 480, false)))),
            Map.of(),
            List.of(new Job("VA-1 #1", 0, 5, 60, Set.of(), Set.of(), 0, 0, 0, 0, 0)),
            List.of(),
            new Shutdown.Weights(10, 2, 3));

    private final ShutdownDesk desk = mock();
    private final ShutdownWindow window = mock();
    private final List<Plan> heard = new ArrayList<>();
    private int refused;

    @BeforeEach
    void asked() {
        when(window.id()).thenReturn(7L);
        when(window.running()).thenReturn(true);
        when(desk.byId(7)).thenReturn(Optional.of(window));
        when(desk.problem(window)).thenReturn(Optional.of(new Problem(ONE_JOB, List.of())));
        when(desk.setup(window))
                .thenReturn(new Setup(1, 30, 30, 1, ONE_JOB.weights(), List.of(), Map.of(), Set.of(), Map.of()));
    }

    private void away(int times) {
        when(desk.goesOn(anyLong(), any(), anyLong(), anyDouble())).thenAnswer(call -> {
            if (refused++ < times) {
                throw new CannotCreateTransactionException("away");
            }
            call.<Optional<Plan>>getArgument(1).ifPresent(heard::add);
            return true;
        });
    }

    @Test
    @DisplayName("A database that is away for the whole of the planning, and longer, hears the plan when it is back")
    void databaseAway() {
        away(6);
        doThrow(new CannotCreateTransactionException("away"))
                .doNothing()
                .when(desk)
                .ended(7);
        new PlanDriver(desk).run("7", () -> false);
        assertThat(heard).isNotEmpty().allSatisfy(p -> assertThat(p.placed("VA-1 #1"))
                .isPresent());
        var order = inOrder(desk);
        order.verify(desk, atLeastOnce()).goesOn(anyLong(), any(), anyLong(), eq(1.0));
        order.verify(desk).ended(7);
        verify(desk, times(2)).ended(7);
        verify(desk, never()).brokenOff(7);
    }

    @Test
    @DisplayName("When the application ends it is said to be broken off, and what was found is kept")
    void applicationEnds() {
        away(0);
        new PlanDriver(desk).run("7", () -> !heard.isEmpty());
        verify(desk).brokenOff(7);
        verify(desk, never()).ended(7);
    }

    @Test
    @DisplayName("What somebody ended meanwhile is not planned any more")
    void endedMeanwhile() {
        when(window.running()).thenReturn(false);
        new PlanDriver(desk).run("7", () -> false);
        verify(desk, never()).goesOn(anyLong(), any(), anyLong(), anyDouble());
    }
}
