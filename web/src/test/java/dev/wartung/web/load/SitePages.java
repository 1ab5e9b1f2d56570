package dev.wartung.web.load;

import dev.wartung.web.WartungApplication;
import dev.wartung.web.app.Tables;
import dev.wartung.web.outage.Technician;
import java.io.IOException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;
import java.util.function.IntFunction;
import org.junit.jupiter.api.Test;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * How fast the pages of a big site answer, one after the other. Not a test: {@code ./wartung benchmark site} runs it.
 */
class SitePages {

    private static final int WARM = 40;
    private static final int MEASURED = 200;

    @Test
    void measure() throws Exception {
        Tables tables = Tables.of("wartung");
        tables.migrate();
        try (ConfigurableApplicationContext context =
                WartungApplication.toRun().run("--server.port=0", "--wartung.demo=true", BigSite.PATIENT)) {
            Technician technician = new Technician(
                    "http://127.0.0.1:"
                            + ((WebServerApplicationContext) context)
                                    .getWebServer()
                                    .getPort(),
                    "ivarga",
                    "oat-and-spanner");
            BigSite.make(tables.hands());
            technician.login();
            Random random = new Random(5);
            Map<String, IntFunction<String>> pages = new LinkedHashMap<>();
            pages.put("register, some page", i -> "/valves?page=" + random.nextInt(BigSite.VALVES / 50));
            pages.put("register, searched", i -> "/valves?q=B-" + (100 + random.nextInt(900)));
            pages.put("search, a tag scanned", i -> "/find?q=B-" + random.nextInt(BigSite.VALVES));
            pages.put("a valve", i -> "/valves/B-" + random.nextInt(BigSite.VALVES));
            pages.put("trace of a lot", i -> "/stores/trace?lot=BL-" + random.nextInt(BigSite.VALVES / 4));
            pages.put("parts of a valve", i -> "/valves/B-" + random.nextInt(BigSite.VALVES) + "/parts");
            pages.put("today", i -> "/");
            pages.put(
                    "lines map, an area",
                    i -> "/lines?area=Area+" + random.nextInt(Math.max(1, BigSite.VALVES / 1000)));
            pages.put("due, a month", i -> "/calendar?month=2027-0" + (1 + random.nextInt(9)));
            pages.put("records, searched", i -> "/records?q=B-" + random.nextInt(BigSite.VALVES));
            pages.put("records, latest", i -> "/records");
            System.out.printf("%n| Page | median | 95th | slowest |%n|---|---|---|---|%n");
            for (Map.Entry<String, IntFunction<String>> page : pages.entrySet()) {
                double[] ms = times(technician, page.getValue());
                System.out.printf(
                        "| %s | %.0f ms | %.0f ms | %.0f ms |%n",
                        page.getKey(), ms[ms.length / 2], ms[(int) (ms.length * 0.95)], ms[ms.length - 1]);
            }
        }
    }

    private static double[] times(Technician technician, IntFunction<String> path)
            throws IOException, InterruptedException {
        double[] ms = new double[MEASURED];
        for (int i = -WARM; i < MEASURED; i++) {
            String asked = path.apply(i);
            long from = System.nanoTime();
            var answer = technician.get(asked);
            if (answer.statusCode() != 200 && answer.statusCode() != 302) {
                throw new IllegalStateException(asked + " answered " + answer.statusCode());
            }
            if (i >= 0) {
                ms[i] = (System.nanoTime() - from) / 1e6;
            }
        }
        Arrays.sort(ms);
        return ms;
    }
}
