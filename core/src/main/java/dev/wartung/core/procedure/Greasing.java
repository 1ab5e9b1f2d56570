package dev.wartung.core.procedure;

import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.lubrication.GreaseShelf.Chosen;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.lubrication.LubricationMatrix.Position;
import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.lubrication.Use;
import dev.wartung.core.message.Message;
import dev.wartung.core.sealing.Polymer;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * The tin for one film: chosen from what is on site, with the reason.
 *
 * @param film   the part and what the type sheet names for it
 * @param tin    the one to use; empty where the site keeps no list, or nothing on it may be used here
 * @param reasons why this one, or why none; a sentence each
 * @param lacks  the site keeps a list and nothing on it may be used here: something has to be bought first
 */
public record Greasing(Step.Film film, Optional<Tin> tin, List<Message> reasons, boolean lacks) {

    private static final List<Message> NOTHING = List.of();

    /** Chooses for a film from a shelf. */
    public static Greasing of(Step.Film film, GreaseShelf shelf) {
        if (!shelf.keepsAList()) {
            return new Greasing(
                    film,
                    Optional.empty(),
                    List.of(
                            film.isNamed()
                                    ? say("noList", "As the type sheet names it; this site keeps no list of its tins.")
                                    : say("nothing", "Its sheet names none, and this site keeps no list of its tins.")),
                    false);
        }
        Optional<Chosen> chosen = shelf.choose(use(film), film.grease());
        return chosen.map(c -> new Greasing(
                        film,
                        Optional.of(c.tin()),
                        Stream.of(
                                        c.named() ? List.of(say("named", "The maker names it.")) : NOTHING,
                                        c.suitability().deciding(),
                                        replaced(film, shelf, c))
                                .flatMap(List::stream)
                                .toList(),
                        false))
                .orElseGet(() -> new Greasing(
                        film,
                        Optional.empty(),
                        Stream.concat(
                                        Stream.of(say("none", "No tin on site may be used here.")),
                                        againstAll(film, shelf).stream())
                                .toList(),
                        true));
    }

    private static Message say(String what, String english, Object... namesAndThings) {
        return Message.of("greasing." + what, english, namesAndThings);
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
    private static List<Message> replaced(Step.Film film, GreaseShelf shelf, Chosen chosen) {
        if (chosen.named()) {
            return NOTHING;
        }
        if (!film.isNamed()) {
            return List.of(say("unnamed", "Its sheet names none."));
        }
        Message why = onShelf(film.grease(), shelf)
                .map(tin -> judge(film, tin, shelf).inWords())
                .orElseGet(() -> say("absent", "there is none on site."));
        return List.of(say("not", "Not {grease}, which the maker names: {why}", "grease", film.grease(), "why", why));
    }

    private static List<Message> againstAll(Step.Film film, GreaseShelf shelf) {
        List<Message> named = !film.isNamed() || onShelf(film.grease(), shelf).isPresent()
                ? NOTHING
                : List.of(say("notHere", "{grease}, which the maker names, is not here.", "grease", film.grease()));
        return Stream.concat(
                        named.stream(),
                        shelf.tins().stream()
                                .map(Tin::grease)
                                .distinct()
                                .map(g -> say(
                                        "against",
                                        "{grease}: {why}",
                                        "grease",
                                        g.name(),
                                        "why",
                                        shelf.judge(g, use(film))
                                                .reasons()
                                                .get(0)
                                                .text())))
                .toList();
    }

    private static Optional<Tin> onShelf(String grease, GreaseShelf shelf) {
        return shelf.tins().stream()
                .filter(t -> t.grease().name().equals(grease))
                .findFirst();
    }
}
