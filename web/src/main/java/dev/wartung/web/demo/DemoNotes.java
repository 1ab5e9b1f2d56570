package dev.wartung.web.demo;

import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.Shot;
import dev.wartung.web.note.BenchNotes;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Two notes that everybody on the demo site knows and no manual says, and one that waits for a planner. */
@Component
class DemoNotes {

    private final BenchNotes notes;
    private final Valves valves;
    private final CurrentAccount current;
    private final JdbcTemplate jdbc;

    DemoNotes(BenchNotes notes, Valves valves, CurrentAccount current, JdbcTemplate jdbc) {
        this.notes = notes;
        this.valves = valves;
        this.current = current;
        this.jdbc = jdbc;
    }

    void leave(Account technician, Account planner) {
        current.as(technician.username(), () -> {
            note(
                    "MX-104",
                    "empty-line",
                    "Vent, drain and rinse, then feel for heat",
                    "The handle of drain D-101 is behind the oat silo's ladder. It turns the wrong way round.",
                    BenchNotes.Place.LINE);
            note(
                    "CU-201",
                    "take-off-body-clamp",
                    "Take off the body clamp",
                    "Under the lantern only the thin 13 mm spanner fits: it hangs in the culture hall's cabinet.",
                    BenchNotes.Place.TYPE);
        });
        current.as(planner.username(), () -> notes.all().forEach(n -> notes.decide(n.id(), true)));
        current.as(
                technician.username(),
                () -> note(
                        "FL-011",
                        "lock-line",
                        "Close, lock and tag the line on both sides",
                        "The lock box stands at filler B since the move.",
                        BenchNotes.Place.LINE));
    }

    private void note(String tag, String operation, String step, String words, BenchNotes.Place place) {
        Valve valve = valves.findByTagIgnoreCase(tag).orElseThrow();
        Integer job = jdbc.queryForObject("select min(number) from job", Integer.class);
        Map<String, String> troubles = notes.leave(
                UUID.nameUUIDFromBytes(words.getBytes(StandardCharsets.UTF_8)),
                new BenchNotes.Left(job == null ? 0 : job, valve, "", operation, step, words, place, false, Shot.NONE));
        if (!troubles.isEmpty()) {
            throw new IllegalStateException(troubles.toString());
        }
    }
}
