package dev.wartung.web.load;

import dev.wartung.web.WartungApplication;
import dev.wartung.web.app.Tables;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.outage.Instance;
import dev.wartung.web.outage.Rehearsal;
import dev.wartung.web.outage.Technician;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * Fifty technicians at once on a big site, against the packaged application in a process of its own with the start
 * script's settings. Not a test: {@code ./wartung benchmark load}
 * runs it, with the jar in {@code wartung.app}. Each thinks for three seconds on average between two requests, which is
 * many times faster than hands at a vice.
 */
class FiftyTechnicians {

    private static final int HANDS = 50;
    private static final int JOBS_EACH = 2;
    private static final int WARM_SECONDS = 30;
    private static final int SECONDS = 120;
    private static final double THINK_MS = 3000;
    private static final int BROKEN = 599;
    private static final String WORK = "renew-product-seals";

    /** One answer. */
    private record Timed(String kind, double ms, int status) {}

    private record Prepared(Rehearsal rehearsed, List<String> hands, List<Integer> jobs) {}

    @Test
    void measure() throws Exception {
        // shorter than the server's, so that neither closes while the other sends; browsers send again by themselves
        System.setProperty("jdk.httpclient.keepalive.timeout", "10");
        Prepared prepared = prepare();
        Path app = Path.of(System.getProperty("wartung.app"));
        Path classes = app.resolveSibling("load-classes.jsa");
        Files.deleteIfExists(classes);
        Path log = Files.createTempFile("load", ".log");
        Instance first = new Instance(
                port(), log, List.of("-XX:ArchiveClassesAtExit=" + classes, "-jar", app.toString()), List.of());
        first.start();
        first.awaitUp();
        first.end();
        Instance instance = new Instance(
                port(), log, List.of("-XX:SharedArchiveFile=" + classes, "-jar", app.toString()), List.of());
        long from = System.nanoTime();
        instance.start();
        instance.awaitUp();
        double startSeconds = (System.nanoTime() - from) / 1e9;
        try {
            List<Timed> alone = work(instance, prepared, 1, 20, 0, 200);
            List<Timed> all = work(instance, prepared, HANDS, SECONDS, WARM_SECONDS, THINK_MS);
            print(instance, startSeconds, alone, all);
        } finally {
            instance.kill();
        }
    }

    private static Prepared prepare() throws Exception {
        Tables tables = Tables.of("wartung");
        tables.migrate();
        try (ConfigurableApplicationContext context =
                WartungApplication.toRun().run("--server.port=0", "--wartung.demo=true", BigSite.PATIENT)) {
            TestSite.load(context);
            // its valves are copies of this one
            Rehearsal rehearsed = Rehearsal.of(context, "CU-201", WORK, "tessa");
            BigSite.make(tables.hands());
            List<String> hands = Rehearsal.hire(context, HANDS);
            List<Integer> jobs = new ArrayList<>();
            for (int i = 1; i <= HANDS * JOBS_EACH; i++) {
                jobs.add(Rehearsal.planned(context, "B-" + i, WORK));
            }
            return new Prepared(rehearsed, hands, jobs);
        }
    }

    private static int port() throws IOException {
        try (ServerSocket socket = new ServerSocket(0)) {
            return socket.getLocalPort();
        }
    }

    private static List<Timed> work(
            Instance instance, Prepared prepared, int hands, int seconds, int warmSeconds, double thinkMs)
            throws Exception {
        ConcurrentLinkedQueue<Timed> timed = new ConcurrentLinkedQueue<>();
        ExecutorService at = Executors.newFixedThreadPool(hands);
        long begin = System.nanoTime();
        long measured = begin + TimeUnit.SECONDS.toNanos(warmSeconds);
        long until = measured + TimeUnit.SECONDS.toNanos(seconds);
        List<Future<?>> working = new ArrayList<>();
        for (int h = 0; h < hands; h++) {
            // alone: the last one's jobs, so that the others' are still to do
            int who = hands == 1 ? HANDS - 1 : h;
            working.add(at.submit(() -> {
                new Day(instance, prepared, who, thinkMs, measured, timed).until(until);
                return null;
            }));
        }
        for (Future<?> one : working) {
            one.get();
        }
        at.shutdown();
        return List.copyOf(timed);
    }

    /** One technician's doings. */
    private static final class Day {

        private final Technician technician;
        private final Prepared prepared;
        private final List<Integer> jobs;
        private final Random random;
        private final double thinkMs;
        private final long measured;
        private final Collection<Timed> timed;
        private int job;
        private int step = -1;

        Day(Instance instance, Prepared prepared, int who, double thinkMs, long measured, Collection<Timed> timed) {
            this.technician = new Technician(instance.base(), prepared.hands().get(who), TestSite.PASSWORD);
            this.prepared = prepared;
            this.jobs = prepared.jobs().subList(who * JOBS_EACH, (who + 1) * JOBS_EACH);
            this.random = new Random(who);
            this.thinkMs = thinkMs;
            this.measured = measured;
            this.timed = timed;
        }

        private interface Asking {
            HttpResponse<String> ask() throws IOException, InterruptedException;
        }

        private void time(String kind, Asking asking) throws InterruptedException {
            long from = System.nanoTime();
            int status = BROKEN;
            try {
                status = asking.ask().statusCode();
            } catch (IOException e) {
                // counted as an error
            }
            if (from > measured) {
                timed.add(new Timed(kind, (System.nanoTime() - from) / 1e6, status));
            }
            Thread.sleep((long) Math.min(20_000, -Math.log(1 - random.nextDouble()) * thinkMs));
        }

        void until(long until) throws IOException, InterruptedException {
            Thread.sleep((long) (random.nextDouble() * thinkMs * 3));
            technician.login();
            while (System.nanoTime() < until) {
                if (random.nextBoolean() && job < jobs.size()) {
                    bench();
                } else {
                    look();
                }
            }
        }

        /** The job's page, then what is next to do in it. */
        private void bench() throws InterruptedException {
            String path = "/jobs/" + jobs.get(job);
            time("bench: the job's page", () -> technician.get(path));
            if (step < 0) {
                time(
                        "bench: job started",
                        () -> technician.post(
                                path + "/start",
                                Map.of("entryId", UUID.randomUUID().toString())));
            } else if (step < prepared.rehearsed().steps().size()) {
                Rehearsal.Typed typed = prepared.rehearsed().steps().get(step);
                time(
                        "bench: step confirmed",
                        () -> technician.post(path + "/steps/" + typed.step(), signed(typed.fields())));
            } else {
                time(
                        "bench: job closed and signed",
                        () -> technician.post(
                                path + "/close", signed(prepared.rehearsed().closing())));
                job++;
                step = -2;
            }
            step++;
        }

        private static Map<String, String> signed(Map<String, String> fields) {
            Map<String, String> form = new HashMap<>(fields);
            form.put("entryId", UUID.randomUUID().toString());
            return form;
        }

        private void look() throws InterruptedException {
            int valve = random.nextInt(BigSite.VALVES);
            switch (random.nextInt(8)) {
                case 0 -> time("a tag scanned", () -> technician.get("/find?q=B-" + valve));
                case 1, 2 -> time("a valve", () -> technician.get("/valves/B-" + valve));
                case 3 -> time("register, searched", () -> technician.get("/valves?q=B-" + valve / 10));
                case 4 -> time("parts of a valve", () -> technician.get("/valves/B-" + valve + "/parts"));
                case 5 -> time("records, searched", () -> technician.get("/records?q=B-" + valve));
                case 6 -> time("trace of a lot", () -> technician.get("/stores/trace?lot=BL-" + valve / 4));
                default -> time("today", () -> technician.get("/"));
            }
        }
    }

    private static void print(Instance instance, double startSeconds, List<Timed> alone, List<Timed> all)
            throws IOException {
        System.out.printf(Locale.ROOT, "%nMachine: %s%n", machine());
        System.out.printf(
                Locale.ROOT,
                "Start to first page, warm: %.1f s. Most memory of the application's process: %.0f MiB.%n",
                startSeconds,
                instance.mostMemoryMib());
        long errors = all.stream().filter(t -> t.status() >= 400).count();
        System.out.printf(
                Locale.ROOT,
                "%d technicians, %d s: %d requests, %.1f a second, %d errors. 95th %.0f ms; one technician alone %.0f ms: %.1f times.%n%n",
                HANDS,
                SECONDS,
                all.size(),
                all.size() / (double) SECONDS,
                errors,
                at(all, 0.95),
                at(alone, 0.95),
                at(all, 0.95) / at(alone, 0.95));
        System.out.printf("| Request | how many | median | 95th | slowest |%n|---|---|---|---|---|%n");
        TreeMap<String, List<Timed>> kinds = new TreeMap<>();
        all.forEach(t -> kinds.computeIfAbsent(t.kind(), k -> new ArrayList<>()).add(t));
        kinds.put("all", all);
        kinds.forEach((kind, of) -> System.out.printf(
                Locale.ROOT,
                "| %s | %d | %.0f ms | %.0f ms | %.0f ms |%n",
                kind,
                of.size(),
                at(of, 0.5),
                at(of, 0.95),
                at(of, 1)));
        all.stream()
                .filter(t -> t.status() >= 400)
                .map(Timed::toString)
                .distinct()
                .limit(10)
                .forEach(System.out::println);
    }

    private static double at(List<Timed> timed, double share) {
        double[] ms = timed.stream().mapToDouble(Timed::ms).sorted().toArray();
        return ms[Math.min(ms.length - 1, (int) (ms.length * share))];
    }

    private static String machine() throws IOException {
        List<String> cpu = Files.readAllLines(Path.of("/proc/cpuinfo")).stream()
                .filter(l -> l.startsWith("model name"))
                .map(l -> l.replaceAll(".*: ", ""))
                .toList();
        String memory = Files.readAllLines(Path.of("/proc/meminfo")).get(0).replaceAll("\\D", "");
        return cpu.size() + " × " + cpu.stream().findFirst().orElse("unknown processor") + ", "
                + Long.parseLong(memory) / 1024 / 1024 + " GiB, Java " + System.getProperty("java.version");
    }
}
