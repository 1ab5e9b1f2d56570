package dev.wartung.core.simulation;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Incident.Kind;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Acts done one by one, without a procedure. */
final class ByHand {

    private ByHand() {}

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    /** A valve of a type, made safe, as the first build has it that is as asked. */
    static Bench bench(String typeId, String drive, Map<String, String> options) {
        TypeSheet type = LIBRARY.type(typeId).orElseThrow();
        AnatomySheet anatomy = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration configuration = anatomy.configurations().stream()
                .filter(c -> c.drive().code().equals(drive)
                        && type.madeAs(c)
                        && options.entrySet().stream()
                                .allMatch(o -> o.getValue().equals(c.options().get(o.getKey()))))
                .findFirst()
                .orElseThrow();
        Bench bench = new Bench(anatomy.build(), configuration);
        does(bench, "lock", "vent", "cool");
        return bench;
    }

    /** "take bolts" is an act; so is "cycle". */
    static List<Kind> does(Bench bench, String... acts) {
        return bench
                .carryOut(Arrays.stream(acts)
                        .map(a -> a.split(" ", 2))
                        .map(a -> Act.of(
                                Act.Verb.valueOf(a[0].toUpperCase(Locale.ROOT).replace('-', '_')),
                                a.length > 1 ? a[1] : ""))
                        .toList())
                .stream()
                .map(Incident::kind)
                .toList();
    }
}
