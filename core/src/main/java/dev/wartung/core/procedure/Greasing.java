package dev.wartung.core.procedure;

import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.lubrication.GreaseShelf.Chosen;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.lubrication.LubricationMatrix.Position;
import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.lubrication.Use;
import dev.wartung.core.sealing.Polymer;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The tin for one film: chosen from what is on site, with the reason.
 *
 * @param film   the part and what the type sheet names for it
 * @param tin    the one to use; empty where the site keeps no list, or nothing on it may be used here
 * @param reason why this one, or why none
 * @param lacks  the site keeps a list and nothing on it may be used here: something has to be bought first
 */
public record Greasing(Step.Film film, Optional<Tin> tin, String reason, boolean lacks) {

    /** Chooses for a film from a shelf. */
    public static Greasing of(Step.Film film, GreaseShelf shelf) {
        if (!shelf.keepsAList()) {
            return new Greasing(
                    film,
                    Optional.empty(),
                    film.isNamed()
                            ? "As the type sheet names it; this site keeps no list of its tins."
                            : "Its sheet names none, and this site keeps no list of its tins.",
                    false);
        }
        Optional<Chosen> chosen = shelf.choose(use(film), film.grease());
        return chosen.map(c -> new Greasing(
                        film,
                        Optional.of(c.tin()),
                        (c.named() ? "The maker names it. " : "")
                                + c.suitability().inWords()
                                + replaced(film, shelf, c),
                        false))
                .orElseGet(() -> new Greasing(
                        film, Optional.empty(), "No tin on site may be used here. " + againstAll(film, shelf), true));
    }

    /** What is said against a tin somebody takes instead; it suits where nothing is. */
    public static Suitability judge(Step.Film film, Tin tin, GreaseShelf shelf) {
        return shelf.judge(tin.grease(), use(film));
    }

    /** Whether the film goes where product comes. */
    public static boolean productWetted(Step.Film film, GreaseShelf shelf) {
        return shelf.matrix()
                .position(film.position())
                .map(Position::productWetted)
                .orElse(true);
    }

    private static Use use(Step.Film film) {
        Set<Polymer> polymers =
                film.polymers().stream().flatMap(p -> Polymer.named(p).stream()).collect(Collectors.toSet());
        return new Use(film.position(), polymers, Set.of(), 0);
    }

    /** Why it is not the one the type sheet names. */
    private static String replaced(Step.Film film, GreaseShelf shelf, Chosen chosen) {
        if (chosen.named()) {
            return "";
        }
        if (!film.isNamed()) {
            return " Its sheet names none.";
        }
        return " Not " + film.grease() + ", which the maker names: "
                + (onShelf(film.grease(), shelf).isEmpty() ? "there is none on site." : against(film, shelf));
    }

    private static String against(Step.Film film, GreaseShelf shelf) {
        return onShelf(film.grease(), shelf)
                .map(tin -> judge(film, tin, shelf).inWords())
                .orElse(film.grease() + ", which the maker names, is not on site.");
    }

    private static String againstAll(Step.Film film, GreaseShelf shelf) {
        String named = !film.isNamed() || onShelf(film.grease(), shelf).isPresent()
                ? ""
                : film.grease() + ", which the maker names, is not here. ";
        return named
                + shelf.tins().stream()
                        .map(Tin::grease)
                        .distinct()
                        .map(g -> g.name() + ": "
                                + shelf.judge(g, use(film)).reasons().get(0).text())
                        .collect(Collectors.joining(" "));
    }

    private static Optional<Tin> onShelf(String grease, GreaseShelf shelf) {
        return shelf.tins().stream()
                .filter(t -> t.grease().name().equals(grease))
                .findFirst();
    }
}
