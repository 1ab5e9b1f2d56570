package dev.wartung.web.job;

import org.jspecify.annotations.Nullable;

/**
 * A piece counted in before the line was opened, with its lot.
 *
 * @param fromKit the number of the kit it came in; empty for one fetched on its own
 * @param instead why it was taken although the stores' books say otherwise; empty where they agree
 */
public record CountedIn(String part, String name, String article, String material, String lot, String fromKit, String instead) {

    /** Pieces counted in with earlier versions do not say where they came from. */
    public CountedIn(String part, String name, String article, String material, String lot, @Nullable String fromKit, @Nullable String instead) {
        this.part = part;
        this.name = name;
        this.article = article;
        this.material = material;
        this.lot = lot;
        this.fromKit = fromKit == null ? "" : fromKit;
        this.instead = instead == null ? "" : instead;
    }

    CountedIn(String part, String name, String article, String material, String lot) {
        this(part, name, article, material, lot, "", "");
    }
}
