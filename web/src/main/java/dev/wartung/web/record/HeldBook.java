package dev.wartung.web.record;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;

/**
 * The book of records, recomputed and held against the anchors outside the database.
 *
 * @param found    what was recomputed
 * @param anchors  the lines there are
 * @param problems all that does not agree, in words; empty if everything does
 */
public record HeldBook(Verification found, List<Anchor> anchors, List<String> problems) {

    /**
     * Reads everything.
     *
     * @param folder    of the anchors; it need not be there
     * @param restoring the database is a backup's, which may end earlier than what it takes the place of
     * @throws SQLException if the database cannot be read
     */
    public static HeldBook of(Connection connection, Path folder, boolean restoring) throws SQLException {
        Verification found = Verification.of(connection);
        List<String> problems = new ArrayList<>(found.problems());
        Anchors.Read anchors = new Anchors(folder).all();
        problems.addAll(anchors.problems());
        problems.addAll(Anchors.problems(anchors.anchors(), restoring, connection));
        return new HeldBook(found, anchors.anchors(), List.copyOf(problems));
    }

    /** How many lines it was held against. */
    public int held() {
        return anchors.size();
    }
}
