package dev.wartung.web.job.along;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.Cable;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.job.bench.BenchHands;
import dev.wartung.web.outage.Instance;
import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.JdbcTemplate;

/** The application is killed while a device sends what was done without network. */
@ExtendWith({RunningApplication.class, Browser.class})
class PitOutageTest {

    private static final long SEED = Long.getLong("wartung.cable.seed", System.nanoTime());
    private static final int STEPS = 14;
    private static final int KILLS = 3;
    private static final int LONGEST_MS = 100;

    @TempDir
    Path folder;

    private Instance instance;
    private Pit pit;

    @BeforeEach
    void start(Browser browser) throws IOException, InterruptedException {
        int port;
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        instance = new Instance(
                port,
                Files.createFile(folder.resolve("log")),
                Instance.fromClasses(),
                List.of("--spring.datasource.url=" + RunningApplication.tables().url()));
        instance.start();
        instance.awaitUp();
        pit = new Pit(new Address(instance.base()), browser);
    }

    @AfterEach
    void stop() throws IOException, InterruptedException {
        pit.close();
        instance.kill();
    }

    @Test
    @DisplayName(
            "Killed again and again while a device sends: every step is in the job once, in order, with when it was done")
    void killedWhileSending(Browser browser, JdbcTemplate jdbc) throws Exception {
        Random random = new Random(SEED);
        Page page = pit.phone(browser, "theo");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-017", "renew-product-seals");
        pit.takenAlong(page, number);
        pit.cut(page);
        List<Object> done = new ArrayList<>();
        for (int i = 0; i < STEPS; i++) {
            done.add(page.evaluate("() => along.board().dataset.step"));
            hands.answer();
            hands.confirm();
        }
        int inTheMiddle = 0;
        for (int kill = 0; kill < KILLS && pit.unsent(page) > 0; kill++) {
            int before = pit.unsent(page);
            pit.cable().is(Cable.State.WHOLE);
            page.evaluate("() => { along.contact(); }");
            for (int i = 0; i < 1000 && pit.unsent(page) == before; i++) {
                page.waitForTimeout(10);
            }
            page.waitForTimeout(random.nextInt(LONGEST_MS));
            instance.kill();
            inTheMiddle += pit.unsent(page) < before && pit.unsent(page) > 0 ? 1 : 0;
            instance.start();
            instance.awaitUp();
        }
        pit.mended(page);
        assertThat(inTheMiddle).as("killed in the middle of it").isPositive();
        assertThat(jdbc.queryForList(
                        "select e.step_id from job_entry e join job j on j.id = e.job_id where j.number = ? and e.kind = 'CONFIRMED' and e.done_at is not null order by e.seq",
                        Object.class,
                        number))
                .as("seed %d", SEED)
                .isEqualTo(done);
        assertThat(jdbc.queryForObject("select count(*) from kept_apart", Integer.class))
                .isZero();
        assertThat(jdbc.queryForObject(
                        "select count(*) from (select done_at, lag(done_at) over (order by seq) before from job_entry e join job j on j.id = e.job_id where j.number = ? and done_at is not null) d where before > done_at",
                        Integer.class,
                        number))
                .as("done one after the other")
                .isZero();
    }
}
