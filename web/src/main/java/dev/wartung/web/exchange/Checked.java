package dev.wartung.web.exchange;

import dev.wartung.web.exchange.Table.Problem;
import java.util.List;

/**
 * What a dry run found.
 *
 * @param fresh    rows that are new
 * @param changed  rows that change what is there
 * @param problems every one, with its row and reason; with any of them nothing is taken in
 * @param apply    takes it in, telling how far it is; only without problems
 */
record Checked(int fresh, int changed, List<Problem> problems, Applying apply) {

    /** Takes rows in. */
    interface Applying {
        void apply(Progress progress);
    }

    /** Is told how many rows are in. */
    interface Progress {
        void at(int rows);
    }

    int total() {
        return fresh + changed;
    }
}
