package dev.wartung.web.job.bench;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.message.Message;
import dev.wartung.core.simulation.Energies;
import dev.wartung.web.job.JobView;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * One of the energies at a valve, live or dead, with the figure.
 *
 * @param live it can hurt somebody now
 */
record EnergyPlate(String name, Message says, boolean live) {

    private EnergyPlate(String name, String state, boolean live) {
        this(name, Message.of("energy." + state.replaceAll("[^a-z]+", "-"), state), live);
    }

    /** Always the same five, in the same order; one that a valve does not have says so. */
    static List<EnergyPlate> of(JobView view) {
        Energies energies = view.progress().bench().energies();
        boolean wired = carried(view, "electricity");
        boolean air = carried(view, "air");
        List<EnergyPlate> plates = new ArrayList<>();
        plates.add(new EnergyPlate(
                "Line",
                energies.isApart()
                        ? "not in it yet"
                        : energies.lineEmpty()
                                ? "locked, empty"
                                : energies.lineLocked() ? "locked, not vented" : "live",
                !energies.lineEmpty()));
        plates.add(new EnergyPlate("Air", !air ? "none here" : energies.airOn() ? "on" : "off", energies.airOn()));
        plates.add(spring(view, energies));
        wired &= !energies.isApart();
        plates.add(new EnergyPlate(
                "Electric",
                !wired ? "none here" : energies.electricityOn() ? "live" : "off",
                wired && energies.electricityOn()));
        plates.add(new EnergyPlate(
                "Heat, CIP",
                energies.isApart() ? "new, cold" : energies.lineHot() ? "may be hot" : "rinsed, cool",
                energies.lineHot()));
        return plates;
    }

    private static boolean carried(JobView view, String energy) {
        return view.build().parts().stream().anyMatch(p -> p.carries().equals(Optional.of(energy)));
    }

    /**
     * Live while only air holds it back, and while it pushes a joint apart; dead where it rests against the actuator's
     * own stops.
     */
    private static EnergyPlate spring(JobView view, Energies energies) {
        ValveConfiguration valve = view.progress().bench().configuration();
        return Actuators.spring(view.sheets().type(), valve, energies.driverLifted())
                .map(force -> {
                    if (energies.airOnByHand()) {
                        return new EnergyPlate(
                                "Spring",
                                Actuators.springEnergy(view.sheets().type(), valve)
                                        .map(energy -> Message.of(
                                                "energy.spring-held",
                                                "{force} · {energy}",
                                                "force",
                                                force,
                                                "energy",
                                                energy))
                                        .orElse(Message.of("energy.spring", "{force}", "force", force)),
                                true);
                    }
                    boolean pushing = view.build().joints().stream()
                            .anyMatch(j -> view.progress().bench().isPushed(j.id()));
                    return new EnergyPlate(
                            "Spring",
                            pushing
                                    ? Message.of("energy.spring-pushing", "{force} pushing", "force", force)
                                    : Message.of("energy.spring-at-rest", "{force} at rest", "force", force),
                            pushing);
                })
                .orElse(new EnergyPlate("Spring", "none here", false));
    }
}
