package dev.wartung.web.workshop;

import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.sheet.Sheets;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Versions of types that were approved here, and which of them is in force. */
@Repository
class TypeVersions {

    private final JdbcTemplate jdbc;
    private final Sheets sheets;
    private final Clock clock;

    TypeVersions(JdbcTemplate jdbc, Sheets sheets, Clock clock) {
        this.jdbc = jdbc;
        this.sheets = sheets;
        this.clock = clock;
    }

    /**
     * A version as it was approved.
     *
     * @param madeBy names of everybody who had a hand in it
     */
    record Approved(
            int version,
            SheetDraft content,
            String sheet,
            String madeBy,
            String approvedBy,
            Instant approvedAt,
            LocalDate fromDay) {}

    /** The newest first. */
    List<Approved> of(String typeId) {
        return jdbc.query(
                "select v.version, v.content, v.sheet, (select string_agg(m.name, ', ' order by m.name) from account m where m.id = any (v.hands)), a.name, v.approved_at, v.from_day from type_version v join account a on a.id = v.approved_by_id where v.type_id = ? order by v.version desc",
                (row, i) -> new Approved(
                        row.getInt(1),
                        SheetDraft.read(row.getString(2)),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getTimestamp(6).toInstant(),
                        row.getDate(7).toLocalDate()),
                typeId);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void approve(TypeDrafts.Draft draft, String sheet, long byId, LocalDate from) {
        jdbc.update(
                "insert into type_version (type_id, version, content, sheet, hands, approved_by_id, approved_at, from_day) values (?, ?, ?, ?, ?, ?, ?, ?)",
                draft.typeId(),
                draft.sheet().version(),
                draft.sheet().json(),
                sheet,
                draft.hands().toArray(Long[]::new),
                byId,
                Timestamp.from(clock.instant()),
                Date.valueOf(from));
        comeIntoForce();
    }

    /** What was approved for a day that has come is what jobs are derived from. */
    @Scheduled(fixedDelay = 10, initialDelay = 0, timeUnit = TimeUnit.MINUTES)
    @Transactional
    public void comeIntoForce() {
        // one after the other, whichever instance does it
        jdbc.queryForList("select pg_advisory_xact_lock(hashtextextended('type comes into force', 0))");
        jdbc.query(
                        "select v.type_id, v.version, v.sheet, v.approved_by_id from type_version v where v.from_day <= ? and not exists (select from type_in_force f where f.type_id = v.type_id and f.version = v.version) order by v.type_id, v.version",
                        (row, i) -> new Due(row.getString(1), row.getInt(2), row.getString(3), row.getLong(4)),
                        Date.valueOf(LocalDate.now(clock)))
                .forEach(due -> {
                    Instant now = clock.instant();
                    sheets.keepOwn(due.typeId(), due.sheet(), due.byId(), now);
                    jdbc.update(
                            "insert into type_in_force (type_id, version, at) values (?, ?, ?)",
                            due.typeId(),
                            due.version(),
                            Timestamp.from(now));
                });
    }

    private record Due(String typeId, int version, String sheet, long byId) {}

    Optional<String> withdrawn(String typeId) {
        return jdbc.queryForList("select reason from type_withdrawn where type_id = ?", String.class, typeId).stream()
                .findFirst();
    }

    void withdraw(String typeId, long byId, String reason) {
        jdbc.update(
                "insert into type_withdrawn (type_id, by_id, at, reason) values (?, ?, ?, ?) on conflict (type_id) do nothing",
                typeId,
                byId,
                Timestamp.from(clock.instant()),
                reason);
    }

    void bringBack(String typeId) {
        jdbc.update("delete from type_withdrawn where type_id = ?", typeId);
    }

    /** Valves of a type, and how many of their jobs are planned or under way. */
    record Use(int valves, int jobs) {}

    Use use(String typeId) {
        return jdbc.queryForObject(
                "select (select count(*) from valve where type_id = ?), (select count(*) from job j join valve v on v.id = j.valve_id where v.type_id = ? and j.state in ('PLANNED', 'RUNNING'))",
                (row, i) -> new Use(row.getInt(1), row.getInt(2)),
                typeId,
                typeId);
    }
}
