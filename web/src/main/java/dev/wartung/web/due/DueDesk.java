package dev.wartung.web.due;

import dev.wartung.core.anatomy.LineEvent;
import dev.wartung.core.due.ServiceRule;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.JobEnded;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.look.Recheck;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.jspecify.annotations.Nullable;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Works out when valves are due, anew whenever something that counts has happened: a job, cycles, a sterilisation,
 * another rule.
 */
@Service
public class DueDesk {

    private final JdbcTemplate jdbc;
    private final Valves valves;
    private final Looks looks;
    private final Sheets sheets;
    private final CurrentAccount current;
    private final Clock clock;

    DueDesk(JdbcTemplate jdbc, Valves valves, Looks looks, Sheets sheets, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.valves = valves;
        this.looks = looks;
        this.sheets = sheets;
        this.current = current;
        this.clock = clock;
    }

    /**
     * A rule of the site.
     *
     * @param typeId the type it is for; empty for every type
     * @param area   the duty it is for; empty for every area
     */
    public record Rule(long id, Optional<String> typeId, Optional<String> area, ServiceRule limits) {

        boolean isFor(Valve valve) {
            return typeId.filter(t -> !t.equals(valve.typeId())).isEmpty()
                    && area.filter(a -> !a.equals(valve.area())).isEmpty();
        }

        /** A rule for a type goes before one for an area, one for both before either. */
        int weight() {
            return (typeId.isPresent() ? 2 : 0) + (area.isPresent() ? 1 : 0);
        }
    }

    @Transactional(readOnly = true)
    public List<Rule> rules() {
        return jdbc.query(
                "select id, type_id, area, months, cycles, sterilisations from service_rule order by area nulls first, type_id nulls first",
                (row, i) -> new Rule(
                        row.getLong(1),
                        Optional.ofNullable(row.getString(2)),
                        Optional.ofNullable(row.getString(3)),
                        new ServiceRule(limit(row.getObject(4)), limit(row.getObject(5)), limit(row.getObject(6)))));
    }

    private static OptionalInt limit(@Nullable Object value) {
        return value instanceof Integer limit ? OptionalInt.of(limit) : OptionalInt.empty();
    }

    private static @Nullable Integer stored(OptionalInt limit) {
        return limit.isPresent() ? limit.getAsInt() : null;
    }

    /** Keeps a rule, in place of one for the same type and area. */
    @Transactional
    public void keep(Optional<String> typeId, Optional<String> area, ServiceRule limits) {
        jdbc.update(
                "delete from service_rule where type_id is not distinct from ? and area is not distinct from ?",
                typeId.orElse(null),
                area.orElse(null));
        jdbc.update(
                "insert into service_rule (type_id, area, months, cycles, sterilisations, by_id, at) values (?, ?, ?, ?, ?, ?, ?)",
                typeId.orElse(null),
                area.orElse(null),
                stored(limits.months()),
                stored(limits.cycles()),
                stored(limits.sterilisations()),
                current.get().id(),
                Timestamp.from(clock.instant()));
        recompute(valves.findAll());
    }

    @Transactional
    public void drop(long id) {
        jdbc.update("delete from service_rule where id = ?", id);
        recompute(valves.findAll());
    }

    /** The rules these valves go by, by their ids. */
    @Transactional(readOnly = true)
    public Map<Long, ServiceRule> rulesOf(List<Valve> which) {
        List<Rule> rules = rules();
        Map<Long, ServiceRule> each = new HashMap<>();
        which.forEach(valve -> each.put(valve.id(), ruleOf(valve, rules)));
        return each;
    }

    /** The rule a valve goes by: the site's most particular one, else the months of its type sheet. */
    private ServiceRule ruleOf(Valve valve, List<Rule> rules) {
        return rules.stream()
                .filter(r -> r.isFor(valve))
                .max((a, b) -> Integer.compare(a.weight(), b.weight()))
                .map(Rule::limits)
                .orElseGet(() -> new ServiceRule(
                        OptionalInt.of(sheets.of(valve.typeId()).type().serviceMonths(valve.configuration())),
                        OptionalInt.empty(),
                        OptionalInt.empty()));
    }

    /**
     * A line went through a cleaning or sterilisation: it counts towards what is due, and looks that waited for it are
     * due now.
     *
     * @return how many looks that were
     */
    @Transactional
    public int happened(String area, String line, LineEvent event, LocalDate on) {
        jdbc.update(
                "insert into line_event (area, line, kind, on_day, by_id, at) values (?, ?, ?, ?, ?, ?)",
                area,
                line,
                event.name(),
                on,
                current.get().id(),
                Timestamp.from(clock.instant()));
        List<Recheck> waiting = looks.waitingOn(area, line).stream()
                .filter(r -> r.after().filter(event::counts).isPresent()
                        && !r.raisedOn().isAfter(on))
                .toList();
        waiting.forEach(r -> r.dueAtOnce(on));
        recompute(valves.findByAreaAndLine(area, line));
        return waiting.size();
    }

    /** Cycle counts of a valve, as its controller counts them: totals by day. */
    @Transactional
    public void counted(Valve valve, LocalDate on, long total) {
        jdbc.update(
                "insert into cycle_count (valve_id, on_day, total) values (?, ?, ?) on conflict (valve_id, on_day) do update set total = excluded.total",
                valve.id(),
                on,
                total);
    }

    /** A job can change when its valve is due next. */
    @EventListener
    @Transactional(propagation = Propagation.MANDATORY)
    public void on(JobEnded ended) {
        recompute(List.of(ended.job().valve()));
    }

    /**
     * Works out anew when these are due. Valves whose seals were never renewed on record keep the day they were entered
     * with.
     */
    @Transactional
    public void recompute(List<Valve> which) {
        List<Rule> rules = rules();
        LocalDate today = LocalDate.now(clock);
        Map<Long, Long> cycles = new HashMap<>();
        Map<Long, Long> sterilised = new HashMap<>();
        Long[] ids = which.stream().map(Valve::id).toArray(Long[]::new);
        // totals start where the last count before the renewal left off; without one, at the first after it
        jdbc.query(
                """
                select v.id, coalesce(max(c.total) - coalesce(max(c.total) filter (where c.on_day <= v.renewed_on), min(c.total)), 0)
                from valve v join cycle_count c on c.valve_id = v.id where v.id = any (?) group by v.id""",
                row -> {
                    cycles.put(row.getLong(1), Math.max(0, row.getLong(2)));
                },
                (Object) ids);
        jdbc.query(
                """
                select v.id, count(*) from valve v join line_event e on e.area = v.area and e.line = v.line and e.kind = 'STERILISATION' and e.on_day > v.renewed_on
                where v.id = any (?) group by v.id""",
                row -> {
                    sterilised.put(row.getLong(1), row.getLong(2));
                },
                (Object) ids);
        which.forEach(valve -> valve.renewedOn()
                .ifPresent(renewed -> valve.isDue(ruleOf(valve, rules)
                        .due(
                                renewed,
                                cycles.getOrDefault(valve.id(), 0L),
                                sterilised.getOrDefault(valve.id(), 0L),
                                today))));
        valves.saveAll(which);
    }
}
