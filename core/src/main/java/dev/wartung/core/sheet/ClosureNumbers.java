package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.Seat;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.List;
import java.util.Optional;

/** What of a closure a family names and a type does not give, although it gives some of it. */
final class ClosureNumbers {

    private ClosureNumbers() {}

    /** Places in the sheet; empty where all is there, or nothing. */
    static List<String> missing(AnatomySheet anatomy, TypeSheet type) {
        if (type.seat().isEmpty() && type.upperSeat().isEmpty()) {
            return List.of();
        }
        return anatomy.numbers().entrySet().stream()
                .filter(n -> n.getKey().startsWith("seat/") || n.getKey().startsWith("upper-seat/"))
                .filter(n -> anatomy.configurations(type).stream()
                        .filter(c -> n.getValue().when().holds(c.facts()))
                        .anyMatch(c -> !isKnown(n.getKey(), type, c)))
                .map(n -> n.getKey())
                .toList();
    }

    private static boolean isKnown(String place, TypeSheet type, ValveConfiguration valve) {
        Optional<Seat> seat = place.startsWith("upper-seat/") ? type.upperSeat() : type.seat();
        return switch (place.substring(place.indexOf('/') + 1)) {
            case "stems" -> seat.filter(
                            s -> s.stems().stream().anyMatch(stem -> stem.when().holds(valve.facts())))
                    .isPresent();
            case "balance-diameter" -> seat.flatMap(Seat::balanceDiameter).isPresent();
            case "diaphragm-diameter" -> seat.flatMap(Seat::diaphragmDiameter).isPresent();
            default -> seat.isPresent();
        };
    }
}
