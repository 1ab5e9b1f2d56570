package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * Role by role: what each may send. Every address that changes something stands in the table; one that is forgotten
 * fails.
 */
@ExtendWith(RunningApplication.class)
class RolesTest {

    private static final Set<Role> ALL = EnumSet.allOf(Role.class);
    private static final Set<Role> HANDS = EnumSet.of(Role.TECHNICIAN);
    private static final Set<Role> WORK = EnumSet.of(Role.TECHNICIAN, Role.PLANNER);
    private static final Set<Role> PLANS = EnumSet.of(Role.PLANNER);
    private static final Set<Role> ARRANGE = EnumSet.of(Role.PLANNER, Role.ADMINISTRATOR);
    private static final Set<Role> REVIEW = EnumSet.of(Role.REVIEWER);
    private static final Map<Role, String> PEOPLE = new EnumMap<>(Map.of(
            Role.TECHNICIAN,
            "tessa",
            Role.PLANNER,
            "pia",
            Role.REVIEWER,
            "rita",
            Role.PROCESS_OWNER,
            "oskar",
            Role.ADMINISTRATOR,
            "ada"));

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;

    RolesTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
    }

    /**
     * The first beginning that fits decides. What the application itself narrows down further (the asker of a change,
     * one's own settings) is open here.
     */
    private static Map<String, Set<Role>> table() {
        Map<String, Set<Role>> table = new LinkedHashMap<>();
        table.put("/jobs/*/cancel", WORK);
        table.put("/jobs/", HANDS);
        table.put("/handheld", HANDS);
        table.put("/valves/*/plan", WORK);
        table.put("/valves/*/fault", WORK);
        table.put("/valves/*/photos", WORK);
        table.put("/valves/*/change", WORK);
        table.put("/valves/*/study", ALL);
        table.put("/valves/*/settling", HANDS);
        table.put("/valves/*/prove", HANDS);
        table.put("/proving/", HANDS);
        table.put("/change-requests/*/position", EnumSet.of(Role.PROCESS_OWNER));
        table.put("/change-requests/*/decision", REVIEW);
        table.put("/change-requests/*/plan", WORK);
        table.put("/change-requests/*/items", EnumSet.of(Role.TECHNICIAN, Role.PLANNER, Role.PROCESS_OWNER));
        table.put("/change-requests/", ALL);
        table.put("/changes/", REVIEW);
        table.put("/records/*/review", REVIEW);
        table.put("/records/", EnumSet.of(Role.TECHNICIAN, Role.REVIEWER));
        table.put("/people", EnumSet.of(Role.ADMINISTRATOR));
        table.put("/site", ARRANGE);
        table.put("/areas", PLANS);
        table.put("/register/", PLANS);
        table.put("/lines", PLANS);
        table.put("/notes/", PLANS);
        table.put("/types/*/draft/approve", EnumSet.of(Role.PLANNER, Role.REVIEWER));
        table.put("/types", PLANS);
        table.put("/benches/*/chamber", ARRANGE);
        table.put("/benches/*/hold", HANDS);
        table.put("/benches/*/let-go", HANDS);
        table.put("/benches", EnumSet.of(Role.ADMINISTRATOR));
        table.put("/stores/areas", PLANS);
        table.put("/stores/lead-time", PLANS);
        table.put("/stores/tools/*/retired", PLANS);
        table.put("/stores/lots/*/release", EnumSet.of(Role.PLANNER, Role.REVIEWER));
        table.put("/stores/", WORK);
        table.put("/due/rules", PLANS);
        table.put("/life/", PLANS);
        table.put("/due/", WORK);
        table.put("/practice", ALL);
        table.put("/shutdowns", PLANS);
        table.put("/exchange", ARRANGE);
        table.put("/api/v1/cycles", WORK);
        table.put("/api/", ALL);
        table.put("/me/", ALL);
        return table;
    }

    private Set<String> changing() {
        Set<String> addresses = new TreeSet<>();
        Objects.requireNonNull(web.getDispatcherServlet().getWebApplicationContext())
                .getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class)
                .getHandlerMethods()
                .forEach((info, method) -> {
                    if (method.getBeanType().getName().startsWith("dev.wartung")
                            && !info.getMethodsCondition().getMethods().stream()
                                    .allMatch(m -> m == RequestMethod.GET)) {
                        info.getPatternValues().forEach(addresses::add);
                    }
                });
        return addresses;
    }

    @Test
    @DisplayName("What a role may not send is refused before it is looked at, at every address there is")
    void everyAddress() throws Exception {
        Set<String> addresses = changing();
        assertThat(addresses).hasSizeGreaterThan(55);
        for (String address : addresses) {
            String path = address.replaceAll(
                            "\\{[^/]*?(id|run)[^/]*}",
                            address.contains("exchange") ? UUID.randomUUID().toString() : "999999")
                    .replaceAll("\\{number[^/]*}(\\d)?", "999999")
                    .replaceAll("\\{tag}", "NO-SUCH")
                    .replaceAll("\\{[^/]*}", "999999")
                    .replaceAll("/999999[^/]*}", "/999999");
            Set<Role> allowed = table().entrySet().stream()
                    .filter(e -> path.matches(e.getKey().replace("*", "[^/]+") + ".*"))
                    .findFirst()
                    .map(Map.Entry::getValue)
                    .orElseThrow(() -> new AssertionError(address + " is not in the table"));
            for (Role role : Role.values()) {
                int status = web.perform(post(path)
                                .with(user(PEOPLE.get(role)).roles(role.name()))
                                .with(csrf()))
                        .andReturn()
                        .getResponse()
                        .getStatus();
                assertThat(status == 403)
                        .as(role + " at " + path + ": " + status)
                        .isEqualTo(!allowed.contains(role));
                assertThat(status).as(role + " at " + path).isLessThan(500);
            }
            assertThat(web.perform(post(path).with(csrf()))
                            .andReturn()
                            .getResponse()
                            .getStatus())
                    .as("nobody at " + path)
                    .isIn(302, 401);
            if (!path.startsWith("/api/")) {
                assertThat(web.perform(post(path)
                                        .with(user("tessa")
                                                .roles(
                                                        Role.TECHNICIAN.name(),
                                                        Role.PLANNER.name(),
                                                        Role.REVIEWER.name(),
                                                        Role.PROCESS_OWNER.name())))
                                .andReturn()
                                .getResponse()
                                .getStatus())
                        .as("a forged form at " + path)
                        .isEqualTo(403);
            }
        }
    }

    @Test
    @DisplayName("Somebody else's job is not touched by calling its addresses, and an ended one by nobody")
    void othersJobs() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-018", "oil-actuator", "tessa");
        String step = bench.current(job).orElseThrow().id();
        for (String what : new String[] {
            "steps/" + step,
            "problem",
            "take-back",
            "close-up",
            "stop",
            "close",
            "correct",
            "paper",
            "findings",
            "findings/seal"
        }) {
            web.perform(post("/jobs/" + job + "/" + what)
                    .with(user("theo").roles("TECHNICIAN"))
                    .with(csrf())
                    .param("entryId", UUID.randomUUID().toString())
                    .param("note", "mine now")
                    .param("reason", "mine now")
                    .param("bin", "0")
                    .param("bag", "0")
                    .param("password", TestSite.PASSWORD)
                    .param("step." + step + ".ticked", "yes"));
        }
        assertThat(jobs.view(job).orElseThrow().entries()).hasSize(1);
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "tessa");
        }
        bench.close(job, "tessa");
        int entries = jobs.view(job).orElseThrow().entries().size();
        for (String what : new String[] {"problem", "stop", "close-up", "take-over", "start", "cancel"}) {
            web.perform(post("/jobs/" + job + "/" + what)
                    .with(user("tessa").roles("TECHNICIAN"))
                    .with(csrf())
                    .param("entryId", UUID.randomUUID().toString())
                    .param("note", "later")
                    .param("reason", "later"));
        }
        assertThat(jobs.view(job).orElseThrow().entries()).hasSize(entries);
        assertThat(web.perform(get("/records/audit").with(user("tessa").roles("TECHNICIAN")))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(403);
        assertThat(jdbc.queryForObject("select state from job where number = ?", String.class, job))
                .isEqualTo("CLOSED");
    }
}
