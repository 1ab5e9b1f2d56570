package dev.wartung.web.note;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.Shot;
import dev.wartung.web.valve.Valve;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes from the bench: left by technicians, kept or dropped by planners, shown at their step. */
@Service
public class BenchNotes {

    private static final int LONGEST = 400;
    private static final String SELECT =
            "select n.id, n.job_number, n.at_step, n.words, n.caution, a.name, n.at, n.kept, v.tag, n.line, coalesce((select max(t.type_name) from valve t where t.type_id = n.type_id), n.type_id), n.family, exists (select from bench_note_photo p where p.note_id = n.id) from bench_note n join account a on a.id = n.by_id left join valve v on v.id = n.valve_id ";

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    BenchNotes(JdbcTemplate jdbc, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    /** Where a note counts. */
    public enum Place {
        VALVE("this valve"),
        LINE("every valve of this line"),
        TYPE("every valve of this type"),
        FAMILY("every valve of this kind");

        private final String words;

        Place(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }

        public static Optional<Place> of(String name) {
            return Arrays.stream(values()).filter(p -> p.name().equals(name)).findFirst();
        }
    }

    /**
     * What is left.
     *
     * @param operation what is done at the step, by its id in the family
     * @param step      the step as it is read
     * @param shot      a photo with it, or none
     */
    public record Left(
            int job,
            Valve valve,
            String family,
            String operation,
            String step,
            String words,
            Place place,
            boolean caution,
            Shot shot) {}

    /**
     * Leaves a note; sent twice, once.
     *
     * @return what is wrong, by field; empty where it is left
     */
    @Transactional
    public Map<String, String> leave(UUID entryId, Left left) {
        String words = left.words().strip();
        if (words.isEmpty()) {
            return Map.of("note.words", "Write what whoever stands here next should know.");
        }
        if (words.length() > LONGEST) {
            return Map.of("note.words", "Keep it under " + LONGEST + " letters.");
        }
        if (left.shot().trouble().isPresent()) {
            return Map.of("note.photo", left.shot().trouble().get());
        }
        boolean line = left.place() == Place.LINE;
        jdbc.update(
                "insert into bench_note (entry_id, job_number, operation, at_step, valve_id, area, line, type_id, family, words, caution, by_id, at) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict (entry_id) do nothing",
                entryId,
                left.job(),
                left.operation(),
                left.step().length() > LONGEST ? left.step().substring(0, LONGEST) : left.step(),
                left.place() == Place.VALVE ? left.valve().id() : null,
                line ? left.valve().area() : null,
                line ? left.valve().line() : null,
                left.place() == Place.TYPE ? left.valve().typeId() : null,
                left.place() == Place.FAMILY ? left.family() : null,
                words,
                left.caution(),
                current.get().id(),
                Timestamp.from(clock.instant()));
        left.shot()
                .photo()
                .ifPresent(photo -> jdbc.update(
                        "insert into bench_note_photo (note_id, width, height, jpeg) select id, ?, ?, ? from bench_note where entry_id = ? on conflict (note_id) do nothing",
                        photo.width(),
                        photo.height(),
                        photo.jpeg(),
                        entryId));
        return Map.of();
    }

    /** The photo of a note, JPEG; empty if there is none. */
    @Transactional(readOnly = true)
    Optional<byte[]> photo(long id) {
        return jdbc.queryForList("select jpeg from bench_note_photo where note_id = ?", byte[].class, id).stream()
                .findFirst();
    }

    /** Kept notes of an operation on a valve, cautions first. */
    @Transactional(readOnly = true)
    public List<BenchNote> at(Valve valve, String family, String operation) {
        return jdbc.query(
                SELECT
                        + "where n.kept and n.operation = ? and (n.valve_id = ? or (n.area = ? and n.line = ?) or n.type_id = ? or n.family = ?) order by n.caution desc, n.at",
                (row, i) -> read(row),
                operation,
                valve.id(),
                valve.area(),
                valve.line(),
                valve.typeId(),
                family);
    }

    /** Those that wait for a planner, the oldest first, then those that are shown. */
    @Transactional(readOnly = true)
    public List<BenchNote> all() {
        return jdbc.query(
                SELECT + "where n.kept is distinct from false order by n.kept nulls first, n.at",
                (row, i) -> read(row));
    }

    /** A planner keeps or drops one, whatever was said of it before; nothing of it is lost. */
    @Transactional
    public void decide(long id, boolean kept) {
        jdbc.update(
                "update bench_note set kept = ?, decided_by_id = ?, decided_at = ? where id = ?",
                kept,
                current.get().id(),
                Timestamp.from(clock.instant()),
                id);
    }

    private static BenchNote read(ResultSet row) throws SQLException {
        String where = Optional.ofNullable(row.getString(9))
                .or(() -> text(row, 10))
                .or(() -> text(row, 11).map(t -> "every " + t))
                .or(() -> text(row, 12).map(f -> "every " + f + " valve"))
                .orElse("");
        boolean kept = row.getBoolean(8);
        return new BenchNote(
                row.getLong(1),
                row.getInt(2),
                row.getString(3),
                where,
                row.getString(4),
                row.getBoolean(5),
                row.getString(6),
                row.getTimestamp(7).toInstant(),
                row.getObject(8) == null ? Optional.empty() : Optional.of(kept),
                row.getBoolean(13));
    }

    private static Optional<String> text(ResultSet row, int column) {
        try {
            return Optional.ofNullable(row.getString(column));
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
