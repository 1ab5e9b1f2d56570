package dev.wartung.core.sheet;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.BoltedJoint;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.bolting.BoltTorque;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class ShippedJointsTest {

    @Test
    void nothingToWarnOf() {
        Set<String> warned = new TreeSet<>();
        for (TypeSheet type : SheetLibrary.shipped().types()) {
            List<ValveConfiguration> made =
                    SheetLibrary.shipped().anatomy(type.anatomy()).orElseThrow().configurations().stream()
                            .filter(type::madeAs)
                            .toList();
            for (Map.Entry<String, BoltedJoint> joint : type.joints().entrySet()) {
                for (ValveConfiguration c : made) {
                    BoltTorque torque = joint.getValue()
                            .torque(type.bands().get(joint.getValue().torque()), c.facts());
                    torque.warnings().forEach(w -> warned.add(type.id() + " " + joint.getKey() + " " + w));
                }
            }
        }
        assertThat(warned).isEmpty();
    }
}
