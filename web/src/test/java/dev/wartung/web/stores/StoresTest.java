package dev.wartung.web.stores;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/**
 * Lots from the day they come until they are in a valve, called back, or counted otherwise; and the tools that readings
 * were taken with.
 */
@ExtendWith(RunningApplication.class)
class StoresTest {

    private static final LocalDate TODAY = LocalDate.now();

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;
    private final BenchRun bench;

    private final Items items;

    StoresTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc, Items items) {
        this.items = items;
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
        this.bench = new BenchRun(web, jobs);
    }

    private String sent(String name, String role, String to, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request =
                post(to).with(user(name).roles(role)).with(csrf());
        typed.forEach(request::param);
        var response = web.perform(request).andReturn().getResponse();
        return response.getRedirectedUrl() != null ? response.getRedirectedUrl() : response.getContentAsString();
    }

    private String page(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    private int takenIn(String item, String lot, int pieces, LocalDate cured) throws Exception {
        String to = sent(
                "tessa",
                "TECHNICIAN",
                "/stores/lots",
                Map.of("item", item, "lot", lot, "pieces", String.valueOf(pieces), "cured", cured.toString()));
        assertThat(to).startsWith("/stores/lots/");
        return Integer.parseInt(to.replaceAll("\\D", ""));
    }

    private int pieces(String item, String lot) {
        Integer there = jdbc.queryForObject(
                "select coalesce(sum(pieces), 0) from lot where item = ? and lot = ?", Integer.class, item, lot);
        Integer moved = jdbc.queryForObject(
                "select coalesce(sum(m.delta), 0) from stock_move m join lot l on l.id = m.lot_id where l.item = ? and l.lot = ?",
                Integer.class,
                item,
                lot);
        assertThat(moved).as("what is there is what moved").isEqualTo(there);
        return there == null ? 0 : there;
    }

    /** Up to the step that counts the kit in. */
    private int atTheCount(String tag) throws Exception {
        return atTheCount(tag, "renew-product-seals");
    }

    private int atTheCount(String tag, String work) throws Exception {
        int job = bench.begin(tag, work, "tessa");
        while (!bench.current(job).orElseThrow().kitCount()) {
            bench.confirm(job, "tessa");
        }
        return job;
    }

    private String counted(int job, Map<String, String> also) throws Exception {
        JobView view = jobs.view(job).orElseThrow();
        Step step = bench.current(job).orElseThrow();
        Map<String, String> typed =
                new HashMap<>(Map.of("entryId", UUID.randomUUID().toString()));
        view.supplies().toCount().forEach(p -> {
            typed.put("have." + p.part(), "yes");
            typed.put("lot." + p.part(), "LOOSE-1");
        });
        typed.putAll(also);
        return sent("tessa", "TECHNICIAN", "/jobs/" + job + "/steps/" + step.id(), typed);
    }

    /** Why lots that the stores do not know are taken. */
    private Map<String, String> reasons(int job) {
        Map<String, String> reasons = new HashMap<>(Map.of("instead.lot.kit", "in hand"));
        jobs.view(job)
                .orElseThrow()
                .supplies()
                .notInKit()
                .forEach(p -> reasons.put("instead.lot." + p.part(), "in hand"));
        return reasons;
    }

    @Test
    @DisplayName(
            "What is taken in must be something a sheet knows, with a cure date where it ages; nothing typed is lost")
    void takingIn() throws Exception {
        String refused = sent(
                "tessa",
                "TECHNICIAN",
                "/stores/lots",
                Map.of(
                        "item",
                        "K50-XX",
                        "lot",
                        "A-1",
                        "pieces",
                        "none",
                        "cured",
                        TODAY.plusDays(1).toString()));
        assertThat(refused)
                .contains("No type sheet has a kit or part")
                .contains("as a whole number")
                .contains("still to come")
                .contains("value=\"A-1\"");
        assertThat(sent("tessa", "TECHNICIAN", "/stores/lots", Map.of("item", "K50-PE", "lot", "A-1", "pieces", "2")))
                .contains("It ages on the shelf");
        assertThat(sent(
                        "oskar",
                        "PROCESS_OWNER",
                        "/stores/lots",
                        Map.of("item", "K50-PE", "lot", "A-1", "pieces", "2", "cured", TODAY.toString())))
                .doesNotStartWith("/stores/lots/");
        takenIn("K50-PE", "A-1", 2, TODAY.minusYears(1));
        takenIn("k50-pe", "a-1", 3, TODAY.minusYears(1));
        assertThat(pieces("K50-PE", "A-1")).isEqualTo(5);
        assertThat(page("/stores?q=a-1")).contains("A-1").contains("K50-PE");
    }

    @Test
    @DisplayName(
            "At the count: expired and quarantined lots are refused, unknown ones want a reason; what is taken goes off the books and comes back with the count")
    void countIn() throws Exception {
        int good = takenIn("K50-PE", "GOOD-1", 1, TODAY.minusYears(2));
        takenIn("K50-PE", "OLD-1", 4, TODAY.minusYears(11));
        int bad = takenIn("K50-PE", "BAD-1", 4, TODAY.minusYears(1));
        sent("tessa", "TECHNICIAN", "/stores/lots/" + bad + "/quarantine", Map.of("reason", "sticky in the bag"));
        int job = atTheCount("TS-005");
        String kit = jobs.view(job).orElseThrow().supplies().kit().orElseThrow().id();
        assertThat(kit).isEqualTo("K50-PE");
        assertThat(web.perform(get("/jobs/" + job).with(user("tessa").roles("TECHNICIAN")))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .as("the one that expires first")
                .contains("Take lot ");
        assertThat(counted(job, Map.of("lot.kit", "OLD-1")))
                .contains("passed its shelf life")
                .contains("GOOD-1");
        assertThat(counted(job, Map.of("lot.kit", "bad-1"))).contains("in quarantine: sticky in the bag");
        assertThat(counted(job, Map.of("lot.kit", "OLD-1", "instead.lot.kit", "it looks fine")))
                .as("no reason makes it young")
                .contains("passed its shelf life");
        assertThat(counted(job, Map.of("lot.kit", "NOBODY-1")))
                .contains("The stores know no lot NOBODY-1")
                .contains("Why this one all the same");
        Step counting = bench.current(job).orElseThrow();
        counted(job, Map.of("lot.kit", "GOOD-1"));
        assertThat(bench.current(job)).isNotEqualTo(Optional.of(counting));
        assertThat(pieces("K50-PE", "GOOD-1")).isZero();
        sent(
                "tessa",
                "TECHNICIAN",
                "/jobs/" + job + "/take-back",
                Map.of("entryId", UUID.randomUUID().toString(), "reason", "miscounted"));
        assertThat(pieces("K50-PE", "GOOD-1")).isEqualTo(1);
        counted(job, Map.of("lot.kit", "GOOD-1"));
        assertThat(page("/stores/lots/" + good)).contains("taken for a job").contains("came back from a job");
    }

    @Test
    @DisplayName(
            "Another article may stand in with a reason, and is on the report and off the books; one of another material or size, a kit, or a number nobody knows may not")
    void substitutes() throws Exception {
        int job = atTheCount("TS-021", "renew-bush");
        JobView view = jobs.view(job).orElseThrow();
        Supplies.Piece loose = view.supplies().notInKit().stream()
                .filter(p -> !p.article().isEmpty())
                .findFirst()
                .orElseThrow();
        Items.Item same = items.all().stream()
                .filter(i -> !i.kit()
                        && !i.number().equals(loose.article())
                        && i.name().equals(loose.name())
                        && i.materials().contains(loose.material())
                        && items.substitute(loose, i.number()).refused().isEmpty())
                .findFirst()
                .orElseThrow();
        takenIn(same.number(), "SUB-1", 1, TODAY.minusYears(1));
        String field = "article." + loose.part();
        Map<String, String> typed = reasons(job);
        typed.remove("instead.lot." + loose.part());
        typed.put("lot.kit", "KIT-9");
        typed.put("lot." + loose.part(), "SUB-1");
        for (Map.Entry<String, String> bad : Map.of(
                        "NOBODY",
                        "No type sheet has an article",
                        "K50-PE",
                        "That is a kit",
                        otherMaterial(loose),
                        "Another material is a change of the valve")
                .entrySet()) {
            typed.put(field, bad.getKey());
            assertThat(counted(job, typed)).contains(bad.getValue());
        }
        typed.put(field, same.number());
        assertThat(counted(job, typed)).contains("It is another article than its sheet names");
        typed.put("instead.lot." + loose.part(), "same drawing, other maker number");
        Step counting = bench.current(job).orElseThrow();
        assertThat(counted(job, typed)).doesNotContain("role=\"alert\">");
        assertThat(bench.current(job)).isNotEqualTo(Optional.of(counting));
        assertThat(pieces(same.number(), "SUB-1")).isZero();
        assertThat(jobs.view(job).orElseThrow().countedIn()).anySatisfy(c -> {
            assertThat(c.article()).isEqualTo(same.number());
            assertThat(c.instead()).isEqualTo("same drawing, other maker number");
        });
    }

    private String otherMaterial(Supplies.Piece piece) {
        return items.all().stream()
                .filter(i -> !i.kit()
                        && i.name().equals(piece.name())
                        && !i.materials().contains(piece.material()))
                .map(Items.Item::number)
                .findFirst()
                .orElseGet(() -> items.all().stream()
                        .filter(i -> !i.kit() && !i.materials().contains(piece.material()))
                        .findFirst()
                        .orElseThrow()
                        .number());
    }

    @Test
    @DisplayName(
            "A lot that is called back: nobody takes from it, the valves that have it are shown in their lines, and each gets one job")
    void recall() throws Exception {
        takenIn("K50-PE", "RECALL-1", 5, TODAY.minusYears(1));
        for (String tag : new String[] {"TS-006", "TS-007"}) {
            int job = atTheCount(tag);
            counted(job, Map.of("lot.kit", "RECALL-1"));
            while (bench.current(job).isPresent()) {
                bench.confirm(job, "tessa");
            }
            bench.close(job, "tessa");
        }
        String trace = page("/stores/trace?lot=recall-1");
        assertThat(trace).contains("2 valves have").contains("TS-006").contains("hit-by");
        assertThat(sent(
                        "pia",
                        "PLANNER",
                        "/stores/recall",
                        Map.of(
                                "lot",
                                "RECALL-1",
                                "reason",
                                "",
                                "due",
                                TODAY.plusDays(7).toString())))
                .contains("Say in a few words why");
        String raised = sent(
                "pia",
                "PLANNER",
                "/stores/recall",
                Map.of(
                        "lot",
                        "RECALL-1",
                        "reason",
                        "seals crack",
                        "due",
                        TODAY.plusDays(7).toString()));
        assertThat(raised).contains("2 jobs are planned").contains("quarantine: seals crack");
        assertThat(jdbc.queryForObject(
                        "select count(*) from job j join valve v on v.id = j.valve_id where v.tag in ('TS-006', 'TS-007') and j.state = 'PLANNED'",
                        Integer.class))
                .isEqualTo(2);
        assertThat(sent(
                        "pia",
                        "PLANNER",
                        "/stores/recall",
                        Map.of(
                                "lot",
                                "RECALL-1",
                                "reason",
                                "again",
                                "due",
                                TODAY.plusDays(7).toString())))
                .contains("0 jobs are planned")
                .contains("is planned on it already");
        assertThat(page("/stores/needed")).contains("TS-006").contains("short of 1");
        // tracing back from the valve, and the grease on it
        assertThat(page("/valves/TS-006/parts")).contains("RECALL-1");
    }

    @Test
    @DisplayName(
            "A reading is taken with a tool that is in calibration; one that is found out shows every reading it stands behind")
    void tools() throws Exception {
        Map<String, String> wrench = new HashMap<>(Map.of(
                "number",
                "W-1",
                "kind",
                "TORQUE_WRENCH",
                "name",
                "5 to 25 N·m",
                "months",
                "12",
                "calibrated",
                TODAY.minusMonths(14).toString()));
        assertThat(sent("pia", "PLANNER", "/stores/tools", wrench)).isEqualTo("/stores/tools");
        assertThat(sent("pia", "PLANNER", "/stores/tools", wrench))
                .contains("There is a tool with that number already");
        int job = bench.begin("TS-008", "inspect", "tessa");
        while (bench.current(job).orElseThrow().asks().stream()
                .noneMatch(a ->
                        a.dimension().filter(d -> d.name().equals("TORQUE")).isPresent())) {
            bench.confirm(job, "tessa", bench.current(job).orElseThrow().kitCount() ? reasons(job) : Map.of());
        }
        Step torque = bench.current(job).orElseThrow();
        Map<String, String> typed = Map.of(
                "entryId",
                UUID.randomUUID().toString(),
                "reading." + torque.asks().get(0).id(),
                "50 N·m",
                "tool.TORQUE_WRENCH",
                "W-1");
        assertThat(sent("tessa", "TECHNICIAN", "/jobs/" + job + "/steps/" + torque.id(), typed))
                .contains("W-1 is not to be used: calibration overdue");
        int id = jdbc.queryForObject("select id from measuring_tool where number = 'W-1'", Integer.class);
        sent(
                "pia",
                "PLANNER",
                "/stores/tools/" + id + "/calibrated",
                Map.of("on", TODAY.toString(), "found", "good", "certificate", "C-77"));
        bench.confirm(job, "tessa", Map.of("tool.TORQUE_WRENCH", "W-1"));
        sent(
                "pia",
                "PLANNER",
                "/stores/tools/" + id + "/calibrated",
                Map.of("on", TODAY.toString(), "found", "out", "certificate", "C-78"));
        assertThat(page("/stores/tools/" + id))
                .contains("look at these again")
                .contains("TS-008")
                .contains(torque.asks().get(0).ask());
        sent("pia", "PLANNER", "/stores/tools/" + id + "/retired", Map.of());
    }

    @Test
    @DisplayName(
            "A certificate is a PDF or a picture by what is in it; it is given out to be saved only, under a harmless name")
    void certificate() throws Exception {
        int lot = takenIn("K50-PE", "CERT-1", 1, TODAY.minusYears(1));
        MockMultipartFile page = new MockMultipartFile(
                "file", "c.pdf", "application/pdf", "<html><script>alert(1)</script>".getBytes(StandardCharsets.UTF_8));
        assertThat(web.perform(multipart("/stores/lots/" + lot + "/certificate")
                                .file(page)
                                .with(user("tessa").roles("TECHNICIAN"))
                                .with(csrf()))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("A PDF or a photo");
        MockMultipartFile pdf = new MockMultipartFile(
                "file", "../../etc/<b>passwd.pdf", "text/html", "%PDF-1.7 made up".getBytes(StandardCharsets.UTF_8));
        web.perform(multipart("/stores/lots/" + lot + "/certificate")
                        .file(pdf)
                        .with(user("tessa").roles("TECHNICIAN"))
                        .with(csrf()))
                .andExpect(status().is3xxRedirection());
        var given = web.perform(get("/stores/lots/" + lot + "/certificate").with(user("tessa")))
                .andReturn()
                .getResponse();
        assertThat(given.getHeader("Content-Disposition")).isEqualTo("attachment; filename=\"etc-b-passwd.pdf\"");
        assertThat(given.getContentType()).isEqualTo("application/pdf");
        assertThat(given.getHeader("Content-Security-Policy")).contains("sandbox");
        // a good lot, released again by a planner; a technician does not release
        sent("tessa", "TECHNICIAN", "/stores/lots/" + lot + "/quarantine", Map.of("reason", "smells"));
        sent("tessa", "TECHNICIAN", "/stores/lots/" + lot + "/release", Map.of());
        assertThat(page("/stores/lots/" + lot)).contains("In quarantine since");
        sent("pia", "PLANNER", "/stores/lots/" + lot + "/release", Map.of("released", "it was the glove"));
        assertThat(page("/stores/lots/" + lot)).as("not signed").contains("In quarantine since");
        sent(
                "pia",
                "PLANNER",
                "/stores/lots/" + lot + "/release",
                Map.of("released", "it was the glove", "password", TestSite.PASSWORD));
        assertThat(page("/stores/lots/" + lot)).doesNotContain("In quarantine since");
        assertThat(page("/stores/lots/" + lot))
                .contains("Pia Planner</b>", "releases it from quarantine", "it was the glove");
        // shelf life: looked at, and signed
        sent("tessa", "TECHNICIAN", "/stores/lots/" + lot + "/extend", Map.of("password", TestSite.PASSWORD));
        sent("tessa", "TECHNICIAN", "/stores/lots/" + lot + "/extend", Map.of("inspected", "no cracks"));
        assertThat(page("/stores/lots/" + lot)).doesNotContain("after an inspection on");
        sent(
                "tessa",
                "TECHNICIAN",
                "/stores/lots/" + lot + "/extend",
                Map.of("inspected", "no cracks", "password", TestSite.PASSWORD));
        assertThat(page("/stores/lots/" + lot))
                .contains("after an inspection on", "inspected it and extends its shelf life", "no cracks");
        sent(
                "tessa",
                "TECHNICIAN",
                "/stores/lots/" + lot + "/counted",
                Map.of("pieces", "0", "why", "bag torn", "scrapped", "yes"));
        assertThat(pieces("K50-PE", "CERT-1")).isZero();
    }

    @Test
    @DisplayName("The last piece of a lot is fitted without a word; one of which none is left by the books is doubted")
    void noneLeft(Stores stores) throws Exception {
        takenIn("K50-PE", "LAST-1", 1, TODAY.minusMonths(2));
        assertThat(stores.fitness("K50-PE", "LAST-1").doubt()).isEmpty();
        jdbc.update("update lot set pieces = 0 where lot = 'LAST-1'");
        Stores.Fitness none = stores.fitness("K50-PE", "LAST-1");
        assertThat(none.stop()).isEmpty();
        assertThat(none.doubt()).hasValue("By the books none of lot LAST-1 is left.");
    }
}
