package dev.wartung.core.progress;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.sealing.Autopsy.Check;
import dev.wartung.core.sealing.OldSeal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What was judged in a job, and what follows from it: what has to be looked at again, what is waited for, which checks
 * the old seals added.
 *
 * @param findings in order
 * @param oldSeals in order
 * @param checked  answers to checks that were added, by their ids
 * @param atHand   parts to be replaced of which a new one is here
 */
public record Judgement(
        List<Finding> findings, List<OldSeal> oldSeals, Map<String, String> checked, Set<String> atHand) {

    public Judgement {
        findings = List.copyOf(findings);
        oldSeals = List.copyOf(oldSeals);
        checked = Map.copyOf(checked);
        atHand = Set.copyOf(atHand);
    }

    /** Findings that call for rework and were not looked at again since. */
    public List<Finding> toLookAtAgain() {
        List<Finding> open = new ArrayList<>();
        for (int i = 0; i < findings.size(); i++) {
            Finding finding = findings.get(i);
            boolean again = findings.subList(i + 1, findings.size()).stream()
                    .anyMatch(f -> f.part().equals(finding.part()) && f.point().equals(finding.point()));
            if (finding.decision() == Decision.REWORK && !again) {
                open.add(finding);
            }
        }
        return open;
    }

    /** Findings whose part has to be replaced and is not here. */
    public List<Finding> waiting() {
        return findings.stream()
                .filter(f ->
                        f.replaces().filter(r -> !atHand.contains(r.part())).isPresent())
                .toList();
    }

    /** The finding that takes the valve out of service. */
    public Optional<Finding> stops() {
        return findings.stream().filter(f -> f.decision() == Decision.STOP).findFirst();
    }

    /** Checks the old seals added that nobody has answered, each once. */
    public List<Check> openChecks() {
        Map<String, Check> open = new LinkedHashMap<>();
        oldSeals.stream()
                .flatMap(s -> s.checks().stream())
                .filter(c -> !checked.containsKey(c.id()))
                .forEach(c -> open.putIfAbsent(c.id(), c));
        return List.copyOf(open.values());
    }

    /** How many things are still open. */
    public int open() {
        return hindrances().size();
    }

    /**
     * Why a step cannot be done yet; empty when it can.
     *
     * @param airHolds air holds the stem: then the way goes on until it is off, and the job is stopped there
     */
    public Optional<Message> blocks(Step step, boolean airHolds) {
        for (Act act : step.acts()) {
            if (act.verb() == Verb.FIT_NEW) {
                Optional<Finding> missing = waiting().stream()
                        .filter(f -> f.replaces()
                                .filter(r -> r.part().equals(act.object()))
                                .isPresent())
                        .findFirst();
                if (missing.isPresent()) {
                    return missing.map(f -> Message.of(
                            "judgement.waits",
                            "This job waits for a new {part}. Take it in under Findings when it is here.",
                            "part",
                            Part.inSentence(f.replaces().orElseThrow().name())));
                }
            }
            if (act.verb() == Verb.PUT_BACK) {
                Optional<Finding> rework = toLookAtAgain().stream()
                        .filter(f -> f.part().equals(act.object()))
                        .findFirst();
                if (rework.isPresent()) {
                    return rework.map(f -> Message.of(
                            "judgement.rework",
                            "{finding} was to be reworked. Look at it again under Findings before it goes back.",
                            "finding",
                            f.inWords()));
                }
            }
            if ((act.verb() == Verb.FIT_NEW || act.verb() == Verb.PUT_BACK) && !airHolds && stops().isPresent()) {
                return stops().map(f -> Message.of(
                        "judgement.stops",
                        "{finding}: this valve goes out of service. Stop the job (More).",
                        "finding",
                        f.inWords()));
            }
        }
        return Optional.empty();
    }

    /** What stands in the way of closing the job, each in one sentence. */
    public List<Message> hindrances() {
        List<Message> found = new ArrayList<>();
        stops().ifPresent(f -> found.add(Message.of(
                "hindrance.stops", "{finding}: {reason} Stop the job.", "finding", f.inWords(), "reason", f.reason())));
        toLookAtAgain()
                .forEach(f -> found.add(Message.of(
                        "hindrance.rework",
                        "{finding} was to be reworked and has not been looked at again.",
                        "finding",
                        f.inWords())));
        waiting()
                .forEach(f -> found.add(Message.of(
                        "hindrance.waits",
                        "A new {part} is not here yet.",
                        "part",
                        Part.inSentence(f.replaces().orElseThrow().name()))));
        openChecks()
                .forEach(c -> found.add(Message.of(
                        "hindrance.check",
                        c.say().endsWith("?") ? "Not answered yet: {check}" : "Not answered yet: {check}.",
                        "check",
                        c.say())));
        return found;
    }
}
