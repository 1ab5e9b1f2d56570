package dev.wartung.web.job;

import java.util.List;
import java.util.Map;

/**
 * What came of asking for something in a job.
 *
 * @param trouble  what is wrong as a whole; empty when nothing is
 * @param byField  what is wrong with single fields, by their name
 * @param notice   something to know although it went well
 * @param open     readings that failed and may be accepted with a reason
 */
public record Outcome(String trouble, Map<String, String> byField, String notice, List<String> open) {

    public static final Outcome DONE = new Outcome("", Map.of(), "", List.of());

    public static Outcome refused(String trouble) {
        return new Outcome(trouble, Map.of(), "", List.of());
    }

    public static Outcome refused(Map<String, String> byField) {
        return new Outcome("", Map.copyOf(byField), "", List.of());
    }

    public static Outcome done(String notice) {
        return new Outcome("", Map.of(), notice, List.of());
    }

    public boolean went() {
        return trouble.isEmpty() && byField.isEmpty() && open.isEmpty();
    }
}
