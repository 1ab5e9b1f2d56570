package dev.wartung.web.practice;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.drawing.CallOut;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.drawing.SectionDrawing.Handled;
import dev.wartung.core.message.Message;
import dev.wartung.core.practice.Attempt;
import dev.wartung.core.practice.Attempt.Came;
import dev.wartung.core.practice.Made;
import dev.wartung.core.practice.Move;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.simulation.Bench;
import dev.wartung.core.simulation.Incident;
import dev.wartung.web.sheet.Sheets;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a learner sees.
 *
 * @param svg     the section as the bench has it
 * @param moves   what can be chosen, by sort
 * @param chosen  the move whose tool and grease are being chosen; empty for none
 * @param last    what came of what was done last
 * @param exposed parts that can be looked at closely
 * @param state   air, line and position in words
 */
public record PracticeBoard(
        String svg,
        Map<Move.Sort, List<Move>> moves,
        Optional<Move> chosen,
        List<Message> tools,
        List<String> greases,
        Optional<Came> last,
        List<Part> exposed,
        String state,
        int done) {

    static PracticeBoard of(Attempt attempt, Sheets sheets, Optional<String> choosing) {
        Bench bench = attempt.bench();
        Optional<Came> last = attempt.came().isEmpty()
                ? Optional.empty()
                : Optional.of(attempt.came().get(attempt.came().size() - 1));
        Optional<Move> chosen = choosing.flatMap(
                key -> attempt.moves().stream().filter(m -> m.key().equals(key)).findFirst());
        Map<Move.Sort, List<Move>> moves = new EnumMap<>(Move.Sort.class);
        attempt.moves().forEach(m -> moves.computeIfAbsent(m.sort(), s -> new ArrayList<>())
                .add(m));
        SectionDrawing drawing = sheets.drawing(
                new Sheets.Pair(attempt.exercise().anatomy(), attempt.exercise().type()), bench.configuration());
        List<Incident> incidents =
                chosen.isPresent() ? List.of() : last.map(Came::incidents).orElse(List.of());
        List<String> marks = new ArrayList<>(chosen.map(m -> m.step().marks()).orElse(List.of()));
        List<CallOut> callOuts = new ArrayList<>();
        String plain = incidents.isEmpty() ? "" : drawing.svg(bench, SectionDrawing.View.PLAIN, "");
        for (Incident incident : incidents) {
            // an assembly is drawn by what sits in it, its metal first
            hit(bench, incident).ifPresent(hit -> Stream.concat(
                            Stream.of(hit),
                            bench.build().parts().stream()
                                    .filter(p -> p.behind().contains(hit.id()))
                                    .sorted(Comparator.comparing(p -> !p.kind().equals("metal"))))
                    .filter(p -> plain.contains("data-part=\"" + p.id() + "\""))
                    .findFirst()
                    .filter(p -> !marks.contains(p.id()))
                    .ifPresent(p -> {
                        marks.add(p.id());
                        callOuts.add(new CallOut(p.id(), hit.name(), words(incident.kind()), "old"));
                    }));
        }
        String svg = drawing.svg(
                bench,
                new SectionDrawing.View(
                        attempt.derived().renews(),
                        marks,
                        callOuts,
                        attempt.positionBeforeLast(),
                        Handled.thrown(thrown(bench, incidents))),
                "Section of the practice valve as it stands");
        Optional<Step> here = chosen.map(attempt::here);
        return new PracticeBoard(
                svg,
                moves,
                chosen,
                here.map(attempt::tools).orElse(List.of()),
                here.map(attempt::greases).orElse(List.of()),
                last,
                bench.exposed(),
                state(bench),
                (int) attempt.came().stream()
                        .filter(c -> c.made().what() == Made.What.MOVE)
                        .count());
    }

    private static List<String> thrown(Bench bench, List<Incident> incidents) {
        return incidents.stream()
                .filter(i -> i.kind() == Incident.Kind.EJECTION)
                .flatMap(i -> hit(bench, i).stream())
                .map(Part::id)
                .distinct()
                .toList();
    }

    /** The part it happened to: of a joint what is thrown when it parts, or what holds it. */
    private static Optional<Part> hit(Bench bench, Incident incident) {
        return bench.build().part(incident.what()).or(() -> bench.build()
                .joint(incident.what())
                .flatMap(j -> j.loaded().stream()
                        .findFirst()
                        .map(l -> l.thrown())
                        .or(() -> j.seals().stream().findFirst())
                        .or(() -> j.heldBy().stream().findFirst()))
                .flatMap(bench.build()::part));
    }

    private static String words(Incident.Kind kind) {
        return switch (kind) {
            case EJECTION -> "thrown out";
            case PINCH -> "a hand was here";
            case CLOSED_UNDER_LOAD -> "closed against its spring";
            case OLD_SEAL_REFITTED -> "the old one, put back";
            case SEAL_MISSING -> "is missing";
            case MISSING_GREASE -> "fitted dry";
            case GREASE_ON_DRY -> "must stay dry";
            case TRAPPED_AIR -> "air behind it";
            case SEAL_CUT -> "cut by the thread";
            case SPOILT, DISPLACED -> "spoilt";
            case UNSUPPORTED_WEIGHT -> "too heavy for a hand";
            case WRONG_POSITION, OFF_CENTRE -> "in the wrong position";
            case LOOSE_PART_LOST -> "fell out";
            case IN_THE_WAY -> "something is in its way";
            case NOT_THERE -> "is not there";
            default -> "here";
        };
    }

    private static String state(Bench bench) {
        List<String> parts = new ArrayList<>(List.of(
                "stands " + bench.energies().position(), bench.energies().lineLocked() ? "line locked" : "line open"));
        if (bench.energies().lineLocked()) {
            parts.add(bench.energies().lineEmpty() ? "empty" : "not emptied");
        }
        if (bench.energies().drive().pneumatic()) {
            parts.add(bench.energies().airOn() ? "air on" : "no air");
        }
        return String.join(", ", parts);
    }
}
