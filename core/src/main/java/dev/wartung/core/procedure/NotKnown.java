package dev.wartung.core.procedure;

import dev.wartung.core.message.Message;

/** What is said in place of a number that a type sheet does not give. */
final class NotKnown {

    /** Limits of a reading. */
    static final Message LIMITS = Message.of(
            "ask.limits-not-known",
            "Its sheet knows no limits. Hold it against the maker’s manual, and type what it is.");

    /** It is read once where the sheet does not know the joint's bolts. */
    static final Message BOLTS = Message.of(
            "ask.bolts-not-known",
            "Its sheet does not know how many bolts there are: read the one that is farthest off.");

    /** Limits of a reading that somebody assumed. */
    static final Message ASSUMED =
            Message.of("ask.limits-assumed", "These limits are assumed: they are not the maker’s.");

    /** How much places may differ. */
    static final Message EVENNESS = Message.of(
            "ask.evenness-not-known",
            "Its sheet does not know how uneven it may be: each place is judged, their difference is not.");

    /** How far a reading may be off an earlier one. */
    static final Message SAME = Message.of(
            "ask.same-not-known", "Its sheet does not know how far it may be off what was read before: compare them.");

    private NotKnown() {}

    /** A figure of the sheets' texts, by what kind its name says it is. */
    static Message figure(String name) {
        if (name.startsWith("mass.")) {
            return Message.of("not-known.mass", "(weight not known)");
        }
        if (name.startsWith("band.")) {
            return name.contains("torque")
                    ? Message.of("not-known.torque", "(torque not known: the maker’s manual)")
                    : Message.of("not-known.limits", "(limits not known: the maker’s manual)");
        }
        if (name.startsWith("spring.") || name.equals(Figures.PRESS_FORCE)) {
            return Message.of("not-known.force", "(force not known)");
        }
        if (name.startsWith("energy.") || name.equals(Figures.PRESS_ENERGY)) {
            return Message.of("not-known.energy", "(energy not known)");
        }
        if (name.startsWith("air.")) {
            return Message.of("not-known.pressure", "(pressure not known: the maker’s manual)");
        }
        return name.endsWith(".amount")
                ? Message.of("not-known.amount", "(amount not known)")
                : Message.of("not-known.size", "(size not known)");
    }
}
