package dev.wartung.core.anatomy;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A part of the build.
 *
 * @param id        the name used in the sheet and the drawing; the same id may stand more than once under conditions
 *     that exclude each other
 * @param name      what the technician calls it
 * @param kind      fixed, assembly, metal, fastener, product-seal, actuator-seal, bush, locking or service
 * @param when      the configurations that have it
 * @param glyph     the small picture on the cloth
 * @param behind    parts, joints and borrowed aids that must be off or open before it can be touched
 * @param singleUse once off, or once its joint has been open, it is never refitted
 * @param film      the grease it is fitted with; "dry" where grease does harm; "none" where it does not matter
 * @param trapsAir  air caught behind it pushes it out unless it is let out
 * @param liftedWith the borrowed aid it takes to lift it, where it is too heavy for hands
 * @param looseWith the joint whose opening, or the part whose removal, lets it fall out unseen
 * @param scrapes   seals its thread cuts when it goes through them without its sleeve
 * @param sleeve    the borrowed aid that covers the thread
 * @param carries   an energy it carries until switched off
 * @param drives    it moves the closure member: off the valve, the closure member is moved by hand and this part by
 *     itself
 * @param fitsAt    the position the closure member must be in to put it on; elsewhere it does not go on without harm
 * @param comesOffAt the position it must be in to take it off
 * @param steadiedBy the borrowed aid without which it pushes other parts out of place as it goes on
 * @param spoiltBy  borrowed aids that mark or deform it
 * @param staysAt   the only position it may be in while it is out of the line; anything else deforms it
 * @param lifts     its seat can be lifted by itself for cleaning, which is proven once the valve has been open
 * @param set       it has a setting that is lost when it comes off: noted before, set again after
 * @param setsDrive which way round it sits decides the fail position: it is off while that is changed
 * @param fitsBehind what must be off or open before it goes on, where that is not what must be off before it comes off
 * @param pressedAgainst parts that locate what it is pressed against: with one of them off, that lies loose and is
 *     marked
 * @param hangsOn  the part it comes with when that is lifted: its mass counts, and where that is exchanged whole it
 *     goes with it
 * @param slides   it slides on a film of grease: wiped clean, it does not go back dry
 * @param heldDownBy the borrowed aid that takes a spring's force from it while it comes off or goes on
 */
public record Part(
        String id,
        String name,
        String kind,
        Condition when,
        String glyph,
        List<String> behind,
        boolean singleUse,
        String film,
        boolean trapsAir,
        Optional<String> liftedWith,
        Optional<String> looseWith,
        List<String> scrapes,
        Optional<String> sleeve,
        Optional<String> carries,
        boolean drives,
        Optional<String> fitsAt,
        Optional<String> comesOffAt,
        Optional<String> steadiedBy,
        List<String> spoiltBy,
        Optional<String> staysAt,
        boolean lifts,
        boolean set,
        boolean setsDrive,
        List<String> fitsBehind,
        List<String> pressedAgainst,
        Optional<String> hangsOn,
        boolean slides,
        Optional<String> heldDownBy) {

    public static final String PRODUCT_SEAL = "product-seal";
    public static final String ACTUATOR_SEAL = "actuator-seal";
    /** What brings air, power or cleaning to the valve and belongs to its line. */
    public static final String SERVICE = "service";

    public static final String FILM_DRY = "dry";
    public static final String FILM_NONE = "none";

    public Part(
            String id,
            String name,
            String kind,
            @Nullable Condition when,
            @Nullable String glyph,
            @Nullable List<String> behind,
            boolean singleUse,
            @Nullable String film,
            boolean trapsAir,
            @Nullable Optional<String> liftedWith,
            @Nullable Optional<String> looseWith,
            @Nullable List<String> scrapes,
            @Nullable Optional<String> sleeve,
            @Nullable Optional<String> carries,
            boolean drives,
            @Nullable Optional<String> fitsAt,
            @Nullable Optional<String> comesOffAt,
            @Nullable Optional<String> steadiedBy,
            @Nullable List<String> spoiltBy,
            @Nullable Optional<String> staysAt,
            boolean lifts,
            boolean set,
            boolean setsDrive,
            @Nullable List<String> fitsBehind,
            @Nullable List<String> pressedAgainst,
            @Nullable Optional<String> hangsOn,
            boolean slides,
            @Nullable Optional<String> heldDownBy) {
        this.id = id;
        this.name = name;
        this.kind = kind;
        this.when = when == null ? Condition.ALWAYS : when;
        this.glyph = glyph == null ? "part" : glyph;
        this.behind = behind == null ? List.of() : List.copyOf(behind);
        this.singleUse = singleUse;
        this.film = film == null ? FILM_NONE : film;
        this.trapsAir = trapsAir;
        this.liftedWith = liftedWith == null ? Optional.empty() : liftedWith;
        this.looseWith = looseWith == null ? Optional.empty() : looseWith;
        this.scrapes = scrapes == null ? List.of() : List.copyOf(scrapes);
        this.sleeve = sleeve == null ? Optional.empty() : sleeve;
        this.carries = carries == null ? Optional.empty() : carries;
        this.drives = drives;
        this.fitsAt = fitsAt == null ? Optional.empty() : fitsAt;
        this.comesOffAt = comesOffAt == null ? Optional.empty() : comesOffAt;
        this.steadiedBy = steadiedBy == null ? Optional.empty() : steadiedBy;
        this.spoiltBy = spoiltBy == null ? List.of() : List.copyOf(spoiltBy);
        this.staysAt = staysAt == null ? Optional.empty() : staysAt;
        this.lifts = lifts;
        this.set = set;
        this.setsDrive = setsDrive;
        this.fitsBehind = fitsBehind == null ? this.behind : List.copyOf(fitsBehind);
        this.pressedAgainst = pressedAgainst == null ? List.of() : List.copyOf(pressedAgainst);
        this.hangsOn = hangsOn == null ? Optional.empty() : hangsOn;
        this.slides = slides;
        this.heldDownBy = heldDownBy == null ? Optional.empty() : heldDownBy;
    }

    /** A part's name within a sentence: "Stem O-ring" as "stem O-ring", "O-ring of the cover" as it is. */
    public static String inSentence(String name) {
        return name.isEmpty() || name.startsWith("-", 1)
                ? name
                : name.substring(0, 1).toLowerCase(Locale.ROOT) + name.substring(1);
    }

    public boolean fixed() {
        return kind.equals("fixed");
    }

    /** Whether it needs a film of grease to be fitted without harm. */
    public boolean greased() {
        return !film.equals(FILM_DRY) && !film.equals(FILM_NONE);
    }
}
