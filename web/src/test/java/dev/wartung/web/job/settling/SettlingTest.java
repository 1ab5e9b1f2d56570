package dev.wartung.web.job.settling;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.web.account.Accounts;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.job.bench.GoodAnswers;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.past.PastJobs;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** How a bolted joint settles between jobs. */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class SettlingTest {

    private final SettlingDesk desk;
    private final PlanningDesk planning;
    private final PastJobs pastJobs;
    private final Looks looks;
    private final Valves valves;
    private final Accounts accounts;

    SettlingTest(
            SettlingDesk desk,
            PlanningDesk planning,
            PastJobs pastJobs,
            Looks looks,
            Valves valves,
            Accounts accounts) {
        this.desk = desk;
        this.planning = planning;
        this.pastJobs = pastJobs;
        this.looks = looks;
        this.valves = valves;
        this.accounts = accounts;
    }

    @Test
    @DisplayName(
            "Readings at re-checks give the pace at which a joint settles; the checks that were due are done, the next look is on the list")
    void settling() {
        Valve valve = valves.findByTagIgnoreCase("TF-003").orElseThrow();
        assertThat(desk.look(valve, UUID.randomUUID(), Map.of("TORQUE", "2")))
                .as("nothing was tightened yet")
                .containsKey("look");
        pastJobs.enter(
                "TF-003",
                planning.work(valve, "renew-product-seals", Optional.empty()).orElseThrow(),
                new PastJobs.Past(
                        accounts.findByUsername("tessa").orElseThrow(),
                        Instant.now().minus(Duration.ofDays(4)),
                        99,
                        Optional.empty(),
                        "L",
                        GoodAnswers::answer,
                        UUID::randomUUID,
                        Map.of(),
                        Map.of(),
                        Optional.empty(),
                        Map.of(),
                        Map.of()));
        List<JointSeries> before = desk.series(valve);
        assertThat(before).extracting(JointSeries::what).containsExactly("torque", "mean gap");
        assertThat(before).allSatisfy(s -> assertThat(s.next()).isEmpty());
        double torque = before.get(0).readings().get(0).read().si();
        assertThat(desk.look(valve, UUID.randomUUID(), Map.of("TORQUE", "900 Nm", "LENGTH", "40 mm")))
                .containsKeys("TORQUE", "LENGTH");
        assertThat(desk.look(valve, UUID.randomUUID(), Map.of("TORQUE", String.valueOf(torque * 0.97))))
                .isEmpty();
        JointSeries after = desk.series(valve).get(0);
        assertThat(after.readings()).hasSize(2);
        assertThat(after.settling().orElseThrow().changePerDecade())
                .isCloseTo(-0.03 * torque / Math.log10(after.readings().get(1).hours()), within(torque * 1e-6));
        assertThat(looks.openAt(valve).stream().filter(r -> r.name().equals(SettlingDesk.NEXT_LOOK)))
                .singleElement()
                .satisfies(r -> assertThat(r.dueOn()).isAfter(LocalDate.now()));
        assertThat(looks.openAt(valve))
                .noneMatch(r ->
                        r.name().startsWith("Re-tighten check") && !r.dueOn().isAfter(LocalDate.now()));
    }
}
