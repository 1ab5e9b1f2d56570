package dev.wartung.web.workshop;

import dev.wartung.core.workshop.SheetDraft;
import java.sql.Array;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Drafts of types, one for each type at most. */
@Repository
class TypeDrafts {

    private static final String COLUMNS =
            "d.type_id, d.content, d.revision, d.hands, a.name, d.changed_at, d.checked, d.checked_at, d.problems, d.checking";

    private final JdbcTemplate jdbc;
    private final Clock clock;

    TypeDrafts(JdbcTemplate jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A draft as it stands.
     *
     * @param hands     accounts that had one in it
     * @param changedBy whoever did last
     * @param checkedAt when this very content was checked; empty where it was not
     * @param problems  what was found then
     * @param checking  how much of a check that is under way is done, from 0 to 1; empty where none is
     */
    record Draft(
            String typeId,
            SheetDraft sheet,
            int revision,
            Set<Long> hands,
            String changedBy,
            Instant changedAt,
            Optional<Instant> checkedAt,
            List<String> problems,
            Optional<Double> checking) {

        public boolean isSound() {
            return checkedAt.isPresent() && problems.isEmpty();
        }
    }

    Optional<Draft> find(String typeId) {
        return jdbc
                .query(
                        "select " + COLUMNS
                                + " from type_draft d join account a on a.id = d.changed_by_id where d.type_id = ?",
                        (row, i) -> read(row),
                        typeId)
                .stream()
                .findFirst();
    }

    /**
     * A draft that nobody else changes before the transaction ends.
     *
     * @throws NoSuchDraft if there is none any more
     */
    @Transactional(propagation = Propagation.MANDATORY)
    Draft held(String typeId) {
        jdbc.queryForList("select 1 from type_draft where type_id = ? for update", typeId);
        return find(typeId).orElseThrow(() -> new NoSuchDraft(typeId));
    }

    List<Draft> all() {
        return jdbc.query(
                "select " + COLUMNS + " from type_draft d join account a on a.id = d.changed_by_id order by d.type_id",
                (row, i) -> read(row));
    }

    private static Draft read(ResultSet row) throws SQLException {
        String content = row.getString(2);
        boolean checked = DigestUtils.sha256Hex(content).equals(row.getString(7));
        Array hands = row.getArray(4);
        return new Draft(
                row.getString(1),
                SheetDraft.read(content),
                row.getInt(3),
                new TreeSet<>(Arrays.asList((Long[]) hands.getArray())),
                row.getString(5),
                row.getTimestamp(6).toInstant(),
                checked ? Optional.of(row.getTimestamp(8).toInstant()) : Optional.empty(),
                checked ? row.getString(9).lines().toList() : List.of(),
                Optional.ofNullable((Double) row.getObject(10)));
    }

    /** @return whether it was not there yet */
    boolean begin(SheetDraft sheet, long byId) {
        return jdbc.update(
                        "insert into type_draft (type_id, content, revision, hands, changed_by_id, changed_at) values (?, ?, 1, array[?]::bigint[], ?, ?) on conflict (type_id) do nothing",
                        sheet.word("type"),
                        sheet.json(),
                        byId,
                        byId,
                        Timestamp.from(clock.instant()))
                == 1;
    }

    /**
     * Changes what a draft is now, whoever else works on it.
     *
     * @throws NoSuchDraft if there is none any more
     */
    @Transactional(propagation = Propagation.MANDATORY)
    void change(String typeId, long byId, UnaryOperator<SheetDraft> change) {
        String before = jdbc
                .queryForList("select content from type_draft where type_id = ? for update", String.class, typeId)
                .stream()
                .findFirst()
                .orElseThrow(() -> new NoSuchDraft(typeId));
        String after = change.apply(SheetDraft.read(before)).json();
        if (!after.equals(before)) {
            jdbc.update(
                    "update type_draft set content = ?, revision = revision + 1, changed_by_id = ?, changed_at = ?, hands = case when ? = any (hands) then hands else hands || ?::bigint end where type_id = ?",
                    after,
                    byId,
                    Timestamp.from(clock.instant()),
                    byId,
                    byId,
                    typeId);
        }
    }

    /** Keeps what a check found; of a content that is no more it says nothing. */
    void checked(String typeId, SheetDraft what, List<String> problems) {
        jdbc.update(
                "update type_draft set checked = ?, checked_at = ?, problems = ?, checking = null where type_id = ?",
                DigestUtils.sha256Hex(what.json()),
                Timestamp.from(clock.instant()),
                String.join("\n", problems),
                typeId);
    }

    /** @param share how much of its check is done, from 0 to 1; empty where none is under way */
    void checking(String typeId, Optional<Double> share) {
        jdbc.update("update type_draft set checking = ? where type_id = ?", share.orElse(null), typeId);
    }

    boolean drop(String typeId) {
        return jdbc.update("delete from type_draft where type_id = ?", typeId) == 1;
    }
}
