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

    /**
     * The same valve with some facts otherwise.
     *
     * @throws IllegalArgumentException for a drive that there is none of
     */
    public ValveConfiguration with(Map<String, String> changes) {
        ValveConfiguration changed = this;
        for (Map.Entry<String, String> change : changes.entrySet()) {
            changed = change.getKey().equals("drive")
                    ? new ValveConfiguration(
                            Drive.of(change.getValue())
                                    .orElseThrow(() -> new IllegalArgumentException(change.getValue())),
                            changed.options)
                    : changed.with(change.getKey(), change.getValue());
        }
        return changed;
    }

    /** What conditions are judged against. */
    public Map<String, String> facts() {
        Map<String, String> facts = new TreeMap<>(options);
        facts.put("drive", drive.code());
        return facts;
    }
}
