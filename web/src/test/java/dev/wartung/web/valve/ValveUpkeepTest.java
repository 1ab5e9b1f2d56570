package dev.wartung.web.valve;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.app.RunningApplication;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.boot.DefaultApplicationArguments;
import org.springframework.jdbc.core.JdbcTemplate;

@ExtendWith(RunningApplication.class)
class ValveUpkeepTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    private static final Map<String, String> BEFORE = Map.of(
            "coupling",
            "threaded",
            "plug",
            "profiled",
            "head",
            "none",
            "lock-pin",
            "none",
            "weight",
            "hand",
            "elastomer",
            "EPDM",
            "sealing",
            "lip");

    private final ValveUpkeep upkeep;
    private final Valves valves;
    private final JdbcTemplate jdbc;

    ValveUpkeepTest(ValveUpkeep upkeep, Valves valves, JdbcTemplate jdbc) {
        this.upkeep = upkeep;
        this.valves = valves;
        this.jdbc = jdbc;
    }

    @Test
    @DisplayName(
            "At a start each valve that lacks what its type can only be is completed, whatever others of it are; one that lacks a choice stays")
    void atStart() {
        Valve whole = valves.findByTagIgnoreCase("TS-001").orElseThrow();
        Valve lacking = valves.findByTagIgnoreCase("TS-002").orElseThrow();
        Valve unsaid = valves.findByTagIgnoreCase("TS-003").orElseThrow();
        lack(lacking, "actuator-build");
        lack(unsaid, "elastomer");
        try {
            upkeep.run(new DefaultApplicationArguments());
            assertThat(options(lacking)).isEqualTo(lacking.configuration().options());
            assertThat(options(unsaid)).isNotEmpty().doesNotContainKey("elastomer");
            assertThat(options(whole)).isEqualTo(whole.configuration().options());
        } finally {
            jdbc.update(
                    "update valve set options = ?::jsonb where id = ?",
                    new StoredOptions()
                            .convertToDatabaseColumn(unsaid.configuration().options()),
                    unsaid.id());
        }
    }

    private void lack(Valve valve, String option) {
        jdbc.update("update valve set options = options - ? where id = ?", option, valve.id());
    }

    private Map<String, String> options(Valve valve) {
        return valves.findById(valve.id()).orElseThrow().configuration().options();
    }

    @Test
    @DisplayName(
            "A valve recorded before its sheet asked how the actuator opens is completed where the type is made in one way; where there is a choice it is left to a person")
    void completed() {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        assertThat(anatomy.allows(new ValveConfiguration(Drive.NC, BEFORE))).isFalse();
        assertThat(ValveUpkeep.completed(anatomy, type, new ValveConfiguration(Drive.NC, BEFORE)))
                .hasValueSatisfying(c -> assertThat(c.options())
                        .containsEntry("actuator-build", "wire")
                        .containsAllEntriesOf(BEFORE));
        assertThat(ValveUpkeep.completed(anatomy, type, new ValveConfiguration(Drive.MANUAL, BEFORE)))
                .hasValueSatisfying(c -> assertThat(c.options()).containsEntry("actuator-build", "none"));
        assertThat(ValveUpkeep.completed(anatomy, type, new ValveConfiguration(Drive.NC, Map.of("plug", "profiled"))))
                .isEmpty();
    }
}
