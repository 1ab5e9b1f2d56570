package dev.wartung.web.job.bench;

import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.lubrication.Suitability;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Greasing;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer.Acceptance;
import dev.wartung.core.progress.Greased;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Signing;
import dev.wartung.web.stores.GreaseLine;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * The films of one step: the tin chosen for each, or the tin somebody has in hand instead. One that does harm is
 * refused; it is used all the same only for a
 * reason, and where product comes only with a second person.
 */
final class GreaseForm {

    static final String LOT = "grease.lot";
    static final String REASON = "grease.reason";
    static final String REFUSED = "grease.refused";

    private final List<Step.Film> films;
    private final GreaseShelf shelf;
    private final Map<String, String> typed;

    GreaseForm(Step step, GreaseShelf shelf, Map<String, String> typed) {
        this.films = step.films();
        this.shelf = shelf;
        this.typed = typed;
    }

    /** What to lay on. */
    List<GreaseLine> lines() {
        return GreaseLine.of(films, shelf);
    }

    /** The tin in hand, by its lot; empty where none was typed or it is on no list. */
    private Optional<Tin> inHand() {
        return shelf.tins().stream()
                .filter(t -> t.lot().equalsIgnoreCase(lot()))
                .findFirst();
    }

    private String lot() {
        return typed.getOrDefault(LOT, "").strip();
    }

    /** The tin in hand judged for these films: the worst of them; empty while there is nothing to judge. */
    Optional<Suitability> judged() {
        return inHand().flatMap(tin ->
                films.stream().map(f -> Greasing.judge(f, tin, shelf)).max(Comparator.comparing(Suitability::level)));
    }

    String unknown() {
        return !lot().isEmpty() && shelf.keepsAList() && inHand().isEmpty()
                ? "No tin of lot “" + lot() + "” is on this site's list."
                : "";
    }

    /**
     * Films as they are laid on.
     *
     * @param troubles takes what stands against it, by field
     * @param second finds a second person who agrees
     * @param told how what stands against it is said
     */
    List<Greased> greased(Map<String, String> troubles, Supplier<Optional<Account>> second, Wording told) {
        if (films.isEmpty()) {
            return List.of();
        }
        if (!unknown().isEmpty()) {
            troubles.put(LOT, unknown());
            return List.of();
        }
        if (lot().isEmpty()) {
            films.stream()
                    .map(f -> Greasing.of(f, shelf))
                    .filter(Greasing::lacks)
                    .findFirst()
                    .ifPresent(g -> troubles.put(
                            LOT,
                            told.of(Message.of(
                                    "greasing.another",
                                    "{why} Type the lot of another tin.",
                                    "why",
                                    Message.joined(" ", g.reasons())))));
            return films.stream()
                    .map(f -> Greasing.of(f, shelf))
                    .map(g -> g.tin()
                            .map(t -> laid(g.film(), t, Message.NONE, Optional.empty()))
                            .orElseGet(() -> new Greased(
                                    g.film().name(),
                                    g.film().grease(),
                                    "",
                                    g.film().registration(),
                                    Message.NONE,
                                    Optional.empty())))
                    .toList();
        }
        Optional<Tin> tin = inHand();
        if (tin.isEmpty()) {
            return films.stream()
                    .map(f ->
                            new Greased(f.name(), f.grease(), lot(), f.registration(), Message.NONE, Optional.empty()))
                    .toList();
        }
        Optional<Acceptance> accepted =
                judged().filter(Suitability::harms).flatMap(s -> accepted(s, troubles, second, told));
        List<Greased> greased = new ArrayList<>();
        films.forEach(film -> {
            Suitability here = Greasing.judge(film, tin.get(), shelf);
            greased.add(laid(
                    film,
                    tin.get(),
                    here.level() == Suitability.Level.SUITS ? Message.NONE : here.inWords(),
                    here.harms() ? accepted : Optional.empty()));
        });
        return greased;
    }

    private Optional<Acceptance> accepted(
            Suitability harm, Map<String, String> troubles, Supplier<Optional<Account>> second, Wording told) {
        String reason = typed.getOrDefault(REASON, "").strip();
        if (reason.isEmpty() || reason.length() > 500) {
            troubles.put(REFUSED, told.of(harm.inWords()));
            return Optional.empty();
        }
        if (films.stream().noneMatch(f -> Greasing.productWetted(f, shelf))) {
            return Optional.of(new Acceptance(reason, Optional.empty()));
        }
        Optional<Account> agreed = second.get();
        if (agreed.isEmpty()) {
            troubles.put(REFUSED, told.of(harm.inWords()));
            troubles.put(
                    Signing.SECOND_NAME,
                    "Product comes here: a second person agrees with their own name and password.");
        }
        return agreed.map(a -> new Acceptance(reason, Optional.of(a.name())));
    }

    private static Greased laid(Step.Film film, Tin tin, Message against, Optional<Acceptance> accepted) {
        return new Greased(
                film.name(), tin.grease().name(), tin.lot(), tin.grease().registration(), against, accepted);
    }
}
