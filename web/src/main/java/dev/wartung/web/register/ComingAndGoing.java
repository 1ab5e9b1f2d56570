package dev.wartung.web.register;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.due.DueDesk;
import dev.wartung.web.job.bench.OtherLocks;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.page.TypedWords;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.Lot;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.valve.RecordChange;
import dev.wartung.web.valve.RecordChange.Kind;
import dev.wartung.web.valve.RecordChanges;
import dev.wartung.web.valve.Stand;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Moves a valve on record, retires it, brings it back or decommissions it; each with a reason, none with its history lost. */
@Service
class ComingAndGoing {

    private static final int LONGEST_REASON = 400;

    private final Valves valves;
    private final RecordChanges changes;
    private final LineDrawings drawings;
    private final Sheets sheets;
    private final Items items;
    private final Stores stores;
    private final DueDesk due;
    private final OtherLocks others;
    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    ComingAndGoing(
            Valves valves,
            RecordChanges changes,
            LineDrawings drawings,
            Sheets sheets,
            Items items,
            Stores stores,
            DueDesk due,
            OtherLocks others,
            JdbcTemplate jdbc,
            CurrentAccount current,
            Clock clock) {
        this.valves = valves;
        this.changes = changes;
        this.drawings = drawings;
        this.sheets = sheets;
        this.items = items;
        this.stores = stores;
        this.due = due;
        this.others = others;
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    /**
     * It stands elsewhere, or does something else. Where a line is drawn with it, somebody has to walk along that line
     * again before locks are worked out from it.
     *
     * @param typed service, area, line, place and reason
     * @return what is wrong with what was typed, by field; empty where it is moved
     */
    @Transactional
    Map<String, String> move(Valve valve, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        Stand next = Stand.read(typed, troubles);
        String reason = reason(typed, troubles);
        Stand before = Stand.of(valve);
        boolean elsewhere = !before.area().equals(next.area()) || !before.line().equals(next.line());
        if (troubles.isEmpty() && before.equals(next)) {
            troubles.put("service", "It stands so already.");
        } else if (troubles.isEmpty() && elsewhere) {
            running(valve)
                    .ifPresent(n -> troubles.put(
                            "line",
                            "Job " + n + " is under way on it: what it has locked is in the line it stands in."));
            lock(valve).ifPresent(why -> troubles.put("line", why));
        }
        if (troubles.isEmpty()) {
            valve.isAt(next.service(), next.area(), next.line(), next.place());
            valves.save(valve);
            note(valve, Kind.MOVED, before.words(), next.words(), reason);
            due.recompute(List.of(valve));
            if (elsewhere) {
                drawings.doubt(valve);
            }
        }
        return troubles;
    }

    /**
     * The plant has no use for it, for now or for good: nothing is due on it and no job is planned on it until it is
     * brought back.
     *
     * @param forGood whether it is taken out of the plant
     * @return what is wrong with what was typed, by field; empty where it is done
     */
    @Transactional
    Map<String, String> retire(Valve valve, boolean forGood, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String reason = reason(typed, troubles);
        ValveState next = forGood ? ValveState.DECOMMISSIONED : ValveState.RETIRED;
        if (valve.state() == next) {
            troubles.put("reason", "It is " + next.words() + " already.");
        }
        Optional<String> held = held(valve).or(() -> lock(valve));
        held.ifPresent(why -> troubles.put("reason", why));
        if (troubles.isEmpty()) {
            note(
                    valve,
                    forGood ? Kind.DECOMMISSIONED : Kind.RETIRED,
                    valve.state().words(),
                    next.words(),
                    reason);
            valve.becomes(next);
            valves.save(valve);
            if (forGood) {
                drawings.doubt(valve);
            }
        }
        return troubles;
    }

    /**
     * It is used again. It comes back out of service: nobody has looked at it since, and a job gives it back to the
     * plant.
     *
     * @return what is wrong with what was typed, by field; empty where it is back
     */
    @Transactional
    Map<String, String> bringBack(Valve valve, Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String reason = reason(typed, troubles);
        if (valve.state().inUse()) {
            troubles.put("reason", "It is in use already.");
        }
        if (troubles.isEmpty()) {
            note(valve, Kind.BROUGHT_BACK, valve.state().words(), ValveState.OUT_OF_SERVICE.words(), reason);
            valve.becomes(ValveState.OUT_OF_SERVICE);
            valves.save(valve);
            due.recompute(List.of(valve));
        }
        return troubles;
    }

    /** Why it cannot be retired now; empty where it can. */
    @Transactional(readOnly = true)
    Optional<String> held(Valve valve) {
        List<String> why = jdbc.queryForList(
                """
                select 'Job ' || number || case state when 'RUNNING' then ' is under way on it.' else ' is planned on it: cancel it first.' end
                from job where valve_id = ? and state in ('PLANNED', 'RUNNING')
                union all
                select 'A change of its fail position is asked for (' || number || '): withdraw it first.'
                from change_request where valve_id = ? and state in ('ASKED', 'STATED', 'APPROVED', 'IN_WORK')
                order by 1 limit 1""",
                String.class,
                valve.id(),
                valve.id());
        return why.stream().findFirst();
    }

    /**
     * What lies in the stores for this valve alone: pieces of kits and articles that no type of another valve in use
     * has.
     */
    @Transactional(readOnly = true)
    List<Lot> lyingForIt(Valve valve) {
        List<String> others = jdbc.queryForList(
                "select distinct type_id from valve where id <> ? and state not in ('RETIRED', 'DECOMMISSIONED')",
                String.class,
                valve.id());
        Set<String> used = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
        used.addAll(items.of(others.stream().map(id -> sheets.of(id).type()).toList())
                .keySet());
        Set<String> own = new TreeSet<>(String.CASE_INSENSITIVE_ORDER);
        own.addAll(items.of(List.of(sheets.of(valve.typeId()).type())).keySet());
        own.removeAll(used);
        return stores.inStock().stream().filter(l -> own.contains(l.item())).toList();
    }

    /** That it holds a line shut for somebody: it stays as it is until that lock is off. */
    private Optional<String> lock(Valve valve) {
        return others.on(valve).stream()
                .findFirst()
                .map(n -> "It is locked for job " + n + ": it stays as it is until that lock is off.");
    }

    private Optional<Integer> running(Valve valve) {
        return jdbc
                .queryForList(
                        "select number from job where valve_id = ? and state = 'RUNNING'", Integer.class, valve.id())
                .stream()
                .findFirst();
    }

    private void note(Valve valve, Kind kind, String before, String after, String reason) {
        changes.save(new RecordChange(
                valve, new RecordChange.What(null, kind, before, after, reason), current.get(), null, clock.instant()));
    }

    private static String reason(Map<String, String> typed, Map<String, String> troubles) {
        return TypedWords.read("reason", typed, "Say in a few words why.", LONGEST_REASON, troubles);
    }
}
