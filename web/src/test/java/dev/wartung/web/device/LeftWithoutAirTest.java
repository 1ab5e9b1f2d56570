package dev.wartung.web.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.proving.BenchValve.Faults;
import dev.wartung.core.proving.BenchValve.Lift;
import dev.wartung.core.proving.BenchValve.Pilot;
import dev.wartung.core.proving.DriveModel;
import dev.wartung.core.proving.ProvingSequence.Command;
import dev.wartung.core.proving.ProvingSequence.Outcome;
import dev.wartung.core.proving.ProvingSequence.Plan;
import dev.wartung.core.proving.Sample;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.device.RunDriver.Suffers;
import dev.wartung.web.device.RunDriver.Task;
import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.dao.DataAccessResourceFailureException;

/**
 * Whatever fails in the middle of a run, at whatever moment, no valve is left under air: the record's database is gone,
 * hangs or is full; the link is cut; the run is stopped; the
 * application ends, in order or killed.
 */
class LeftWithoutAirTest {

    private static final double GONE_PA = 5e4;
    private static final int HURRY = 2;
    private static final DriveModel MODEL = model();

    private final Random random = new Random(1902);
    private dev.wartung.bench.TestBench stand;
    private int port;

    private static DriveModel model() {
        SheetLibrary library = SheetLibrary.shipped();
        TypeSheet type = library.type("kolm-50").orElseThrow();
        AnatomySheet anatomy = library.anatomy(type.anatomy()).orElseThrow();
        ValveConfiguration nc = anatomy.configurations(type).stream()
                .filter(c -> c.drive() == Drive.NC)
                .findFirst()
                .orElseThrow();
        return DriveModel.of(type, nc).orElseThrow();
    }

    @BeforeEach
    void start() throws Exception {
        port = StandIns.freePort();
        stand = dev.wartung.bench.TestBench.start(InetAddress.getLoopbackAddress(), port, 12, HURRY);
    }

    @AfterEach
    void end() {
        stand.close();
    }

    /** One run with a database that may be told to fail. */
    private final class Run {

        private final RunFiles book = mock(RunFiles.class);
        private final RunDriver driver = new RunDriver(book);
        private final BlockingQueue<Outcome> ended = new LinkedBlockingQueue<>();
        private final List<Sample> written = new CopyOnWriteArrayList<>();
        private final AtomicBoolean failing = new AtomicBoolean();
        private final AtomicBoolean hanging = new AtomicBoolean();
        private final int unit;

        private volatile String why = "";
        private final AtomicInteger lost = new AtomicInteger();

        Run(int unit, int at) {
            this(unit, at, new Plan(6e5, 0, 3e5));
        }

        Run(int unit, int at, @Nullable Plan plan) {
            this.unit = unit;
            doAnswer(call -> {
                        database();
                        written.addAll(call.getArgument(1));
                        lost.addAndGet(call.getArgument(2));
                        return null;
                    })
                    .when(book)
                    .heard(anyLong(), any(), anyInt());
            when(book.isStopAsked(anyLong())).thenAnswer(call -> {
                database();
                return false;
            });
            doAnswer(call -> {
                        database();
                        why = call.getArgument(3);
                        ended.add(call.getArgument(2));
                        return null;
                    })
                    .when(book)
                    .ended(anyLong(), any(), any(), any());
            driver.drive(new Task(unit, bench(at, unit), MODEL, plan, new Suffers(Faults.NONE, false, false)));
        }

        private void database() throws InterruptedException {
            while (hanging.get()) {
                Thread.sleep(20);
            }
            if (failing.get()) {
                throw new DataAccessResourceFailureException("no space left on the device");
            }
        }

        void atSomeMoment() throws InterruptedException {
            Thread.sleep(300 + random.nextInt(4_000));
        }

        Outcome outcome() throws InterruptedException {
            Outcome how = ended.poll(60, TimeUnit.SECONDS);
            assertThat(how).as("run %d ends", unit).isNotNull();
            return how;
        }
    }

    private TestBench bench(int at, int unit) {
        return new TestBench("Bench " + unit, "127.0.0.1", at, unit, true);
    }

    /** Air at the actuator as the bench itself has it. */
    private double air(int unit) throws Exception {
        return now(unit).airPa();
    }

    private Sample now(int unit) throws Exception {
        try (BenchLink link = BenchLink.to(bench(port, unit))) {
            link.samples();
            return newest(link);
        }
    }

    /** What a bench measures from now on. */
    static Sample newest(BenchLink link) throws Exception {
        List<Sample> heard = link.samples();
        while (heard.isEmpty()) {
            Thread.sleep(30);
            heard = link.samples();
        }
        return heard.get(heard.size() - 1);
    }

    private void untilUnderAir(int unit) throws Exception {
        while (air(unit) < 2e5) {
            Thread.sleep(50);
        }
    }

    @Test
    @DisplayName(
            "The database gone or full, or hanging: the run ends by itself and vents, nobody waits for the record; what was heard is written once it can be")
    void database() throws Exception {
        List<Run> runs = new ArrayList<>();
        for (int unit = 1; unit <= 4; unit++) {
            runs.add(new Run(unit, port));
        }
        for (Run run : runs) {
            untilUnderAir(run.unit);
            (run.unit % 2 == 0 ? run.failing : run.hanging).set(true);
        }
        // well within the time a run takes that goes to its end
        Thread.sleep(14_000);
        for (Run run : runs) {
            assertThat(air(run.unit))
                    .as("run %d while there is no database", run.unit)
                    .isLessThan(GONE_PA);
            assertThat(run.ended).isEmpty();
            run.failing.set(false);
            run.hanging.set(false);
        }
        for (Run run : runs) {
            assertThat(run.outcome()).isIn(Outcome.UNRECORDED, Outcome.COMPLETE);
            assertThat(run.written)
                    .extracting(Sample::seq)
                    .doesNotHaveDuplicates()
                    .isSorted();
            assertThat(run.written.get(run.written.size() - 1).airPa()).isLessThan(GONE_PA);
        }
    }

    @Test
    @DisplayName("Stopped, and the application ended, at some moment: vented before it says that it has ended")
    void stopped() throws Exception {
        for (int unit = 1; unit <= 6; unit++) {
            Run run = new Run(unit, port);
            run.atSomeMoment();
            if (unit % 2 == 0) {
                run.driver.stop(unit);
            } else {
                run.driver.end();
                assertThat(run.ended).as("ending waits for it").isNotEmpty();
            }
            assertThat(run.outcome())
                    .as("what the application ended nobody stopped by hand")
                    .isEqualTo(unit % 2 == 0 ? Outcome.STOPPED : Outcome.BROKEN_OFF);
            assertThat(air(unit)).isLessThan(GONE_PA);
        }
    }

    @Test
    @DisplayName("An error in the middle of a run: vented, and said to be the application's")
    void error() throws Exception {
        Run run = new Run(1, port, null);
        assertThat(run.outcome()).isEqualTo(Outcome.BROKEN_OFF);
        assertThat(run.why).contains("error in the application");
        assertThat(air(1)).isLessThan(GONE_PA);
    }

    @Test
    @DisplayName(
            "An answer that comes late or never, for some moments: the run goes on or says that the bench is lost; a link that stays cut is told as left under air, and the bench vents by itself")
    void linkCut() throws Exception {
        try (Wire short_ = new Wire(port);
                Wire cut = new Wire(port)) {
            Run hiccup = new Run(1, short_.port());
            Run lost = new Run(2, cut.port());
            untilUnderAir(1);
            untilUnderAir(2);
            short_.cut();
            cut.cut();
            Thread.sleep(3_000);
            short_.mend();
            assertThat(hiccup.outcome())
                    .as("a valve is not accused of what the link did")
                    .isIn(Outcome.COMPLETE, Outcome.BENCH_LOST);
            assertThat(air(1)).isLessThan(GONE_PA);
            assertThat(hiccup.written)
                    .as("what another link counts is not taken for the run's own")
                    .extracting(Sample::seq)
                    .isSorted()
                    .doesNotHaveDuplicates();
            assertThat(hiccup.lost.get()).isNotNegative();
            assertThat(lost.outcome()).isEqualTo(Outcome.LEFT_UNDER_AIR);
            assertThat(air(2)).as("the bench is told nothing any more").isLessThan(GONE_PA);
        }
    }

    @Test
    @DisplayName(
            "A bench whose driver falls silent vents by itself after two seconds, not before; a heartbeat alone keeps it as told")
    void killed() throws Exception {
        TestBench bench = bench(port, 1);
        try (BenchLink link = BenchLink.to(bench)) {
            link.mount(MODEL, new Suffers(Faults.NONE, false, false));
            link.samples();
            link.tell(new Command(6e5, 0, Pilot.OPENING, 3e5, 0, Lift.NONE, 1));
            for (int i = 0; i < 12; i++) {
                Thread.sleep(300);
                link.beat();
            }
            assertThat(air(1)).as("told nothing but the beat for 3.6 s").isGreaterThan(2e5);
            assertThat(now(1).linePa()).isGreaterThan(2e5);
        }
        Thread.sleep(1_200);
        assertThat(air(1)).as("not before").isGreaterThan(2e5);
        Thread.sleep(1_500);
        assertThat(air(1)).isLessThan(GONE_PA);
        assertThat(now(1).linePa()).isLessThan(GONE_PA);
        try (BenchLink again = BenchLink.to(bench)) {
            again.samples();
            again.beat();
            Thread.sleep(500);
        }
        assertThat(air(1)).as("a beat brings nothing back").isLessThan(GONE_PA);
        assertThat(Venting.of(bench)).isTrue();
    }

    @Test
    @DisplayName(
            "Vented over another link than the run's, nothing is heard: that link counts its samples from the beginning")
    void anotherLink() throws Exception {
        TestBench bench = bench(port, 1);
        List<Sample> heard = new ArrayList<>();
        try (Wire wire = new Wire(port);
                BenchLink link = BenchLink.to(bench(wire.port(), 1))) {
            link.mount(MODEL, new Suffers(Faults.NONE, false, false));
            link.samples();
            link.tell(new Command(6e5, 0, Pilot.OPENING, 0, 0, Lift.NONE, 1));
            untilUnderAir(1);
            wire.cut();
            assertThat(new Venting(bench, heard::add).by(link)).isTrue();
        }
        assertThat(heard).isEmpty();
        assertThat(air(1)).isLessThan(GONE_PA);
    }

    /** A cable that can be cut. */
    private static final class Wire implements AutoCloseable {

        private final ServerSocket ends = new ServerSocket(0, 20, InetAddress.getLoopbackAddress());
        private final List<Socket> sockets = new CopyOnWriteArrayList<>();
        private volatile boolean whole = true;

        Wire(int to) throws IOException {
            start(() -> {
                while (true) {
                    Socket near = ends.accept();
                    if (whole) {
                        Socket far = new Socket(InetAddress.getLoopbackAddress(), to);
                        sockets.addAll(List.of(near, far));
                        start(() -> copy(near, far));
                        start(() -> copy(far, near));
                    } else {
                        near.close();
                    }
                }
            });
        }

        private interface Copying {
            void go() throws IOException;
        }

        private static void start(Copying what) {
            Thread thread = new Thread(() -> {
                try {
                    what.go();
                } catch (IOException e) {
                    // the wire was cut or put away
                }
            });
            thread.setDaemon(true);
            thread.start();
        }

        private static void copy(Socket from, Socket to) throws IOException {
            InputStream in = from.getInputStream();
            byte[] buffer = new byte[4096];
            for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                to.getOutputStream().write(buffer, 0, read);
            }
            to.close();
        }

        int port() {
            return ends.getLocalPort();
        }

        void cut() throws IOException {
            whole = false;
            for (Socket socket : sockets) {
                socket.close();
            }
        }

        void mend() {
            whole = true;
        }

        @Override
        public void close() throws IOException {
            ends.close();
            cut();
        }
    }
}
