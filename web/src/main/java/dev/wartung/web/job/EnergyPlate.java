package dev.wartung.web.job;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.simulation.Energies;
import java.util.ArrayList;
import java.util.List;

/**
 * One of the energies at a valve, live or dead, with the figure.
 *
 * @param live it can hurt somebody now
 */
record EnergyPlate(String name, String says, boolean live) {

    /** Always the same five, in the same order; one that a valve does not have says so. */
    static List<EnergyPlate> of(JobView view) {
        Energies energies = view.progress().bench().energies();
        boolean head = view.build().part("head").isPresent();
        boolean air = view.build().part("air-hose").isPresent();
        List<EnergyPlate> plates = new ArrayList<>();
        plates.add(new EnergyPlate("Line", energies.lineEmpty() ? "locked, empty" : energies.lineLocked() ? "locked, not vented" : "live", !energies.lineEmpty()));
        plates.add(new EnergyPlate("Air", !air ? "none here" : energies.airOn() ? "on" : "off", energies.airOn()));
        plates.add(spring(view, energies));
        plates.add(new EnergyPlate("Electric", !head ? "none here" : energies.electricityOn() ? "live" : "off", head && energies.electricityOn()));
        plates.add(new EnergyPlate("Heat, CIP", energies.lineHot() ? "may be hot" : "rinsed, cool", energies.lineHot()));
        return plates;
    }

    /** Live while only air holds it back, and while it pushes a joint apart; dead where it rests against the actuator's own stops. */
    private static EnergyPlate spring(JobView view, Energies energies) {
        boolean sprung = view.job().configuration().drive().rest().isPresent();
        return Actuators.of(view.sheets().type(), view.job().configuration().drive()).filter(a -> sprung).map(a -> {
            boolean down = energies.position().equals(view.build().positions().get(0));
            String force = new Quantity(a.springForceN(down ? 0 : a.strokeM()), Dimension.FORCE).shown();
            String energy = new Quantity(a.strokeEnergyJ(), Dimension.ENERGY).shown();
            boolean held = energies.airOnByHand();
            boolean pushing = !held && view.build().joints().stream().anyMatch(j -> view.progress().bench().isPushed(j.id()));
            return new EnergyPlate("Spring", held ? force + " · " + energy : force + (pushing ? " pushing" : " at rest"), held || pushing);
        }).orElse(new EnergyPlate("Spring", "none here", false));
    }
}
