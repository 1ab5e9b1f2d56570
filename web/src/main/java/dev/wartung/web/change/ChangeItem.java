package dev.wartung.web.change;

import dev.wartung.web.account.Account;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** One thing that has to follow a changed fail position, done. */
@Embeddable
public class ChangeItem {

    /** What has to follow, in the order it is done. */
    public enum What {
        CONTROL_LOGIC("Control logic", "The output that opened it now closes it.", true),
        INTERLOCKS("Interlocks", "Whatever relies on where it goes without air is gone through.", true),
        AIR_LINE("Air line and vent plug", "The line on the other port, the plug in the one that breathes.", false),
        SENSORS("Sensors and target", "Open is reported open; a positioner has run its alignment.", false),
        INDICATOR("Indicator", "It says what the valve does.", false),
        LABELS("Labels", "Tag and label name the new fail position.", false),
        DRAWINGS("Drawings", "Flow diagram and valve list show the new fail position.", false);

        private final String words;
        private final String about;
        private final boolean beforeReturn;

        What(String words, String about, boolean beforeReturn) {
            this.words = words;
            this.about = about;
            this.beforeReturn = beforeReturn;
        }

        public String words() {
            return words;
        }

        public String about() {
            return about;
        }

        /** Whether the valve may not go back to the plant before it is done. */
        public boolean beforeReturn() {
            return beforeReturn;
        }

        /** Whether the steps of the job do it. */
        public boolean byTheJob() {
            return this == AIR_LINE || this == SENSORS || this == INDICATOR || this == LABELS;
        }
    }

    @Enumerated(EnumType.STRING)
    private What item;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant at;
    private String note;

    @SuppressWarnings("NullAway.Init")
    protected ChangeItem() {}

    ChangeItem(What item, Account by, Instant at, String note) {
        this.item = item;
        this.by = by;
        this.at = at;
        this.note = note;
    }

    public What item() {
        return item;
    }

    public Account by() {
        return by;
    }

    public Instant at() {
        return at;
    }

    public String note() {
        return note;
    }
}
