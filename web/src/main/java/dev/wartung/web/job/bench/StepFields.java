package dev.wartung.web.job.bench;

import dev.wartung.core.procedure.Ask;

/** Names of the fields of a step's form; what they belong to follows after the point. */
public final class StepFields {

    /** A reading, by its id. */
    public static final String READING = "reading.";
    /** Why a reading that failed may stand, by its id. */
    public static final String REASON = "reason.";
    /** A piece is here, by its part. */
    public static final String HAVE = "have.";

    public static final String LOT = "lot.";
    public static final String KIT_LOT = "lot.kit";
    public static final String KIT_NUMBER = "kit.number";
    /** Why a lot is taken although the stores know nothing of it. */
    public static final String INSTEAD = "instead.";
    /** Another article than the sheet names, by part. */
    public static final String ARTICLE = "article.";
    /** What the valve is, by fact of its configuration. */
    public static final String FACT = "fact.";

    private StepFields() {}

    /**
     * Of a reading taken at several places.
     *
     * @param place from 0
     */
    static String place(Ask ask, int place) {
        return READING + ask.id() + "." + (place + 1);
    }
}
