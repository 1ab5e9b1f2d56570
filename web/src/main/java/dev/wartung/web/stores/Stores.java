package dev.wartung.web.stores;

import dev.wartung.core.message.Days;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.stores.StockMove.Kind;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The stores: what is there, what may be fitted, and every piece that goes in or out. */
@Service
public class Stores {

    static final int PAGE = 100;

    private static final String LOT = "lot";

    private final Lots lots;
    private final StockMoves moves;
    private final Items items;
    private final CurrentAccount current;
    private final Signatures signatures;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    Stores(
            Lots lots,
            StockMoves moves,
            Items items,
            CurrentAccount current,
            Signatures signatures,
            JdbcTemplate jdbc,
            Clock clock) {
        this.signatures = signatures;
        this.lots = lots;
        this.moves = moves;
        this.items = items;
        this.current = current;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * Whether pieces of a lot may be fitted.
     *
     * @param stop  why they must not be; empty where they may
     * @param doubt why the books say otherwise than the hand: it stands if somebody says why
     */
    public record Fitness(Optional<String> stop, Optional<String> doubt) {

        private static final Fitness GOOD = new Fitness(Optional.empty(), Optional.empty());

        private static Fitness stop(String why) {
            return new Fitness(Optional.of(why), Optional.empty());
        }

        private static Fitness doubt(String why) {
            return new Fitness(Optional.empty(), Optional.of(why));
        }
    }

    @Transactional(readOnly = true)
    public List<Lot> find(String words) {
        return lots.find(words.strip(), PageRequest.of(0, PAGE));
    }

    /** Every lot there ever was, by item. */
    @Transactional(readOnly = true)
    public List<Lot> all() {
        return lots.findAll(Sort.by("item", "receivedOn", "lot"));
    }

    @Transactional(readOnly = true)
    public List<Lot> inStock() {
        return lots.inStock();
    }

    @Transactional(readOnly = true)
    public Optional<Lot> lot(long id) {
        return lots.findById(id);
    }

    /** Lots of a number, of whatever item. */
    @Transactional(readOnly = true)
    public List<Lot> numbered(String lot) {
        // rarely more than one; as a query for lots it would be translated anew each time (a parameter in a function)
        return jdbc
                .queryForList("select id from lot where lower(lot) = lower(?) order by item", Long.class, lot.strip())
                .stream()
                .flatMap(id -> lots.findById(id).stream())
                .toList();
    }

    @Transactional(readOnly = true)
    public List<StockMove> moves(long lotId) {
        return moves.findByLotIdOrderByAtDescIdDesc(lotId);
    }

    /**
     * The lot to take first: within shelf life today, not in quarantine, the one that expires first. Empty where the
     * stores hold none.
     */
    @Transactional(readOnly = true)
    public Optional<Lot> takeFirst(String item) {
        LocalDate today = LocalDate.now(clock);
        return lots.ofItem(item).stream()
                .filter(l -> l.pieces() > 0 && !l.quarantined() && !l.expired(today))
                .min(Comparator.comparing((Lot l) -> l.useBy().orElse(LocalDate.MAX))
                        .thenComparing(Lot::receivedOn));
    }

    /** The lots of an item that the stores know, whether or not pieces are left of them. */
    @Transactional(readOnly = true)
    public List<String> lotsOf(String item) {
        return lots.ofItem(item).stream().map(Lot::lot).toList();
    }

    /** Whether a piece of this lot may be fitted today. What the stores keep no lot of at all is taken as it is. */
    @Transactional(readOnly = true)
    public Fitness fitness(String item, String lot) {
        List<Lot> all = lots.ofItem(item);
        LocalDate today = LocalDate.now(clock);
        Optional<Lot> found =
                all.stream().filter(l -> l.lot().equalsIgnoreCase(lot.strip())).findFirst();
        if (found.isPresent()) {
            Lot here = found.get();
            if (here.quarantined()) {
                return Fitness.stop("Lot " + here.lot() + " is in quarantine: " + here.quarantineReason()
                        + " Put it aside and take another.");
            }
            if (here.expired(today)) {
                return Fitness.stop("Lot " + here.lot() + " passed its shelf life on "
                        + Days.day(here.useBy().orElseThrow()) + ". It is not fitted." + other(all, today));
            }
            return here.pieces() < 1
                    ? Fitness.doubt("By the books none of lot " + here.lot() + " is left.")
                    : Fitness.GOOD;
        }
        // a lot that is in quarantine under another item's number: the same bag, opened
        Optional<Lot> elsewhere =
                numbered(lot).stream().filter(Lot::quarantined).findFirst();
        if (elsewhere.isPresent()) {
            return Fitness.stop("Lot " + elsewhere.get().lot() + " is in quarantine: "
                    + elsewhere.get().quarantineReason() + " Put it aside and take another.");
        }
        return all.isEmpty()
                ? Fitness.GOOD
                : Fitness.doubt("The stores know no lot " + lot.strip() + " of " + item + "." + other(all, today));
    }

    /** An article of another number in the place of the one that belongs there. */
    public Items.Substitution substitute(Supplies.Piece piece, String number) {
        return items.substitute(piece, number);
    }

    private static String other(List<Lot> all, LocalDate today) {
        String others = all.stream()
                .filter(l -> l.pieces() > 0 && !l.quarantined() && !l.expired(today))
                .map(l -> l.lot() + " (" + l.pieces() + ")")
                .collect(Collectors.joining(", "));
        return others.isEmpty() ? " No other is there." : " There is " + others + ".";
    }

    /** Books pieces out for a job, as far as the stores know their lot. */
    @Transactional
    public void take(String item, String lot, int pieces, int jobNumber, String note) {
        lots.of(item, lot.strip()).flatMap(l -> lots.lock(l.id())).ifPresent(l -> {
            int taken = Math.min(pieces, l.pieces());
            if (taken > 0) {
                move(l, Kind.TAKEN, -taken, jobNumber, note);
            }
        });
    }

    /** Everything taken for a job goes back: its count was taken back. */
    @Transactional
    public void putBack(int jobNumber) {
        moves.takenFor(jobNumber).stream()
                .collect(Collectors.groupingBy(m -> m.lot().id(), Collectors.summingInt(StockMove::delta)))
                .forEach((id, delta) -> lots.lock(id)
                        .ifPresent(l -> move(l, Kind.RETURNED, -delta, jobNumber, "the count was taken back")));
    }

    /**
     * A piece left over from a job goes back into the stores under its own article, with the lot it came from and that
     * lot's cure date.
     */
    @Transactional
    public void giveBack(String article, String lot, Optional<String> fromKit, int jobNumber) {
        Optional<Lot> origin = fromKit.flatMap(kit -> lots.of(kit, lot.strip()));
        items.item(article).ifPresent(item -> {
            Lot own = lots.of(item.number(), lot.strip())
                    .flatMap(l -> lots.lock(l.id()))
                    .orElseGet(() -> lots.save(new Lot(
                            item,
                            lot.strip(),
                            origin.map(Lot::supplier).orElse(""),
                            origin.flatMap(Lot::curedOn),
                            LocalDate.now(clock))));
            move(
                    own,
                    Kind.RETURNED,
                    1,
                    jobNumber,
                    fromKit.map(kit -> "left over of kit " + kit).orElse("left over"));
        });
    }

    /** Takes pieces in; more of a lot that is known are added to it. */
    @Transactional
    public Lot takeIn(
            Items.Item item, String lot, int pieces, String supplier, Optional<LocalDate> cured, LocalDate received) {
        Lot there = lots.of(item.number(), lot)
                .flatMap(l -> lots.lock(l.id()))
                .orElseGet(() -> lots.save(new Lot(item, lot, supplier, cured, received)));
        move(there, Kind.RECEIVED, pieces, null, "");
        return there;
    }

    /** Nobody takes from it any more, whatever is planned. */
    @Transactional
    public void quarantine(long id, String reason) {
        lots.lock(id).ifPresent(l -> l.quarantined(LocalDate.now(clock), reason));
    }

    /**
     * A lot is good after all, signed by whoever says so.
     *
     * @return why the password does not sign; empty where it did, or where there is nothing to release
     */
    @Transactional
    public Optional<String> release(long id, String reason, String password) {
        return lots.lock(id).filter(Lot::quarantined).flatMap(l -> {
            Optional<String> refused = signatures.sign(password, signed(Meaning.RELEASED, l, "", reason));
            if (refused.isEmpty()) {
                l.released();
            }
            return refused;
        });
    }

    /**
     * After an inspection (no cracks, not sticky, right hardness) its shelf life is extended, once, signed by whoever
     * looked at it.
     *
     * @return why the password does not sign; empty where it did, or where there is nothing to extend
     */
    @Transactional
    public Optional<String> extend(long id, String reason, String password) {
        return lots.lock(id)
                .filter(l -> l.extendedOn().isEmpty() && l.useBy().isPresent())
                .flatMap(l -> {
                    String until =
                            ", to be fitted by " + l.useBy().map(Days::day).orElse("");
                    Optional<String> refused = signatures.sign(password, signed(Meaning.EXTENDED, l, until, reason));
                    if (refused.isEmpty()) {
                        l.extended(LocalDate.now(clock));
                    }
                    return refused;
                });
    }

    private static Signed signed(Meaning meaning, Lot lot, String more, String reason) {
        return new Signed(meaning, LOT, String.valueOf(lot.id()), lot.item() + ", lot " + lot.lot() + more, reason);
    }

    /** Signatures under what was decided about a lot. */
    @Transactional(readOnly = true)
    public List<Signatures.Kept> signatures(long id) {
        return signatures.under(LOT, String.valueOf(id));
    }

    /** What is there was counted, and is another number than in the books. */
    @Transactional
    public void counted(long id, int pieces, String why, boolean scrapped) {
        lots.lock(id)
                .filter(l -> l.pieces() != pieces)
                .ifPresent(l -> move(l, scrapped ? Kind.SCRAPPED : Kind.COUNTED, pieces - l.pieces(), null, why));
    }

    private void move(Lot lot, Kind kind, int delta, @Nullable Integer jobNumber, String note) {
        lot.moved(delta);
        moves.save(new StockMove(lot, kind, delta, jobNumber, note, current.get(), clock.instant()));
    }
}
