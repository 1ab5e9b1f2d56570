package dev.wartung.web.app;

import dev.wartung.web.WartungApplication;
import java.io.IOException;
import java.net.CookieManager;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.function.IntFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;

/**
 * A site of 20 000 valves with 200 000 ended jobs and 4 million entries, and how fast its pages answer. Not a test: {@code ./wartung benchmark site} runs it, with fewer when asked
 * ({@code SITE_VALVES}). Rows are made in the database from one real job of the demo; refusals of late entries are switched off for that and on again.
 */
class BigSite {

    private static final int VALVES = Integer.parseInt(System.getenv().getOrDefault("SITE_VALVES", "20000"));
    private static final int JOBS_EACH = 10;
    private static final int ENTRIES_EACH = 20;
    private static final int WARM = 40;
    private static final int MEASURED = 200;

    private final CookieManager cookies = new CookieManager();
    private final HttpClient client = HttpClient.newBuilder().cookieHandler(cookies).followRedirects(HttpClient.Redirect.NORMAL).build();
    private String base = "";

    @Test
    void measure() throws Exception {
        try (ConfigurableApplicationContext context = new SpringApplicationBuilder(WartungApplication.class).run("--server.port=0", "--wartung.demo=true")) {
            base = "http://127.0.0.1:" + ((WebServerApplicationContext) context).getWebServer().getPort();
            JdbcTemplate jdbc = context.getBean(JdbcTemplate.class);
            long from = System.nanoTime();
            fill(jdbc);
            System.out.printf("Made %,d valves, %,d jobs, %,d entries, %,d fitted parts in %d s%n", count(jdbc, "valve"), count(jdbc, "job"), count(jdbc, "job_entry"), count(jdbc, "fitted_part"),
                    (System.nanoTime() - from) / 1_000_000_000);
            login();
            Random random = new Random(5);
            Map<String, IntFunction<String>> pages = new LinkedHashMap<>();
            pages.put("register, some page", i -> "/valves?page=" + random.nextInt(VALVES / 50));
            pages.put("register, searched", i -> "/valves?q=B-" + (100 + random.nextInt(900)));
            pages.put("search, a tag scanned", i -> "/find?q=B-" + random.nextInt(VALVES));
            pages.put("a valve", i -> "/valves/B-" + random.nextInt(VALVES));
            pages.put("trace of a lot", i -> "/stores/trace?lot=BL-" + random.nextInt(VALVES / 4));
            pages.put("parts of a valve", i -> "/valves/B-" + random.nextInt(VALVES) + "/parts");
            pages.put("today", i -> "/");
            pages.put("lines map, an area", i -> "/lines?area=Area+" + random.nextInt(Math.max(1, VALVES / 1000)));
            pages.put("due, a month", i -> "/calendar?month=2027-0" + (1 + random.nextInt(9)));
            pages.put("records, searched", i -> "/records?q=B-" + random.nextInt(VALVES));
            pages.put("records, latest", i -> "/records");
            System.out.printf("%n| Page | median | 95th | slowest |%n|---|---|---|---|%n");
            for (Map.Entry<String, IntFunction<String>> page : pages.entrySet()) {
                double[] ms = times(page.getValue());
                System.out.printf("| %s | %.0f ms | %.0f ms | %.0f ms |%n", page.getKey(), ms[ms.length / 2], ms[(int) (ms.length * 0.95)], ms[ms.length - 1]);
            }
        }
    }

    private static long count(JdbcTemplate jdbc, String table) {
        Long count = jdbc.queryForObject("select count(*) from " + table, Long.class);
        return count == null ? 0 : count;
    }

    private static void fill(JdbcTemplate jdbc) {
        List<String> tables = List.of("valve", "job", "job_entry", "fitted_part", "recheck", "service_record", "grease_use");
        tables.forEach(t -> jdbc.execute("alter table " + t + " disable trigger user"));
        jdbc.execute("set work_mem = '256MB'");
        jdbc.update("""
                insert into valve (tag, service, area, line, type_id, type_name, drive, options, state, next_due, version, place, renewed_on)
                select 'B-' || n, 'big service ' || n, 'Area ' || n / 1000, 'Line ' || n / 50, v.type_id, v.type_name, v.drive, v.options, 'IN_SERVICE', current_date + (n * 7 % 730), 0, n % 50, current_date - (n % 365)
                from generate_series(0, ? - 1) n join lateral (select * from valve where tag = 'CU-201') v on true""", VALVES);
        jdbc.update("""
                insert into job (number, valve_id, title, work, state, due_on, planned_by_id, planned_at, holder_id, started_at, ended_at, anatomy_digest, type_digest, drive, options, procedure_json, carried_json, version)
                select 100000 + (row_number() over ())::int, v.id, j.title, j.work, 'CLOSED', current_date - k * 120, j.planned_by_id, now() - k * interval '120 days', j.holder_id, now() - k * interval '120 days',
                       now() - k * interval '120 days', j.anatomy_digest, j.type_digest, j.drive, j.options, j.procedure_json, j.carried_json, 0
                from valve v cross join generate_series(1, ?) k
                     join lateral (select * from job x where x.work = 'renew-product-seals' and x.state = 'CLOSED' and x.valve_id = (select id from valve where tag = 'CU-201') limit 1) j on true
                where v.tag like 'B-%'""", JOBS_EACH);
        jdbc.update("""
                insert into job_entry (id, job_id, seq, kind, step_id, by_id, at, body)
                select gen_random_uuid(), j.id, s, 'CONFIRMED', 'step-' || s, j.planned_by_id, j.ended_at, '{"answers":[],"lots":[],"greased":[],"tools":{}}'
                from job j cross join generate_series(1, ?) s where j.number > 100000""", ENTRIES_EACH);
        jdbc.update("""
                insert into fitted_part (valve_id, part, article, material, lot, fitted_on, removed_on, job_number)
                select j.valve_id, p, 'K50-20E', 'EPDM', 'BL-' || j.valve_id % greatest(?, 1), j.due_on, case when j.due_on < current_date - 120 then j.due_on + 120 end, j.number
                from job j cross join unnest(array['stem-seal', 'body-seal', 'plug-seal']) p where j.number > 100000""", VALVES / 4);
        jdbc.update("insert into grease_use (valve_id, job_number, grease, lot, part, used_on) select valve_id, number, 'Lumo 2', 'BG-' || number % 500, 'plug seal', due_on from job where number > 100000");
        jdbc.update("insert into recheck (valve_id, job_number, name, due_on, done_on, raised_on) select valve_id, number, 'look', due_on + 7, due_on + 7, due_on from job where number > 100000");
        jdbc.update("""
                insert into service_record (seq, job_number, kind, content, hash, at)
                select (select seq from record_head) + row_number() over (order by number), number, 'JOB', '{"made":"for speed only"}', encode(sha256(number::text::bytea), 'hex'), ended_at from job where number > 100000""");
        tables.forEach(t -> jdbc.execute("alter table " + t + " enable trigger user"));
        jdbc.execute("analyze");
    }

    private void login() throws IOException, InterruptedException {
        Matcher token = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"").matcher(got("/login"));
        if (!token.find()) {
            throw new IllegalStateException("no login form");
        }
        String form = "username=ivarga&password=oat-and-spanner&_csrf=" + URLEncoder.encode(token.group(1), StandardCharsets.UTF_8);
        client.send(HttpRequest.newBuilder(URI.create(base + "/login")).header("Content-Type", "application/x-www-form-urlencoded").POST(HttpRequest.BodyPublishers.ofString(form)).build(), BodyHandlers.ofString());
    }

    private String got(String path) throws IOException, InterruptedException {
        var response = client.send(HttpRequest.newBuilder(URI.create(base + path)).build(), BodyHandlers.ofString());
        if (response.statusCode() != 200 || response.uri().getPath().equals("/login") && !path.equals("/login")) {
            throw new IllegalStateException(path + " answered " + response.statusCode() + " at " + response.uri());
        }
        return response.body();
    }

    private double[] times(IntFunction<String> path) throws IOException, InterruptedException {
        double[] ms = new double[MEASURED];
        for (int i = -WARM; i < MEASURED; i++) {
            String asked = path.apply(i);
            long from = System.nanoTime();
            got(asked);
            if (i >= 0) {
                ms[i] = (System.nanoTime() - from) / 1e6;
            }
        }
        Arrays.sort(ms);
        return ms;
    }
}
