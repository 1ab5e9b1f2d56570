package dev.wartung.web.job.bench;

import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Answer.Acceptance;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.account.Signing;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.Stores;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Reads what was typed at a step: readings, reasons for accepting a failed one, and the kit counted in. Nothing typed
 * is thrown away;
 * every trouble is kept under the name of its field.
 */
final class StepForm {

    private static final int LONGEST = 500;

    private final Map<String, String> typed;
    private final Function<Ask, Optional<ReadWith>> readWith;
    private final UnitSystem units;
    private final Map<String, String> troubles = new LinkedHashMap<>();
    private final List<Answer> answers = new ArrayList<>();
    private final List<CountedIn> lots = new ArrayList<>();
    private final List<Greased> greased;
    private Optional<String> secondPerson = Optional.empty();
    private CurrentAccount.@Nullable Second asked;

    private final BiFunction<String, String, Stores.Fitness> fitness;
    private final BiFunction<Supplies.Piece, String, Items.Substitution> substitutes;

    /** Asks a second person. */
    interface Asking {
        CurrentAccount.Second by(String username, String password, Set<Role> roles);
    }

    /**
     * @param readWith what a reading is taken with
     * @param units what bare numbers are in
     * @param second finds a second person by name and password, or nobody
     * @param fitness whether a piece of an item and lot may be fitted
     * @param substitutes an article of another number in a piece's place
     */
    StepForm(
            Step step,
            Function<Ask, Optional<ReadWith>> readWith,
            Supplies supplies,
            GreaseShelf shelf,
            Map<String, String> typed,
            UnitSystem units,
            Asking second,
            BiFunction<String, String, Stores.Fitness> fitness,
            BiFunction<Supplies.Piece, String, Items.Substitution> substitutes) {
        this.substitutes = substitutes;
        this.typed = typed;
        this.readWith = readWith;
        this.fitness = fitness;
        this.units = units;
        Set<Role> roles = step.secondPerson() ? Signing.WORKS : Signing.AGREES;
        Supplier<Optional<Account>> agrees = () -> agreed(second, roles);
        step.asks().forEach(a -> a.in(new Answered()).ifPresent(answers::add));
        accept(step, agrees);
        greased = new GreaseForm(step, shelf, typed).greased(troubles, agrees, new Wording(units));
        if (step.secondPerson()) {
            secondPerson = agrees.get().map(Account::name);
            if (secondPerson.isEmpty()) {
                troubles.putIfAbsent(
                        Signing.SECOND_NAME,
                        "This step takes two. A second technician agrees with their own name and password.");
            }
        }
        if (step.kitCount()) {
            count(supplies);
        }
    }

    Map<String, String> troubles() {
        return troubles;
    }

    List<Answer> answers() {
        return answers;
    }

    /** What was laid on, from which tin. */
    List<Greased> greased() {
        return greased;
    }

    /** Asked once, however many things need it: a wrong password counts as one try. */
    private Optional<Account> agreed(Asking second, Set<Role> roles) {
        if (asked == null) {
            asked = second.by(typed(Signing.SECOND_NAME), typed.getOrDefault(Signing.SECOND_PASSWORD, ""), roles);
            if (asked.who().isEmpty() && !asked.trouble().equals(CurrentAccount.SECOND_SIGNS)) {
                troubles.put(Signing.SECOND_NAME, asked.trouble());
            }
        }
        return asked.who();
    }

    /** Whoever agreed to anything at this step, as a second person. */
    Optional<Account> agreed() {
        return Optional.ofNullable(asked).flatMap(CurrentAccount.Second::who);
    }

    /** What whoever agreed put their name to: the step, and what was let stand in it. */
    String agreedTo(Step step) {
        Stream<String> let = Stream.concat(
                        answers.stream().flatMap(a -> a.accepted().stream()),
                        greased.stream().flatMap(g -> g.accepted().stream()))
                .map(Acceptance::reason)
                .distinct();
        return Stream.concat(Stream.of(new Wording(units).of(step.say())), let.map(why -> "it stands: " + why))
                .collect(Collectors.joining("; "));
    }

    /** Who agreed, at a step that takes two people. */
    Optional<String> secondPerson() {
        return secondPerson;
    }

    List<CountedIn> lots() {
        return lots;
    }

    /** Readings that failed and were given no reason to stand. */
    List<Answer> open() {
        return answers.stream().filter(a -> !a.settled()).toList();
    }

    private String typed(String field) {
        String value = typed.getOrDefault(field, "").strip();
        return value.length() > LONGEST ? value.substring(0, LONGEST) : value;
    }

    /** What was answered, where it is understood; else troubles say what is not. */
    private final class Answered implements Ask.Cases<Optional<Answer>> {

        @Override
        public Optional<Answer> measurement(Measurement once) {
            if (stopped(once)) {
                return Optional.empty();
            }
            WrenchForm wrench = new WrenchForm(typed, once.toolOffsetM(), units);
            if (once.measured() == Dimension.TORQUE && !wrench.troubles().isEmpty()) {
                troubles.putAll(wrench.troubles());
                return Optional.empty();
            }
            Entry entry = read(once, typed(StepFields.READING + once.id()), wrench, units);
            if (entry instanceof Entry.NotUnderstood not) {
                troubles.put(StepFields.READING + once.id(), not.reason());
                return Optional.empty();
            }
            Quantity read = ((Entry.Understood) entry).quantity();
            Optional<ReadWith> with = readWith.apply(once);
            Optional<String> beyond = beyond(read, with, wrench.wrench().atBolt(1), units);
            if (beyond.isPresent()) {
                troubles.put(StepFields.READING + once.id(), beyond.get());
                return Optional.empty();
            }
            return Optional.of(Answer.measured(once.id(), once.ask(), read, once.judge(read, with)));
        }

        @Override
        public Optional<Answer> atPlaces(AtPlaces places) {
            if (stopped(places)) {
                return Optional.empty();
            }
            SpreadForm spread = new SpreadForm(places, typed, units);
            if (!spread.complete()) {
                troubles.putAll(spread.troubles());
                return Optional.empty();
            }
            Optional<ReadWith> with = readWith.apply(places);
            Optional<String> beyond = spread.beyond(with);
            if (beyond.isPresent()) {
                troubles.put(StepFields.READING + places.id(), beyond.get());
                return Optional.empty();
            }
            return Optional.of(
                    Answer.each(places.id(), places.ask(), spread.read(), places.judge(spread.read(), with)));
        }

        /** A torque that would spoil the bolt is not confirmed, whatever was read. */
        private boolean stopped(Ask ask) {
            if (ask.isStopped()) {
                troubles.put(StepFields.READING + ask.id(), new Wording(units).of(ask.note()));
            }
            return ask.isStopped();
        }

        @Override
        public Optional<Answer> observation(Observation seen) {
            String value = typed(StepFields.READING + seen.id());
            if (!seen.choices().contains(value)) {
                troubles.put(StepFields.READING + seen.id(), "Choose what you see.");
                return Optional.empty();
            }
            return Optional.of(Answer.seen(seen.id(), seen.ask(), value, seen.judge(value)));
        }
    }

    /** What was typed; a torque is what the wrench shows, and counts as what the bolt got. */
    static Entry read(Ask ask, String text, WrenchForm wrench, UnitSystem units) {
        Unit usual = units.unit(ask.dimension().orElseThrow());
        Entry entry = Entry.read(text, usual);
        return entry instanceof Entry.Understood shown && usual.dimension() == Dimension.TORQUE
                ? new Entry.Understood(
                        new Quantity(wrench.wrench().atBolt(shown.quantity().si()), Dimension.TORQUE), shown.unit())
                : entry;
    }

    /**
     * Why a reading cannot have been taken with a tool; empty where it can.
     *
     * @param atBolt how much of what it shows counts: as much, but for a wrench with a crowfoot
     */
    static Optional<String> beyond(Quantity read, Optional<ReadWith> with, double atBolt, UnitSystem units) {
        return with.filter(tool -> !tool.can().reaches(read)).map(tool -> {
            Capability shown = tool.can().times(1 / atBolt);
            return tool.number() + " measures " + shown.from().numberIn(units.unit(read.dimension())) + " to "
                    + units.shown(shown.to()) + ": it cannot have read this. Take another tool, or read again.";
        });
    }

    /** Failed readings with a reason typed stand, the critical ones with a second person's agreement. */
    private void accept(Step step, Supplier<Optional<Account>> second) {
        for (int i = 0; i < answers.size(); i++) {
            Answer answer = answers.get(i);
            String reason = typed(StepFields.REASON + answer.ask());
            if (answer.verdict().passed() || reason.isEmpty()) {
                continue;
            }
            // what tells that the record is wrong cannot stand: the record is corrected
            boolean identifies = step.asks().stream()
                    .anyMatch(
                            a -> a.id().equals(answer.ask()) && !a.identifies().isEmpty());
            if (identifies) {
                continue;
            }
            boolean critical = step.asks().stream().anyMatch(a -> a.id().equals(answer.ask()) && a.critical());
            Optional<Account> agreed = critical ? second.get() : Optional.empty();
            if (critical && agreed.isEmpty()) {
                troubles.put(Signing.SECOND_NAME, "A second person agrees with their own name and password.");
            } else {
                answers.set(i, answer.accepted(new Acceptance(reason, agreed.map(Account::name))));
            }
        }
    }

    private void count(Supplies supplies) {
        supplies.kit().ifPresent(kit -> {
            if (typed(StepFields.KIT_LOT).isEmpty()) {
                troubles.put(StepFields.KIT_LOT, "Type or scan the kit's lot.");
            } else {
                judge(kit.id(), typed(StepFields.KIT_LOT), StepFields.KIT_LOT);
            }
        });
        for (Supplies.Piece piece : supplies.toCount()) {
            boolean inKit = supplies.inKit().contains(piece);
            if (typed(StepFields.HAVE + piece.part()).isEmpty()) {
                troubles.put(StepFields.HAVE + piece.part(), "Not counted in yet.");
            }
            String lot = inKit ? typed(StepFields.KIT_LOT) : typed(StepFields.LOT + piece.part());
            if (!inKit && lot.isEmpty()) {
                troubles.put(StepFields.LOT + piece.part(), "Type or scan its lot.");
            }
            Items.Substitution taken =
                    inKit || typed(StepFields.ARTICLE + piece.part()).isEmpty()
                            ? Items.Substitution.none(piece)
                            : substitutes.apply(piece, typed(StepFields.ARTICLE + piece.part()));
            taken.refused()
                    .ifPresent(why -> troubles.put(StepFields.ARTICLE + piece.part(), new Wording(units).of(why)));
            if (taken.other()
                    && taken.refused().isEmpty()
                    && typed(StepFields.INSTEAD + StepFields.LOT + piece.part()).isEmpty()) {
                troubles.put(
                        StepFields.INSTEAD + StepFields.LOT + piece.part(),
                        "It is another article than its sheet names. Say why it may stand in.");
            }
            if (!inKit
                    && !lot.isEmpty()
                    && !taken.article().isEmpty()
                    && taken.refused().isEmpty()) {
                judge(taken.article(), lot, StepFields.LOT + piece.part());
            }
            lots.add(new CountedIn(
                    piece.part(),
                    piece.name(),
                    taken.article(),
                    taken.material(),
                    lot,
                    inKit ? supplies.kit().orElseThrow().id() : "",
                    typed(StepFields.INSTEAD + (inKit ? StepFields.KIT_LOT : StepFields.LOT + piece.part()))));
        }
    }

    /** What must not be fitted is refused; what the books do not know stands with a reason. */
    private void judge(String item, String lot, String field) {
        Stores.Fitness found = fitness.apply(item, lot);
        found.stop().ifPresent(why -> troubles.put(field, why));
        if (typed(StepFields.INSTEAD + field).isEmpty()) {
            found.doubt().ifPresent(why -> {
                troubles.put(field, why);
                troubles.put(StepFields.INSTEAD + field, "If you take it all the same, say why.");
            });
        }
    }

    /** A reading judged on its own, as it is typed; empty while it is not understood. */
    static Optional<Verdict> judge(
            Measurement ask, Map<String, String> typed, UnitSystem units, Optional<ReadWith> with) {
        return read(
                                ask,
                                typed.getOrDefault(StepFields.READING + ask.id(), ""),
                                new WrenchForm(typed, ask.toolOffsetM(), units),
                                units)
                        instanceof Entry.Understood understood
                ? Optional.of(ask.judge(understood.quantity(), with))
                : Optional.empty();
    }
}
