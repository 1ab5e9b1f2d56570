package dev.wartung.web.stores;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.lubrication.Film;
import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Greasing;
import dev.wartung.core.procedure.Step;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Parts that take the same grease, as they are shown.
 *
 * @param on     the parts in words
 * @param amount for all of them together, as a hand judges it; empty where a part's size is not known
 * @param each   for each of them
 */
public record GreaseLine(
        String grease,
        String lot,
        String registration,
        String on,
        String amount,
        Message each,
        Message reason,
        boolean lacks) {

    /** Films grouped by the tin they are taken from. */
    public static List<GreaseLine> of(List<Step.Film> films, GreaseShelf shelf) {
        Map<String, List<Greasing>> byTin = films.stream()
                .map(f -> Greasing.of(f, shelf))
                .collect(Collectors.groupingBy(
                        g -> g.tin().map(Tin::lot).orElse("") + g.film().grease() + g.lacks(),
                        LinkedHashMap::new,
                        Collectors.toList()));
        return byTin.values().stream()
                .map(same -> {
                    Greasing first = same.get(0);
                    double volume =
                            same.stream().mapToDouble(g -> g.film().volumeM3()).sum();
                    boolean known = same.stream().allMatch(g -> g.film().volumeM3() > 0);
                    return new GreaseLine(
                            first.tin()
                                    .map(t -> t.grease().name())
                                    .orElse(first.film().grease()),
                            first.tin().map(Tin::lot).orElse(""),
                            first.tin()
                                    .map(t -> t.grease().registration())
                                    .orElse(first.film().registration()),
                            same.stream()
                                    .map(g -> Part.inSentence(g.film().name()))
                                    .collect(Collectors.joining(", ")),
                            known ? Film.byEye(volume) : "",
                            known
                                    ? Message.joined(
                                            ", ",
                                            same.stream()
                                                    .map(g -> Message.of(
                                                            "grease.each",
                                                            "{part} {volume}",
                                                            "part",
                                                            Part.inSentence(
                                                                    g.film().name()),
                                                            "volume",
                                                            new Quantity(
                                                                    g.film().volumeM3(), Dimension.VOLUME)))
                                                    .toList())
                                    : Message.NONE,
                            Message.joined(
                                    " ",
                                    same.stream()
                                            .flatMap(g -> g.reasons().stream())
                                            .distinct()
                                            .toList()),
                            first.lacks());
                })
                .toList();
    }
}
