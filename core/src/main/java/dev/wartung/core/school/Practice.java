package dev.wartung.core.school;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.LinkedHashMap;
import java.util.Map;

/** The known schools together with what a plant has chosen: how work is done here. */
public record Practice(SchoolTable table, SiteChoices site) {

    /**
     * Every question the family asks, settled for one valve.
     *
     * @throws IllegalStateException if the sheet names a school that is not known
     */
    public Map<String, Settled> settled(AnatomySheet anatomy, TypeSheet type, ValveConfiguration configuration) {
        Map<String, Settled> settled = new LinkedHashMap<>();
        anatomy.schools()
                .forEach(id -> settled.put(
                        id,
                        table.settle(
                                table.school(id).orElseThrow(() -> new IllegalStateException("no school “" + id + "”")),
                                type,
                                configuration,
                                site)));
        return settled;
    }
}
