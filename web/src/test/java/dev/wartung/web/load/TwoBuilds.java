package dev.wartung.web.load;

import dev.wartung.web.outage.Technician;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/**
 * Two builds beside each other on the demo, asked in turn: how much processor time a request of each kind takes in one,
 * and what share of it in the other. Times drift on a shared machine from hour to hour; what is asked in the same
 * seconds drifts alike. Not a test: {@code ./wartung benchmark beside CHECKOUT} runs it, with both builds' data folders
 * in {@code wartung.one} and {@code wartung.other}.
 */
class TwoBuilds {

    private static final int ROUNDS = 8;
    private static final int REQUESTS = 25;
    /** Of what makes an entry: a job of a hundred entries is a long one, one of a thousand no job. */
    private static final int ENTRIES = 2;

    private static final int WARM_ROUNDS = 3;
    /**
     * How often a step is sent again with the entry it made, while warming up: answered like the first time, and no
     * entry. Otherwise what runs only where an entry is made would still be interpreted when it is measured.
     */
    private static final int SENT_AGAIN = 40;

    private static final String STEP_KIND = "bench: a step confirmed, then taken back";
    private static final double TICKS_PER_S = 100;
    private static final Pattern JOB = Pattern.compile("/jobs/(\\d+)\"");
    private static final Pattern STEP = Pattern.compile("hx-post=\"(/jobs/\\d+/steps/[^\"]+)\"");

    private interface Asking {
        void ask() throws IOException, InterruptedException;
    }

    /** A build that is running on its demo. */
    private static final class Build {

        private final Path home;
        private final Technician technician;
        private final Technician planner;
        private final Map<String, Asking> kinds = new LinkedHashMap<>();
        private final Asking warmUp;
        /** Processor seconds by kind. */
        private final Map<String, Double> spent = new LinkedHashMap<>();

        Build(Path home) throws IOException, InterruptedException {
            this.home = home;
            String base = "http://127.0.0.1:" + read("run/port");
            technician = new Technician(base, "ivarga", "oat-and-spanner");
            planner = new Technician(base, "radair", "window-of-hours");
            technician.login();
            planner.login();
            String job = "/jobs/" + running();
            kinds.put("bench: the job's page", () -> page(technician, job));
            kinds.put(STEP_KIND, () -> thereAndBack(job, 0));
            warmUp = () -> thereAndBack(job, SENT_AGAIN);
            kinds.put(
                    "bench: an entry made (a problem noted)",
                    () -> good(
                            job + "/problem",
                            technician.post(
                                    job + "/problem",
                                    Map.of(
                                            "entryId",
                                            UUID.randomUUID().toString(),
                                            "note",
                                            "looked at for a benchmark"))));
            kinds.put("today", () -> page(technician, "/"));
            kinds.put("register, searched", () -> page(technician, "/valves?q=CU-2"));
            kinds.put("a valve", () -> page(technician, "/valves/CU-208"));
            kinds.put("parts of a valve", () -> page(technician, "/valves/CU-208/parts"));
            kinds.put("what jobs need", () -> page(planner, "/stores/needed"));
            kinds.put("lines map", () -> page(planner, "/lines"));
            kinds.put("records", () -> page(planner, "/records"));
            String lot = lot();
            kinds.put("trace of a lot", () -> page(planner, "/stores/trace?lot=" + lot));
        }

        private String read(String file) throws IOException {
            return Files.readString(home.resolve(file)).strip();
        }

        private static String page(Technician who, String path) throws IOException, InterruptedException {
            return good(path, who.get(path));
        }

        private static String good(String path, HttpResponse<String> answer) throws IOException {
            if (answer.statusCode() != 200) {
                throw new IOException(path + ": " + answer.statusCode());
            }
            return answer.body();
        }

        /** The step that is shown, which asks for nothing, and the same step again afterwards. */
        private void thereAndBack(String job, int again) throws IOException, InterruptedException {
            String step = step(page(technician, job));
            String takeBack = job + "/take-back";
            Map<String, String> confirmed = Map.of("entryId", UUID.randomUUID().toString());
            Map<String, String> takenBack =
                    Map.of("entryId", UUID.randomUUID().toString(), "reason", "confirmed for a benchmark");
            String next = step(good(step, technician.post(step, confirmed)));
            String back = step(good(takeBack, technician.post(takeBack, takenBack)));
            for (int i = 0; i < again; i++) {
                good(step, technician.post(step, confirmed));
                good(takeBack, technician.post(takeBack, takenBack));
            }
            if (next.equals(step) || !back.equals(step)) {
                throw new IOException(step + ", then " + next + ", taken back: " + back);
            }
        }

        private static String step(String page) throws IOException {
            Matcher shown = STEP.matcher(page);
            if (!shown.find()) {
                throw new IOException("no step is shown to confirm");
            }
            return shown.group(1);
        }

        /** Most memory its application has had at once, MiB. */
        private long memory() throws IOException {
            String most = Files.readAllLines(Path.of("/proc/" + read("run/pid") + "/status")).stream()
                    .filter(line -> line.startsWith("VmHWM:"))
                    .findFirst()
                    .orElseThrow();
            return Long.parseLong(most.replaceAll("\\D", "")) / 1024;
        }

        /** A job under way of the technician's, begun here where there is none. */
        private String running() throws IOException, InterruptedException {
            for (Matcher found = JOB.matcher(page(technician, "/")); found.find(); ) {
                String job = "/jobs/" + found.group(1);
                technician.post(
                        job + "/start", Map.of("entryId", UUID.randomUUID().toString()));
                if (page(technician, job).contains(job + "/steps/")) {
                    return found.group(1);
                }
            }
            throw new IOException("no job of the demo can be worked on");
        }

        private String lot() throws IOException, InterruptedException {
            Matcher found = Pattern.compile("/stores/lots/\\d+\"[^>]*>([^<]+)<").matcher(page(planner, "/stores"));
            if (!found.find()) {
                throw new IOException("the demo has no lot");
            }
            return found.group(1).replace(" ", "+");
        }

        /** Processor time of the application and of its database, with their ended children, seconds. */
        private double seconds() throws IOException {
            long app = Long.parseLong(read("run/pid"));
            long database = Long.parseLong(
                    Files.readAllLines(Path.of(found("postmaster.pid"))).get(0).strip());
            double ticks = ticks(app) + ticks(database);
            try (Stream<Path> all = Files.list(Path.of("/proc"))) {
                for (Path process : all.filter(
                                p -> String.valueOf(p.getFileName()).matches("\\d+"))
                        .toList()) {
                    long id = Long.parseLong(String.valueOf(process.getFileName()));
                    if (parent(id) == database) {
                        ticks += ticks(id);
                    }
                }
            }
            return ticks / TICKS_PER_S;
        }

        private String found(String name) throws IOException {
            try (Stream<Path> all = Files.walk(home, 3)) {
                return all.filter(p -> p.endsWith(name))
                        .findFirst()
                        .orElseThrow()
                        .toString();
            }
        }

        private static String[] stat(long process) throws IOException {
            String stat = Files.readString(Path.of("/proc/" + process + "/stat"));
            return stat.substring(stat.lastIndexOf(')') + 2).split(" ");
        }

        private static long parent(long process) {
            try {
                return Long.parseLong(stat(process)[1]);
            } catch (IOException ended) {
                return 0;
            }
        }

        /** Its own in user and kernel mode, and that of children it has waited for. */
        private static double ticks(long process) {
            try {
                String[] stat = stat(process);
                return Double.parseDouble(stat[11])
                        + Double.parseDouble(stat[12])
                        + Double.parseDouble(stat[13])
                        + Double.parseDouble(stat[14]);
            } catch (IOException ended) {
                return 0;
            }
        }

        void round(String kind, boolean counts) throws IOException, InterruptedException {
            if (!counts && kind.equals(STEP_KIND)) {
                warmUp.ask();
            }
            double before = seconds();
            for (int i = 0; i < requests(kind); i++) {
                Objects.requireNonNull(kinds.get(kind)).ask();
            }
            if (counts) {
                spent.merge(kind, seconds() - before, Double::sum);
            }
        }
    }

    private static int requests(String kind) {
        return kind.startsWith("bench: a") ? ENTRIES : REQUESTS;
    }

    @Test
    void measure() throws Exception {
        Build one = new Build(Path.of(System.getProperty("wartung.one")));
        Build other = new Build(Path.of(System.getProperty("wartung.other")));
        for (int round = 0; round < WARM_ROUNDS + ROUNDS; round++) {
            for (String kind : one.kinds.keySet()) {
                List<Build> inTurn = new ArrayList<>(round % 2 == 0 ? List.of(one, other) : List.of(other, one));
                for (Build build : inTurn) {
                    build.round(kind, round >= WARM_ROUNDS);
                }
            }
        }
        System.out.printf(
                Locale.ROOT,
                "%nProcessor time of application and database for one request, %d of each (%d of what makes an entry), in turn:%n",
                ROUNDS * REQUESTS,
                ROUNDS * ENTRIES);
        System.out.printf("| Request | the other build | this one | ratio |%n|---|---|---|---|%n");
        for (String kind : one.kinds.keySet()) {
            double mine = 1000 * one.spent.getOrDefault(kind, 0.0) / (ROUNDS * requests(kind));
            double others = 1000 * other.spent.getOrDefault(kind, 0.0) / (ROUNDS * requests(kind));
            System.out.printf(Locale.ROOT, "| %s | %.1f ms | %.1f ms | %.2f |%n", kind, others, mine, mine / others);
        }
        System.out.printf(
                "%nMost memory so far, MiB: %d (the other build), %d (this one)%n", other.memory(), one.memory());
    }
}
