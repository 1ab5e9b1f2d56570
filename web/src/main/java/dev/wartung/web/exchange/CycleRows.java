package dev.wartung.web.exchange;

import dev.wartung.web.due.DueDesk;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.Table.Row;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Cycle counts as rows: totals by day, as counters count. A day that is there is replaced. */
@Component
class CycleRows {

    private final Valves valves;
    private final DueDesk due;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    CycleRows(Valves valves, DueDesk due, JdbcTemplate jdbc, Clock clock) {
        this.valves = valves;
        this.due = due;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    List<List<String>> written() {
        return jdbc.query(
                "select v.tag, c.on_day, c.total from cycle_count c join valve v on v.id = c.valve_id order by v.tag, c.on_day",
                (row, i) -> List.of(row.getString(1), row.getString(2), row.getString(3)));
    }

    private record Understood(Valve valve, LocalDate day, long total) {}

    /** @param coming tags that come in with the same file */
    Checked check(List<Row> rows, Set<String> coming) {
        List<Problem> problems = new ArrayList<>();
        List<Understood> understood = new ArrayList<>();
        List<Row> later = new ArrayList<>();
        Map<String, Valve> there = valves.findAll().stream()
                .collect(Collectors.toMap(v -> v.tag().toLowerCase(Locale.ROOT), Function.identity()));
        LocalDate today = LocalDate.now(clock);
        for (Row row : rows) {
            Reading reading = new Reading(row, problems);
            String tag = row.cell("tag").toLowerCase(Locale.ROOT);
            if (!there.containsKey(tag) && !coming.contains(tag)) {
                reading.problem("tag", "“" + row.cell("tag") + "” is no valve of this site");
            }
            Optional<LocalDate> day = reading.day("day");
            if ((day.isEmpty() && row.cell("day").isEmpty())
                    || day.filter(d -> d.isAfter(today)).isPresent()) {
                reading.problem("day", day.isEmpty() ? "is missing" : "is still to come");
            }
            if (!row.cell("total").matches("\\d{1,15}")) {
                reading.problem("total", "“" + row.cell("total") + "” is not a whole number of cycles");
            }
            if (reading.fine() && there.containsKey(tag)) {
                understood.add(new Understood(there.get(tag), day.orElseThrow(), Long.parseLong(row.cell("total"))));
            } else if (reading.fine()) {
                later.add(row);
            }
        }
        return new Checked(understood.size() + later.size(), 0, problems, progress -> {
            later.forEach(row -> understood.add(new Understood(
                    valves.findByTagIgnoreCase(row.cell("tag")).orElseThrow(),
                    LocalDate.parse(row.cell("day")),
                    Long.parseLong(row.cell("total")))));
            apply(understood, progress);
        });
    }

    private void apply(List<Understood> rows, Checked.Progress progress) {
        jdbc.batchUpdate(
                "insert into cycle_count (valve_id, on_day, total) values (?, ?, ?) on conflict (valve_id, on_day) do update set total = excluded.total",
                rows,
                500,
                (statement, u) -> {
                    statement.setLong(1, u.valve().id());
                    statement.setObject(2, u.day());
                    statement.setLong(3, u.total());
                });
        progress.at(rows.size());
        Set<Long> touched = rows.stream().map(u -> u.valve().id()).collect(Collectors.toCollection(LinkedHashSet::new));
        due.recompute(valves.findAllById(touched));
    }
}
