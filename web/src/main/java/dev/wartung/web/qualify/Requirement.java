package dev.wartung.web.qualify;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is asked of Wartung, as docs/requirements.md has it.
 *
 * @param id     {@code R-} and two digits
 * @param text   what is asked
 * @param checks what of this pack shows it; may be none
 * @param tests  which of the project's own tests show it, {@code Class.method}
 */
record Requirement(String id, String text, List<String> checks, List<String> tests) {

    private static final Pattern ROW = Pattern.compile("(?m)^\\| (R-\\d\\d) \\| ([^|]+) \\|([^|]*)\\|([^|]*)\\|$");
    private static final Pattern CHECK = Pattern.compile("Q-\\d\\d");
    private static final Pattern TEST = Pattern.compile("`(\\w+Test\\.\\w+)`");

    /** How it came out here. */
    enum Outcome {
        SHOWN("shown"),
        NOT_MET("NOT met"),
        BY_TESTS("shown by tests run here"),
        NOT_RUN("by the project's tests, not run here");

        private final String words;

        Outcome(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }

    /** The rows of the document's table, in their order. */
    static List<Requirement> in(String document) {
        List<Requirement> all = new ArrayList<>();
        Matcher row = ROW.matcher(document);
        while (row.find()) {
            all.add(new Requirement(
                    row.group(1), row.group(2), found(CHECK, row.group(3), 0), found(TEST, row.group(4), 1)));
        }
        return List.copyOf(all);
    }

    private static List<String> found(Pattern what, String text, int group) {
        return what.matcher(text).results().map(r -> r.group(group)).toList();
    }

    /**
     * How it came out.
     *
     * @param looked whether each check passed, by its id
     * @param ran    whether each test passed, by its name, where the whole of them ran on what is installed
     */
    Outcome outcome(Map<String, Boolean> looked, Map<String, Boolean> ran) {
        if (checks.stream().anyMatch(c -> !looked.getOrDefault(c, false))
                || tests.stream().anyMatch(t -> !ran.getOrDefault(t, true))) {
            return Outcome.NOT_MET;
        }
        if (!checks.isEmpty()) {
            return Outcome.SHOWN;
        }
        return tests.stream().allMatch(ran::containsKey) ? Outcome.BY_TESTS : Outcome.NOT_RUN;
    }
}
