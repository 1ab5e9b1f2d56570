package dev.wartung.web.valve;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

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
