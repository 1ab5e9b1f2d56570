package dev.wartung.web.job;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.experience.UsualTime;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * How long steps take at this plant, from its own closed jobs on valves of the same family and size: from one
 * confirmation to the next. Looked up afresh every few minutes.
 */
@Service
public class UsualTimes {

    private static final int LATEST_JOBS = 300;
    private static final Duration KEPT = Duration.ofMinutes(5);

    private final JdbcTemplate jdbc;
    private final Sheets sheets;
    private final Clock clock;
    private final Map<String, Recorded> known = new ConcurrentHashMap<>();

    UsualTimes(JdbcTemplate jdbc, Sheets sheets, Clock clock) {
        this.jdbc = jdbc;
        this.sheets = sheets;
        this.clock = clock;
    }

    /** @param byOperation minutes, each time it was done */
    private record Recorded(Instant at, Map<String, List<Double>> byOperation) {}

    /** How long a step takes here. */
    @Transactional(readOnly = true)
    public UsualTime of(String typeId, Step step) {
        return UsualTime.of(step.minutes(), recorded(typeId).getOrDefault(step.operation(), List.of()));
    }

    /** Minutes of a whole procedure, as long as its steps take here. */
    @Transactional(readOnly = true)
    public double minutes(String typeId, Procedure procedure) {
        return procedure.steps().stream()
                .mapToDouble(s -> of(typeId, s).minutes())
                .sum();
    }

    /** For instance "4 min, here 6 (11×)": short, for it stands beside the tools of a step. */
    @Transactional(readOnly = true)
    public String said(String typeId, Step step) {
        UsualTime time = of(typeId, step);
        return time.worthSaying()
                ? inShort(step.minutes()) + " min, here " + inShort(time.minutes()) + " (" + time.times() + "×)"
                : inWords(step.minutes());
    }

    private static String inShort(double minutes) {
        return minutes < 1 ? "½" : String.valueOf(Math.round(minutes));
    }

    private static String inWords(double minutes) {
        return minutes < 1 ? "half a minute" : "about " + Math.round(minutes) + " min";
    }

    private Map<String, List<Double>> recorded(String typeId) {
        TypeSheet type = sheets.of(typeId).type();
        String alike = type.anatomy() + " " + type.size();
        Recorded last = known.get(alike);
        if (last == null || last.at().isBefore(clock.instant().minus(KEPT))) {
            last = new Recorded(clock.instant(), read(type));
            known.put(alike, last);
        }
        return last.byOperation();
    }

    private Map<String, List<Double>> read(TypeSheet type) {
        String[] alike = sheets.types().stream()
                .filter(t -> t.anatomy().equals(type.anatomy()) && t.size().equals(type.size()))
                .map(TypeSheet::id)
                .toArray(String[]::new);
        Map<String, List<Double>> read = new HashMap<>();
        jdbc.query(
                """
                select step_id, took from (
                  select e.kind, e.step_id, extract(epoch from coalesce(e.done_at, e.at) - lag(coalesce(e.done_at, e.at)) over (partition by e.job_id order by e.seq)) / 60 as took from job_entry e
                  where e.job_id in (select j.id from job j join valve v on v.id = j.valve_id where j.state = 'CLOSED' and v.type_id = any(?) order by j.ended_at desc limit ?)) gaps
                where kind = 'CONFIRMED' and step_id is not null and took > 0""",
                row -> {
                    read.computeIfAbsent(operation(row.getString(1)), o -> new ArrayList<>())
                            .add(row.getDouble(2));
                },
                alike,
                LATEST_JOBS);
        return read;
    }

    /**
     * Of a step's id: what a job derived anew puts before it, and the number of its repetition after it, are no part of
     * the operation's.
     */
    public static String operation(String stepId) {
        return stepId.replaceFirst("^(more|way)\\d+-", "").replaceFirst("-\\d+$", "");
    }
}
