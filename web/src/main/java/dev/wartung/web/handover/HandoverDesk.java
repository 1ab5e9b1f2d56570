package dev.wartung.web.handover;

import dev.wartung.core.procedure.Supplies;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.stores.Lot;
import dev.wartung.web.stores.Stores;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reads what happened since a moment, and what is to be done on a day. */
@Service
class HandoverDesk {

    private static final int MOST = 300;
    private static final int NOTE = 200;

    private final JdbcTemplate jdbc;
    private final Jobs jobs;
    private final Stores stores;
    private final Clock clock;

    HandoverDesk(JdbcTemplate jdbc, Jobs jobs, Stores stores, Clock clock) {
        this.jdbc = jdbc;
        this.jobs = jobs;
        this.stores = stores;
        this.clock = clock;
    }

    /**
     * Something that changed.
     *
     * @param notable whoever takes over should read it first
     * @param path    where it is shown
     */
    public record Change(Instant at, String who, String tag, String what, boolean notable, String path) {}

    /** What happened in jobs, at looks, in the stores and to changes of fail positions, the latest first. */
    @Transactional(readOnly = true)
    List<Change> since(Instant moment) {
        Timestamp from = Timestamp.from(moment);
        String zone = clock.getZone().getId();
        LocalDate day = moment.atZone(clock.getZone()).toLocalDate();
        return jdbc.query(
                """
                select at, who, tag, what, notable, path, entry from (
                  select e.at, a.name as who, v.tag,
                         case e.kind when 'STARTED' then 'took to the bench: ' || j.title when 'CLOSED' then 'closed: ' || j.title when 'STOPPED' then 'stopped: ' || j.title
                              when 'CANCELLED' then 'cancelled: ' || j.title when 'PROBLEM' then 'noted a problem' when 'FINDING' then 'found something: ' || j.title
                              when 'FAILED_READING' then 'a reading failed: ' || j.title when 'TAKEN_OVER' then 'took the bench over: ' || j.title when 'CORRECTED' then 'corrected the record: ' || j.title
                              else 'a part came in for ' || j.title end as what,
                         e.kind in ('STOPPED', 'PROBLEM', 'FINDING', 'FAILED_READING', 'CORRECTED') as notable, '/jobs/' || j.number as path,
                         case e.kind when 'PROBLEM' then e.id end as entry
                  from job_entry e join job j on j.id = e.job_id join valve v on v.id = j.valve_id join account a on a.id = e.by_id
                  where e.at >= ? and e.kind in ('STARTED', 'CLOSED', 'STOPPED', 'CANCELLED', 'PROBLEM', 'FINDING', 'FAILED_READING', 'TAKEN_OVER', 'CORRECTED', 'ARRIVED')
                  union all
                  select j.planned_at, a.name, v.tag, 'planned: ' || j.title, false, '/jobs/' || j.number, null from job j join valve v on v.id = j.valve_id join account a on a.id = j.planned_by_id where j.planned_at >= ?
                  union all
                  select (r.done_on + time '12:00') at time zone ?, coalesce(a.name, ''), v.tag, 'looked: ' || r.name || ', ' || r.found, r.found like 'not fine%', '/valves/' || v.tag, null
                  from recheck r join valve v on v.id = r.valve_id left join account a on a.id = r.done_by_id where r.done_on >= ? and r.found <> ''
                  union all
                  select (l.quarantined_on + time '12:00') at time zone ?, '', l.lot, 'in quarantine: ' || l.quarantine_reason, true, '/stores/lots/' || l.id, null from lot l where l.quarantined_on >= ?
                  union all
                  select greatest(c.asked_at, coalesce(c.stated_at, c.asked_at), coalesce(c.decided_at, c.asked_at)), '', v.tag, 'change of fail position: ' || lower(replace(c.state, '_', ' ')), true, '/change-requests/' || c.number, null
                  from change_request c join valve v on v.id = c.valve_id where greatest(c.asked_at, coalesce(c.stated_at, c.asked_at), coalesce(c.decided_at, c.asked_at)) >= ?
                ) happened order by at desc limit\s"""
                        + MOST,
                (row, i) -> new Change(
                        row.getTimestamp(1).toInstant(),
                        row.getString(2),
                        row.getString(3),
                        what(row.getString(4), row.getObject(7, UUID.class)),
                        row.getBoolean(5),
                        row.getString(6)),
                from,
                from,
                zone,
                day,
                zone,
                day,
                from);
    }

    /** With the beginning of what was written, where something was. */
    private String what(String happened, @Nullable UUID entry) {
        return Optional.ofNullable(entry)
                .flatMap(jobs::words)
                .map(note -> happened + ": " + (note.length() > NOTE ? note.substring(0, NOTE) + " …" : note))
                .orElse(happened);
    }

    /**
     * A job on the list of a day.
     *
     * @param supplies what to take first, in words; empty where the stores have none
     * @param minutes  it takes, as long as its steps take here
     * @param holder   who has it on the bench; empty where nobody has
     */
    public record Listed(
            Job job, List<String> supplies, double minutes, int steps, int done, Optional<String> holder) {}

    /** What lies before the bench: what is on it, what is overdue, what is due by that day. */
    @Transactional(readOnly = true)
    List<Listed> list(LocalDate day) {
        List<Listed> list = new ArrayList<>();
        for (Job job : jobs.openBetween(LocalDate.of(2000, 1, 1), day)) {
            JobView view = jobs.view(job.number()).orElseThrow();
            Supplies supplies = view.supplies();
            List<String> wanted = new ArrayList<>();
            supplies.kit()
                    .ifPresent(kit -> wanted.add(kit.name() + " " + kit.id()
                            + stores.takeFirst(kit.id()).map(HandoverDesk::lot).orElse("")));
            supplies.notInKit()
                    .forEach(p -> wanted.add(p.name()
                            + (p.article().isEmpty()
                                    ? ""
                                    : " " + p.article()
                                            + stores.takeFirst(p.article())
                                                    .map(HandoverDesk::lot)
                                                    .orElse(""))));
            list.add(new Listed(
                    job,
                    wanted,
                    view.progress().procedure().minutes(),
                    view.progress().procedure().steps().size(),
                    view.progress().confirmed().size(),
                    job.holder().map(h -> h.name())));
        }
        return list;
    }

    private static String lot(Lot lot) {
        return ", lot " + lot.lot();
    }
}
