package dev.wartung.web.job.bench;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.drawing.CallOut;
import dev.wartung.core.drawing.SectionDrawing.Handled;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Figures;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Place;
import dev.wartung.web.job.JobView;
import java.util.ArrayList;
import java.util.List;

/** What is said beside the section: what a part is to the step and to the job, and where energy is. */
final class BenchCallOuts {

    private BenchCallOuts() {}

    /**
     * @param marks  parts that the step names
     * @param renews parts that the job renews
     */
    static List<CallOut> of(
            JobView view, Bench bench, List<String> marks, List<String> renews, Handled handled, UnitSystem units) {
        List<CallOut> callOuts = new ArrayList<>();
        for (Part part : bench.build().parts()) {
            boolean renewed = renews.contains(part.id());
            boolean there = bench.place(part.id()) != Place.BIN && bench.place(part.id()) != Place.LOST;
            if (handled.comes().contains(part.id()) && bench.place(part.id()) != Place.ON_VALVE) {
                callOuts.add(new CallOut(
                        part.id(), part.name(), renewed ? "new, goes here" : "goes here", renewed ? "new" : "marked"));
            } else if (renewed && there) {
                callOuts.add(new CallOut(
                        part.id(),
                        part.name(),
                        bench.isNew(part.id()) ? "new" : "old, to renew",
                        bench.isNew(part.id()) ? "new" : "old"));
            } else if (marks.contains(part.id()) && there) {
                callOuts.add(new CallOut(
                        part.id(),
                        part.name(),
                        bench.place(part.id()) == Place.CLOTH ? "on the cloth" : loadNote(part, bench),
                        "marked"));
            }
        }
        callOuts.add(new CallOut("from-above", "From above", "pipe left to right", "plain"));
        energyNotes(view, bench, callOuts, units);
        return callOuts;
    }

    private static void energyNotes(JobView view, Bench bench, List<CallOut> callOuts, UnitSystem units) {
        boolean lifted = bench.energies().driverLifted();
        Actuators.spring(view.sheets().type(), bench.configuration(), lifted)
                .ifPresent(force -> callOuts.add(new CallOut(
                        "spring",
                        "Spring " + units.shown(force),
                        bench.energies().airOnByHand() ? "air lost: it moves" : "holds it at rest",
                        "spring")));
        if (bench.energies().airOn()) {
            Message least = Figures.of(view.sheets().type(), bench.build(), bench.configuration())
                    .shown(lifted ? "air.open" : "air.close");
            Message needs = Message.of("board.air-needed", "needs {least}", "least", least);
            callOuts.add(new CallOut("air", "Air on", least.isEmpty() ? "" : new Wording(units).of(needs), "plain"));
        }
    }

    /** At a fastener: whether its joint carries the stem's force now. */
    private static String loadNote(Part part, Bench bench) {
        return bench.build().joints().stream()
                .filter(j -> j.heldBy().contains(part.id()) && !j.loaded().isEmpty())
                .findFirst()
                .map(j -> bench.isPushed(j.id()) ? "carries the drive's force" : "carries no force now")
                .orElse("");
    }
}
