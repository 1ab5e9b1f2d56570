package dev.wartung.core.sheet;

import dev.wartung.core.exposure.ExposureMatrix;
import dev.wartung.core.fault.FaultFinder;
import dev.wartung.core.inspection.Inspection;
import dev.wartung.core.lubrication.LubricationMatrix;
import dev.wartung.core.sealing.Autopsy;

/** What the trade knows and what comes with Wartung as data, each statement with what it rests on. */
public final class Knowledge {

    private static final LubricationMatrix LUBRICATION = read("lubrication", LubricationMatrix.class);
    private static final ExposureMatrix EXPOSURE = read("exposure", ExposureMatrix.class);
    private static final Autopsy OLD_SEALS = read("old-seals", Autopsy.class);
    private static final Inspection INSPECTION = read("inspection", Inspection.class);
    private static final FaultFinder FAULTS = read("faults", FaultFinder.class);

    private Knowledge() {}

    public static LubricationMatrix lubrication() {
        return LUBRICATION;
    }

    public static ExposureMatrix exposure() {
        return EXPOSURE;
    }

    public static Autopsy oldSeals() {
        return OLD_SEALS;
    }

    public static Inspection inspection() {
        return INSPECTION;
    }

    public static FaultFinder faults() {
        return FAULTS;
    }

    private static <T> T read(String name, Class<T> as) {
        return SheetReader.readOwn(name + ".yaml", SheetLibrary.resource("knowledge/" + name + ".yaml"), as);
    }
}
