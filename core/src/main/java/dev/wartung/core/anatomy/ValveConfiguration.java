package dev.wartung.core.anatomy;

import java.util.Map;
import java.util.TreeMap;

/**
 * One valve's own build within its family: how it is driven and which options it has.
 *
 * @param options option id to value, in the order of their ids
 */
public record ValveConfiguration(Drive drive, Map<String, String> options) {

    public ValveConfiguration {
        options = new TreeMap<>(options);
    }

    public ValveConfiguration with(String option, String value) {
        Map<String, String> changed = new TreeMap<>(options);
        changed.put(option, value);
        return new ValveConfiguration(drive, changed);
    }

    /** What conditions are judged against. */
    public Map<String, String> facts() {
        Map<String, String> facts = new TreeMap<>(options);
        facts.put("drive", drive.code());
        return facts;
    }
}
