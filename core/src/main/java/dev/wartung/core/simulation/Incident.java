package dev.wartung.core.simulation;

import dev.wartung.core.message.Message;

/**
 * Something that went wrong at the bench.
 *
 * @param kind what went wrong
 * @param what the part, joint or space it happened to
 * @param text for the technician, in one sentence
 */
public record Incident(Kind kind, String what, Message text) {

    /** @param namesAndThings what the text speaks of, as in {@link Message#of} */
    static Incident of(Kind kind, String what, String id, String english, Object... namesAndThings) {
        return new Incident(kind, what, Message.of(id, english, namesAndThings));
    }

    /** What can go wrong. */
    public enum Kind {
        /** a joint under force came apart and threw a part */
        EJECTION,
        /** a joint was closed against a force */
        CLOSED_UNDER_LOAD,
        /** a hand was where a part moves, or is held only by air */
        PINCH,
        /** a product joint was opened on a line with pressure or product in it */
        LINE_UNDER_PRESSURE,
        /** a product joint was opened hot */
        SCALD,
        /** product was let back in with a joint open */
        PRODUCT_SPILLED,
        /** something live was unplugged, or a hose under pressure parted */
        LIVE_CONTACT,
        /** a heavy part was lifted without its aid */
        UNSUPPORTED_WEIGHT,
        /** a part was to be taken or fitted that something else is in the way of */
        IN_THE_WAY,
        /** a part was to be taken or fitted that is not where it was thought to be */
        NOT_THERE,
        /** air was wanted where none can come */
        NO_AIR,
        /** air put on or taken away without effect: what was to be seen could not be */
        NOTHING_MOVED,
        /** where the valve rests was read while air could hold it elsewhere */
        READ_UNDER_AIR,
        /** a loose part fell out unseen */
        LOOSE_PART_LOST,
        /** a spent seal was closed over or put back */
        OLD_SEAL_REFITTED,
        /** a joint was closed without one of its seals */
        SEAL_MISSING,
        /** a seal was fitted without the film it needs */
        MISSING_GREASE,
        /** grease where it does harm */
        GREASE_ON_DRY,
        /** air caught behind a seal */
        TRAPPED_AIR,
        /** a thread went through a seal */
        SEAL_CUT,
        /** a part went on while the closure member, or what drives it, stood in another position */
        WRONG_POSITION,
        /** a joint was tightened where what it clamps cannot centre itself */
        OFF_CENTRE,
        /** a part was pushed out of place because nothing steadied it */
        DISPLACED,
        /** a part was marked or deformed by how it was held or moved */
        SPOILT,
        /** two seats lifted at once, or one with product in the line: the products mix */
        MIXED,
        /** a setting lost before it was noted, or not set again */
        SETTING_LOST,
        /** the valve was converted with a part of the old configuration still on it */
        HALF_CONVERTED,
        /** left over at the end */
        FORGOTTEN_PART,
        /** a borrowed aid still on */
        AID_LEFT_ON,
        /** a joint still open */
        JOINT_OPEN,
        /** a joint closed but not tightened */
        JOINT_LOOSE,
        /** air still on at the end */
        AIR_LEFT_ON,
        /** the line, or the electricity, not given back */
        NOT_RETURNED,
        /** a part that was to be renewed is the old one */
        NOT_RENEWED,
        /** something was to be proven before what it proves had been set */
        PROOF_TOO_EARLY,
        /** closed up, but never cycled and proven since */
        NOT_PROVEN
    }
}
