package dev.wartung.web.address;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.outage.Technician;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Hundreds who send a byte now and then, and fifty who work. */
@ExtendWith(RunningApplication.class)
class SlowClientsTest {

    private static final int SLOW = 300;
    private static final int TECHNICIANS = 50;
    private static final int PAGES = 4;
    private static final long EVERY_MS = 500;
    private static final long BETWEEN_PAGES_MS = 2000;
    private static final long PATIENCE_S = 60;

    private final List<Socket> slow = new ArrayList<>();
    private final AtomicBoolean over = new AtomicBoolean();

    /** From another address of this machine: begins to send a form, and sends a letter now and then. */
    private Socket begun(Address at) throws IOException {
        URI uri = URI.create(at.base());
        Socket socket = new Socket();
        socket.bind(new InetSocketAddress(InetAddress.getByName("127.0.0.2"), 0));
        socket.connect(new InetSocketAddress(uri.getHost(), uri.getPort()));
        socket.getOutputStream()
                .write(("POST /login HTTP/1.1\r\nHost: x\r\nContent-Type: application/x-www-form-urlencoded\r\n"
                                + "Content-Length: 100000\r\n\r\nusername=")
                        .getBytes(StandardCharsets.US_ASCII));
        return socket;
    }

    private void drip() {
        while (!over.get()) {
            for (Socket socket : slow) {
                try {
                    socket.getOutputStream().write('a');
                } catch (IOException e) {
                    // told to come again
                }
            }
            try {
                Thread.sleep(EVERY_MS);
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    @Test
    @DisplayName(
            "Fifty technicians go on working while three hundred connections from elsewhere hold on to what they can")
    void workGoesOn(Address at) throws Exception {
        ExecutorService work = Executors.newFixedThreadPool(TECHNICIANS + 1);
        try {
            List<Technician> people = new ArrayList<>();
            Technician first = new Technician(at.base(), "tessa", TestSite.PASSWORD);
            first.login();
            people.add(first);
            for (int i = 0; i < SLOW; i++) {
                slow.add(begun(at));
            }
            work.submit(this::drip);
            // all of them have been let in, or sent away
            TimeUnit.SECONDS.sleep(2);
            List<Callable<Integer>> pages = new ArrayList<>();
            for (int i = 0; i < TECHNICIANS; i++) {
                // all at once they would wait for each other: a busy machine has them wait too long for a connection
                long begins = i * BETWEEN_PAGES_MS / TECHNICIANS;
                pages.add(() -> {
                    TimeUnit.MILLISECONDS.sleep(begins);
                    int good = 0;
                    for (int page = 0; page < PAGES; page++) {
                        TimeUnit.MILLISECONDS.sleep(BETWEEN_PAGES_MS);
                        good += first.get("/valves").statusCode() == 200 ? 1 : 0;
                    }
                    return good;
                });
            }
            int good = 0;
            for (Future<Integer> each : work.invokeAll(pages, PATIENCE_S, TimeUnit.SECONDS)) {
                good += each.isCancelled() ? 0 : each.get();
            }
            assertThat(good).isEqualTo(TECHNICIANS * PAGES);
        } finally {
            over.set(true);
            work.shutdownNow();
            for (Socket socket : slow) {
                socket.close();
            }
        }
    }
}
