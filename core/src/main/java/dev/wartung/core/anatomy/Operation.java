package dev.wartung.core.anatomy;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One thing a technician does: the know-how. An operation that takes parts off says how it is undone when closing; that
 * undoing is
 * itself an operation. A movement (bringing the stem to a position) is one too, with {@code brings}.
 *
 * @param id       unique in the sheet for any one configuration
 * @param phase    where it belongs; an undoing closes unless it says otherwise; a movement takes the phase of the step
 *     it serves
 * @param joins    operations whose presence brings this one along; "always" for every job,
 * @param unless   operations with which it does not come along
 *                 "opened" where the job opens the valve at all
 * @param needs    operations that give access; they are pulled in and come first
 * @param after    operations that come first where they are in the job at all
 * @param before   operations and undoings that come later, if they are in the job
 * @param at       the position the closure member must be in; none: any, and no air
 * @param brings   for a movement: the position it brings, or "rest"
 * @param by       for a movement: what holds the position afterwards (air, spring, hand, nothing)
 * @param say      the imperative sentence
 * @param why      the reason
 * @param done     what is true once it is confirmed
 * @param marks    parts highlighted in the drawing
 * @param tools    every tool whose condition holds
 * @param minutes  usual time for one person
 * @param asks     readings asked for
 * @param greases  parts that get their film of grease in this step
 * @param hands    the moving space hands are in
 * @param takes    parts taken off, in order
 * @param fits     for an undoing: parts put back, in order; default: those taken, in reverse
 * @param opens    joints parted here that no part holds
 * @param does     further acts, before parts are taken or fitted
 * @param then     further acts, after
 * @param kitCount the kit is counted in here
 * @param proves   what it proves, for instance "fail-position"; such a step is never skipped
 * @param secondPerson a second person must agree here
 * @param live     it belongs to works that leave the line as it is, and to no other
 * @param techniques what the hands do here, each by its id and what of it is chosen: "lip-seal pressure=product"; every
 *                 one whose condition holds
 * @param follows  the schools this step follows; each is said with its reason
 * @param undoneBy how it is undone when closing
 */
@RecordBuilder
public record Operation(
        String id,
        Phase phase,
        Condition when,
        List<String> joins,
        List<String> unless,
        List<String> needs,
        List<String> after,
        List<String> before,
        List<Variant> at,
        Optional<String> brings,
        Optional<String> by,
        List<Variant> say,
        List<Variant> why,
        List<Variant> done,
        List<String> marks,
        List<Caution> cautions,
        List<Variant> tools,
        Minutes minutes,
        List<Variant> asks,
        List<String> greases,
        Optional<String> hands,
        List<String> takes,
        List<String> fits,
        List<String> opens,
        List<Act> does,
        List<Act> then,
        boolean kitCount,
        Optional<String> proves,
        boolean secondPerson,
        boolean live,
        List<Variant> techniques,
        List<Variant> follows,
        Optional<Operation> undoneBy) {

    public static final String ALWAYS = "always";
    public static final String OPENED = "opened";
    /** Joins whatever parts a joint that product stands behind. */
    public static final String OPENED_TO_PRODUCT = "opened-to-product";

    public static final String REST = "rest";

    public Operation(
            String id,
            @Nullable Phase phase,
            @Nullable Condition when,
            @Nullable List<String> joins,
            @Nullable List<String> unless,
            @Nullable List<String> needs,
            @Nullable List<String> after,
            @Nullable List<String> before,
            @Nullable List<Variant> at,
            @Nullable Optional<String> brings,
            @Nullable Optional<String> by,
            List<Variant> say,
            List<Variant> why,
            List<Variant> done,
            @Nullable List<String> marks,
            @Nullable List<Caution> cautions,
            @Nullable List<Variant> tools,
            Minutes minutes,
            @Nullable List<Variant> asks,
            @Nullable List<String> greases,
            @Nullable Optional<String> hands,
            @Nullable List<String> takes,
            @Nullable List<String> fits,
            @Nullable List<String> opens,
            @Nullable List<Act> does,
            @Nullable List<Act> then,
            boolean kitCount,
            @Nullable Optional<String> proves,
            boolean secondPerson,
            boolean live,
            @Nullable List<Variant> techniques,
            @Nullable List<Variant> follows,
            @Nullable Optional<Operation> undoneBy) {
        this.id = id;
        this.phase = phase == null ? Phase.CLOSE : phase;
        this.when = when == null ? Condition.ALWAYS : when;
        this.joins = orEmpty(joins);
        this.unless = orEmpty(unless);
        this.needs = orEmpty(needs);
        this.after = orEmpty(after);
        this.before = orEmpty(before);
        this.at = orEmpty(at);
        this.brings = brings == null ? Optional.empty() : brings;
        this.by = by == null ? Optional.empty() : by;
        this.say = List.copyOf(say);
        this.why = List.copyOf(why);
        this.done = List.copyOf(done);
        this.marks = orEmpty(marks);
        this.cautions = orEmpty(cautions);
        this.tools = orEmpty(tools);
        this.minutes = minutes;
        this.asks = orEmpty(asks);
        this.greases = orEmpty(greases);
        this.hands = hands == null ? Optional.empty() : hands;
        this.takes = orEmpty(takes);
        this.fits = orEmpty(fits);
        this.opens = orEmpty(opens);
        this.does = orEmpty(does);
        this.then = orEmpty(then);
        this.kitCount = kitCount;
        this.proves = proves == null ? Optional.empty() : proves;
        this.secondPerson = secondPerson;
        this.live = live;
        this.techniques = orEmpty(techniques);
        this.follows = orEmpty(follows);
        this.undoneBy = undoneBy == null ? Optional.empty() : undoneBy;
    }

    private static <T> List<T> orEmpty(@Nullable List<T> list) {
        return list == null ? List.of() : List.copyOf(list);
    }

    /** The same operation with other operations that give access to it. */
    public Operation withNeeds(List<String> access) {
        return OperationBuilder.builder(this).needs(access).build();
    }

    /** The position needed, if one is. */
    public Optional<String> position(Map<String, String> facts) {
        return Variant.pick(at, facts);
    }
}
