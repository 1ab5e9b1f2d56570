package dev.wartung.web.practice;

import dev.wartung.core.drawing.Technique;
import dev.wartung.core.practice.HandsExercise;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.account.CurrentAccount;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Exercises of the hands: a few pictures a run, those first that somebody has not had right yet. */
@Service
class HandsDesk {

    /** Short enough for a coffee. */
    private static final int PICTURES = 5;

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    HandsDesk(JdbcTemplate jdbc, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    /**
     * A run of one's own.
     *
     * @param exercises in the order they are asked
     * @param answered  by place, from 1: whether it was right
     */
    record HandsRun(UUID id, List<HandsExercise> exercises, Map<Integer, Boolean> answered) {

        /** The place that is asked next; empty at the end. */
        Optional<Integer> next() {
            for (int place = 1; place <= exercises.size(); place++) {
                if (!answered.containsKey(place)) {
                    return Optional.of(place);
                }
            }
            return Optional.empty();
        }

        int right() {
            return (int) answered.values().stream().filter(r -> r).count();
        }
    }

    /** What one has had right the last time it was asked, and how many there are to ask. */
    public record Mastered(int right, int all) {}

    private static List<Technique> askable() {
        return SheetLibrary.techniques().values().stream()
                .filter(HandsExercise::isPossible)
                .sorted(Comparator.comparing(Technique::id))
                .toList();
    }

    @Transactional
    UUID begin() {
        Map<String, Boolean> last = last();
        long seed = clock.millis() ^ current.get().id() << 40;
        List<String> ids = new ArrayList<>(askable().stream().map(Technique::id).toList());
        Collections.shuffle(ids, new Random(seed));
        // never asked, then wrong the last time, then right: each in any order
        ids.sort(Comparator.comparingInt(id -> !last.containsKey(id) ? 0 : Boolean.TRUE.equals(last.get(id)) ? 2 : 1));
        UUID id = UUID.randomUUID();
        jdbc.update(
                "insert into hands_run (id, account_id, techniques, seed, begun_at) values (?, ?, ?, ?, ?)",
                id,
                current.get().id(),
                ids.subList(0, Math.min(PICTURES, ids.size())).toArray(String[]::new),
                seed,
                Timestamp.from(clock.instant()));
        return id;
    }

    /** One's own run; empty if there is none of that id. */
    @Transactional(readOnly = true)
    Optional<HandsRun> byId(UUID id) {
        return jdbc
                .query(
                        "select techniques, seed from hands_run where id = ? and account_id = ?",
                        (row, i) -> new HandsRun(
                                id, exercises((String[]) row.getArray(1).getArray(), row.getLong(2)), answered(id)),
                        id,
                        current.get().id())
                .stream()
                .findFirst();
    }

    /** A technique that is not there any more, in a later version, is left out. */
    private static List<HandsExercise> exercises(String[] techniques, long seed) {
        List<HandsExercise> exercises = new ArrayList<>();
        for (int i = 0; i < techniques.length; i++) {
            Technique technique = SheetLibrary.techniques().get(techniques[i]);
            if (technique != null) {
                HandsExercise.of(technique, new Random(seed + i)).ifPresent(exercises::add);
            }
        }
        return exercises;
    }

    private Map<Integer, Boolean> answered(UUID run) {
        Map<Integer, Boolean> answered = new LinkedHashMap<>();
        jdbc.query(
                "select place, was_right from hands_answer where run_id = ? order by place",
                row -> {
                    answered.put(row.getInt(1), row.getBoolean(2));
                },
                run);
        return answered;
    }

    /** Keeps how the next place was answered; said twice is the same as once. */
    @Transactional
    void answer(HandsRun run, int place, boolean right) {
        jdbc.update(
                "insert into hands_answer (run_id, place, technique, was_right, at) values (?, ?, ?, ?, ?) on conflict do nothing",
                run.id(),
                place,
                run.exercises().get(place - 1).technique().id(),
                right,
                Timestamp.from(clock.instant()));
    }

    @Transactional(readOnly = true)
    Mastered mastered() {
        return new Mastered(
                (int) last().values().stream().filter(r -> r).count(), askable().size());
    }

    /** By technique, how it was answered last. */
    private Map<String, Boolean> last() {
        Map<String, Boolean> last = new LinkedHashMap<>();
        jdbc.query(
                "select distinct on (technique) technique, was_right from hands_answer a join hands_run r on r.id = a.run_id where r.account_id = ? order by technique, at desc",
                row -> {
                    last.put(row.getString(1), row.getBoolean(2));
                },
                current.get().id());
        last.keySet().retainAll(askable().stream().map(Technique::id).toList());
        return last;
    }
}
