package dev.wartung.web.outage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import dev.wartung.web.app.TestSite;
import dev.wartung.web.record.Verification;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Power cuts. Two applications behind a balancer on one database; technicians work jobs through HTTP while applications
 * and database are killed at random moments. What was
 * acknowledged is there afterwards. The short form here; {@code ./wartung outages MINUTES} goes on longer and says what
 * it did ({@code OUTAGE_SEED} for the same moments again).
 */
class OutageTest {

    private static final int SECONDS = Integer.getInteger("wartung.outage.seconds", 20);
    private static final long SEED = Long.getLong("wartung.outage.seed", System.nanoTime());
    private static final String WORK = "renew-product-seals";
    private static final int ENOUGH = 30;
    private static final int HANDS = 4;
    private static final int VALVES_EACH = 6;
    private static final int FIRST_VALVE = 4;

    private static Rig rig;
    private static Rehearsal rehearsed;
    private static List<String> hands;
    private static List<Integer> jobs;

    /** What a technician was told is done. */
    private record Acknowledged(UUID entry, int job, String what) {}

    @BeforeAll
    static void begin() throws Exception {
        rig = new Rig();
        jobs = new ArrayList<>();
        try (ConfigurableApplicationContext context = rig.prepare()) {
            hands = Rehearsal.hire(context, HANDS);
            rehearsed = Rehearsal.of(context, "TS-028", WORK, "tessa");
            for (int i = 0; i < HANDS * VALVES_EACH; i++) {
                jobs.add(Rehearsal.planned(context, String.format("TS-%03d", FIRST_VALVE + i), WORK));
            }
        }
        rig.startWhatEnded();
        rig.awaitAll();
    }

    @AfterAll
    static void end() throws Exception {
        rig.close();
    }

    @Test
    @DisplayName(
            "Whatever is killed, and whenever: every acknowledged step, reading and signature is there, none twice, the chain of records intact")
    void killedAtRandom() throws Exception {
        AtomicBoolean over = new AtomicBoolean();
        ConcurrentLinkedQueue<Acknowledged> acknowledged = new ConcurrentLinkedQueue<>();
        ExecutorService at = Executors.newFixedThreadPool(HANDS);
        List<Future<?>> working = new ArrayList<>();
        for (int h = 0; h < HANDS; h++) {
            List<Integer> theirs = jobs.subList(h * VALVES_EACH, (h + 1) * VALVES_EACH);
            Technician technician = new Technician(rig.balancer.base(), hands.get(h), TestSite.PASSWORD);
            working.add(at.submit(() -> {
                for (int job : theirs) {
                    if (!over.get()) {
                        work(technician, job, over, acknowledged);
                    }
                }
                return null;
            }));
        }
        Map<String, Integer> killed = killForAWhile(acknowledged);
        over.set(true);
        for (Future<?> one : working) {
            one.get(120, TimeUnit.SECONDS);
        }
        at.shutdown();
        System.out.printf("outages: seed %d, killed %s, %d acknowledged%n", SEED, killed, acknowledged.size());
        assertThat(killed).containsKeys("application", "database");
        assertThat(acknowledged).hasSizeGreaterThanOrEqualTo(ENOUGH);
        try (Connection connection = rig.database.connect()) {
            for (Acknowledged one : acknowledged) {
                assertThat(count(
                                connection,
                                "select count(*) from job_entry e join job j on j.id = e.job_id where e.id = '"
                                        + one.entry() + "' and j.number = " + one.job()))
                        .as(one.toString())
                        .isOne();
            }
            assertThat(
                            count(
                                    connection,
                                    "select count(*) from (select 1 from job_entry where kind in ('CONFIRMED', 'STARTED', 'CLOSED') group by job_id, kind, step_id having count(*) > 1) twice"))
                    .isZero();
            assertThat(
                            count(
                                    connection,
                                    "select count(*) from (select job_id, seq, row_number() over (partition by job_id order by seq) n from job_entry) e where seq <> n"))
                    .as("gaps in a job")
                    .isZero();
            readingsAreAsTyped(connection);
            Verification verified = Verification.of(connection);
            assertThat(verified.problems()).isEmpty();
            assertThat(verified.records())
                    .isEqualTo(count(connection, "select count(*) from job where state = 'CLOSED'"));
            assertThat(
                            count(
                                    connection,
                                    "select count(*) from job j where state = 'CLOSED' and not exists (select 1 from job_entry e where e.job_id = j.id and e.kind = 'CLOSED' and jsonb_array_length(e.event -> 'body' -> 'signatures') > 0)"))
                    .as("closed, not signed")
                    .isZero();
        }
    }

    /** Works a job step by step; what is answered with the next step is acknowledged. */
    private static void work(
            Technician technician, int job, AtomicBoolean over, ConcurrentLinkedQueue<Acknowledged> acknowledged)
            throws InterruptedException {
        String path = "/jobs/" + job;
        UUID begun = UUID.randomUUID();
        assertThat(technician
                        .sendUntilAnswered(path + "/start", Map.of("entryId", begun.toString()))
                        .statusCode())
                .isEqualTo(302);
        acknowledged.add(new Acknowledged(begun, job, "started"));
        for (Rehearsal.Typed typed : rehearsed.steps()) {
            if (over.get()) {
                return;
            }
            acknowledged.add(new Acknowledged(
                    sent(technician, path + "/steps/" + typed.step(), typed.fields(), "/steps/" + typed.step() + "\""),
                    job,
                    typed.step()));
        }
        acknowledged.add(new Acknowledged(
                sent(technician, path + "/close", rehearsed.closing(), "/close\""), job, "closed and signed"));
    }

    /** @param notAgain what the answered page would still ask for had it been refused */
    private static UUID sent(Technician technician, String path, Map<String, String> fields, String notAgain)
            throws InterruptedException {
        UUID entry = UUID.randomUUID();
        Map<String, String> form = new HashMap<>(fields);
        form.put("entryId", entry.toString());
        HttpResponse<String> answer = technician.sendUntilAnswered(path, form);
        assertThat(answer.statusCode()).as(path + ": " + answer.body()).isEqualTo(200);
        assertThat(answer.body())
                .as(path)
                .contains("id=\"board\"")
                .doesNotContain("hx-post=\"" + path.substring(0, path.indexOf('/', 6)) + notAgain);
        return entry;
    }

    /**
     * On a slow machine it goes on until enough was acknowledged to be checked.
     *
     * @return how often what was killed
     */
    private static Map<String, Integer> killForAWhile(Collection<Acknowledged> acknowledged) throws Exception {
        Random random = new Random(SEED);
        Map<String, Integer> killed = new HashMap<>();
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(SECONDS);
        long latest = until + TimeUnit.SECONDS.toNanos(180);
        for (int i = 0;
                System.nanoTime() < until
                        || (killed.size() < 2 || acknowledged.size() < ENOUGH) && System.nanoTime() < latest;
                i++) {
            int before = acknowledged.size();
            Thread.sleep(1000 + random.nextInt(3000));
            // mostly once something got through again: a slow machine would see nothing but starts that are killed
            long patience = System.nanoTime() + TimeUnit.SECONDS.toNanos(random.nextInt(4) == 0 ? 0 : 40);
            while (acknowledged.size() == before && System.nanoTime() < patience) {
                Thread.sleep(20);
            }
            Instance one = rig.instances.get(random.nextInt(2));
            rig.startWhatEnded();
            if (i % 2 == 1) {
                rig.database.kill();
                killed.merge("database", 1, Integer::sum);
                Thread.sleep(random.nextInt(1500));
                rig.database.start();
            } else {
                one.kill();
                killed.merge("application", 1, Integer::sum);
            }
        }
        rig.startWhatEnded();
        rig.awaitAll();
        return killed;
    }

    /** Each reading of a confirmed step is the one that was typed. */
    private static void readingsAreAsTyped(Connection connection) throws SQLException {
        int compared = 0;
        for (Rehearsal.Typed typed : rehearsed.steps()) {
            if (typed.fields().keySet().stream().anyMatch(f -> f.startsWith("reading."))) {
                try (ResultSet bodies = connection
                        .createStatement()
                        .executeQuery(
                                "select distinct (event -> 'body' -> 'answers')::text from job_entry e join job j on j.id = e.job_id where e.kind = 'CONFIRMED' and e.step_id = '"
                                        + typed.step() + "' and j.work = '" + WORK + "'")) {
                    int different = 0;
                    while (bodies.next()) {
                        different++;
                        assertThat(bodies.getString(1)).isNotEqualTo("[]");
                    }
                    assertThat(different)
                            .as("everybody typed the same at " + typed.step())
                            .isLessThanOrEqualTo(1);
                    compared += different;
                }
            }
        }
        assertThat(compared).isPositive();
    }

    private static long count(Connection connection, String sql) throws SQLException {
        try (ResultSet row = connection.createStatement().executeQuery(sql)) {
            row.next();
            return row.getLong(1);
        }
    }

    @Test
    @DisplayName(
            "The database gone for a while: a page that says so in words, a problem detail, and all goes on by itself when it is back")
    void databaseGone() throws Exception {
        Technician technician = new Technician(rig.balancer.base(), "theo", TestSite.PASSWORD);
        assertThat(technician
                        .sendUntilAnswered("/valves/TS-001/study", Map.of())
                        .statusCode())
                .as("logged in, whatever was killed before")
                .isLessThan(500);
        rig.database.kill();
        try {
            saysLater(technician.get("/valves"));
            saysLater(technician.get("/login"));
            saysLater(technician.post("/valves/TS-001/plan", Map.of("work", WORK, "due", "2199-01-01")));
            HttpResponse<String> api = technician.get("/api/v1/types");
            assertThat(api.statusCode()).isEqualTo(503);
            assertThat(api.headers().firstValue("Content-Type").orElse("")).startsWith("application/problem+json");
            Thread.sleep(SECONDS > 60 ? 30_000 : 1000);
        } finally {
            rig.database.start();
        }
        assertThat(technician
                        .sendUntilAnswered("/valves/TS-001/study", Map.of())
                        .statusCode())
                .isLessThan(500);
        assertThat(technician.get("/valves").body()).contains("TS-001");
    }

    @Test
    @DisplayName(
            "The disk full: nothing is half-written, what was there can be read, and writing goes on by itself once there is room")
    void diskFull() throws Exception {
        assumeTrue(rig.hasOwnDisk(), "this user may not mount a small disk");
        Technician technician = new Technician(rig.balancer.base(), "tessa", TestSite.PASSWORD);
        technician.sendUntilAnswered("/valves/TS-001/study", Map.of());
        Path ballast = rig.fillDisk();
        long asked = 0;
        try (Connection connection = rig.database.connect()) {
            long before = count(connection, "select count(*) from job");
            int answered;
            do {
                answered = technician
                        .post("/valves/TS-002/plan", Map.of("work", "inspect", "due", "2199-01-01"))
                        .statusCode();
                asked += answered == 302 ? 1 : 0;
                assertThat(asked).as("it never gets full").isLessThan(2000);
            } while (answered == 302);
            // a database that had to start anew may have forgotten the session, too, and logging in must be written as
            // well
            assertThat(answered).isIn(503, 401);
            assertThat(count(connection, "select count(*) from job")).isEqualTo(before + asked);
        } finally {
            Files.delete(ballast);
            if (!rig.database.isRunning()) {
                rig.database.start();
            }
        }
        assertThat(technician
                        .sendUntilAnswered("/valves/TS-002/plan", Map.of("work", "inspect", "due", "2199-01-01"))
                        .statusCode())
                .isEqualTo(302);
    }

    private static void saysLater(HttpResponse<String> answer) {
        assertThat(answer.statusCode()).isEqualTo(503);
        assertThat(answer.headers().firstValue("Retry-After")).isPresent();
        assertThat(answer.body()).contains("cannot reach its data").doesNotContain("Exception", "dev.wartung", "PSQL");
    }
}
