package dev.wartung.core.lubrication;

import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Locale;

/**
 * Whether a grease may be used, and why.
 *
 * @param level   the worst of all that was looked at
 * @param reasons each in a sentence, the worst first
 */
public record Suitability(Level level, List<Reason> reasons) {

    /** From good to bad. */
    public enum Level {
        SUITS,
        CARE,
        HARMS;

        public String words() {
            return switch (this) {
                case SUITS -> "suits";
                case CARE -> "with care";
                case HARMS -> "does harm";
            };
        }

        static Level named(String text) {
            return valueOf(text.toUpperCase(Locale.ROOT));
        }
    }

    /**
     * @param basis      what it rests on: chemistry, handbook, practice, standard, or the plant's own rule
     * @param confidence high, fair or low, how far sources agree; empty where it is no matter of sources
     */
    public record Reason(Level level, Message text, String basis, String confidence) {

        public Reason(Level level, Message text, String basis) {
            this(level, text, basis, "");
        }

        /** Basis and confidence as they are read. */
        public String restsOn() {
            return basis + (confidence.isEmpty() ? "" : ", " + confidence + " confidence");
        }
    }

    public Suitability {
        reasons = List.copyOf(reasons);
    }

    public boolean harms() {
        return level == Level.HARMS;
    }

    /** What decided: the reasons that are as bad as all of it. */
    public List<Message> deciding() {
        return reasons.stream()
                .filter(r -> r.level() == level)
                .map(Reason::text)
                .toList();
    }

    /** The same, as one text. */
    public Message inWords() {
        return Message.joined(" ", deciding());
    }
}
