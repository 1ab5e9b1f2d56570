package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Brings a part that was found unfit into a job under way: the old one goes to the bin, a new one is fitted where the
 * old would have gone back, and both are counted.
 */
public final class Replacement {

    private static final double MINUTES = 1;

    private Replacement() {}

    /**
     * The procedure with one part more to renew.
     *
     * @param confirmed ids of the steps that are behind
     * @param onCloth   it lies on the cloth now
     * @return empty where what is left of the procedure does not get at the part
     */
    public static Optional<Procedure> into(Procedure procedure, Set<String> confirmed, Part part, boolean onCloth) {
        List<Step> steps = new ArrayList<>();
        boolean off = onCloth;
        boolean binned = false;
        boolean in = false;
        for (Step step : procedure.steps()) {
            if (confirmed.contains(step.id()) || in) {
                steps.add(step);
                continue;
            }
            boolean goesBack = step.acts().contains(Act.of(Verb.PUT_BACK, part.id()));
            // what sits on it comes off the old one first, and goes on the new one
            boolean binsIt = step.acts().contains(Act.of(Verb.BIN, part.id()));
            if (off && !binned && !binsIt && (goesBack || step.phase().compareTo(Phase.RENEW) >= 0)) {
                steps.add(toTheBin(part, step.phase()));
                binned = true;
            }
            List<Act> acts = new ArrayList<>();
            for (Act act : step.acts()) {
                off |= act.equals(Act.of(Verb.TAKE, part.id()));
                binned |= act.equals(Act.of(Verb.BIN, part.id()));
                boolean fits = act.equals(Act.of(Verb.PUT_BACK, part.id())) && binned;
                in |= fits || act.equals(Act.of(Verb.FIT_NEW, part.id()));
                acts.add(fits ? Act.of(Verb.FIT_NEW, part.id()) : act);
            }
            steps.add(step.with(acts));
        }
        if (!in) {
            return Optional.empty();
        }
        List<String> renews = new ArrayList<>(procedure.renews());
        if (!renews.contains(part.id())) {
            renews.add(part.id());
        }
        return Optional.of(new Procedure(List.copyOf(steps), List.copyOf(renews), procedure.rechecks()));
    }

    private static String binning(Part part) {
        return "bin-" + part.id();
    }

    private static Step toTheBin(Part part, Phase phase) {
        return StepBuilder.stagedBuilder()
                .id(binning(part))
                .operation(binning(part))
                .undoes(Optional.empty())
                .phase(phase)
                .say(Message.of(
                        "replacement.say",
                        "Put the old {part} in the bin and take the new one from its bag",
                        "part",
                        Part.inSentence(part.name())))
                .why(
                        Message.of(
                                "replacement.why",
                                "It was found unfit. Off the cloth it cannot go back by mistake, and the count stays right. Hold the two side by side: are they alike?"))
                .done(Message.of("replacement.done", "Old one binned, new one here"))
                .held("hand")
                .cautions(List.of())
                .tools(List.of())
                .minutes(MINUTES)
                .asks(List.of())
                .films(List.of())
                .marks(List.of())
                .acts(List.of(Act.of(Verb.BIN, part.id())))
                .kitCount(false)
                .proves(false)
                .secondPerson(false)
                .choices(List.of())
                .techniques(List.of())
                .build();
    }
}
