package dev.wartung.core.school;

import java.util.Map;
import java.util.Set;

/**
 * How one plant works.
 *
 * @param answers the schools it has chosen, by question; where it has not, the default holds
 * @param tools   ids of the special tools it owns
 */
public record SiteChoices(Map<String, String> answers, Set<String> tools) {

    /** A plant that has chosen nothing and owns nothing special. */
    public static final SiteChoices NONE = new SiteChoices(Map.of(), Set.of());

    public SiteChoices {
        answers = Map.copyOf(answers);
        tools = Set.copyOf(tools);
    }
}
