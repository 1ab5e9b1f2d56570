package dev.wartung.web.job.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.RequestPostProcessor;
import tools.jackson.databind.json.JsonMapper;

/** Who may judge, what is kept of it, and that text stays text. */
@ExtendWith(RunningApplication.class)
class FindingsAccessTest {

    private static final RequestPostProcessor TESSA = user("tessa").roles("TECHNICIAN");
    private static final RequestPostProcessor THEO = user("theo").roles("TECHNICIAN");
    private static final RequestPostProcessor RITA = user("rita").roles("REVIEWER");
    private static final String NASTY = "<img src=x onerror=alert(1)>";

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;
    private final JsonMapper json;
    private final BenchRun bench;

    FindingsAccessTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc, JsonMapper json) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
        this.json = json;
        this.bench = new BenchRun(web, jobs);
    }

    /** A job with its plug seal in the bin. */
    private int stripped(String tag) throws Exception {
        int number = bench.begin(tag, "renew-product-seals", "tessa");
        while (jobs.view(number).orElseThrow().progress().confirmed().stream()
                .noneMatch(c -> c.step().acts().contains(Act.of(Verb.BIN, "plug-seal")))) {
            bench.confirm(number, "tessa");
        }
        return number;
    }

    private static byte[] photo() throws Exception {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB), "png", png);
        return png.toByteArray();
    }

    private String find(int number, RequestPostProcessor by, byte[] photo) throws Exception {
        return web.perform(multipart("/jobs/" + number + "/findings")
                        .file(new MockMultipartFile("photo", "x.png", "image/png", photo))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("part", "stem")
                        .param("point", "sealing-path")
                        .param("kind", "scratch")
                        .param("size", "0.02 mm")
                        .param("direction", "ALONG")
                        .param("where", NASTY)
                        .param("note", NASTY)
                        .with(by)
                        .with(csrf()))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    @DisplayName(
            "A finding with its photo is on page, report and PDF, as text; its photo is for those logged in, and nobody can change it")
    void kept() throws Exception {
        int number = stripped("TS-010");
        assertThat(find(number, TESSA, photo()))
                .contains("Rework it")
                .contains("&lt;img src=x")
                .doesNotContain(NASTY);
        String id = jobs.view(number)
                .orElseThrow()
                .judgement()
                .findings()
                .get(0)
                .photo()
                .orElseThrow();
        web.perform(get("/photos/" + id).with(RITA))
                .andExpect(status().isOk())
                .andExpect(content().contentType("image/jpeg"))
                .andExpect(header().string("X-Content-Type-Options", "nosniff"));
        web.perform(get("/photos/" + id)).andExpect(redirectedUrl("/login"));
        web.perform(get("/photos/" + UUID.randomUUID()).with(RITA)).andExpect(status().isNotFound());
        assertThatThrownBy(() -> jdbc.update("update photo set width = 1")).isInstanceOf(DataAccessException.class);
        web.perform(post("/jobs/" + number + "/stop")
                .param("entryId", UUID.randomUUID().toString())
                .param("reason", "end of shift")
                .param("stop.password", TestSite.PASSWORD)
                .with(TESSA)
                .with(csrf()));
        web.perform(get("/records/" + number).with(RITA))
                .andExpect(content().string(containsString("rework, then look again")))
                .andExpect(content().string(containsString("data:image/jpeg;base64,")))
                .andExpect(content().string(not(containsString(NASTY))));
        assertThat(web.perform(get("/records/" + number + ".pdf").with(RITA))
                        .andReturn()
                        .getResponse()
                        .getContentAsByteArray()
                        .length)
                .isGreaterThan(10_000);
        web.perform(get("/jobs/" + number + "/findings").with(RITA))
                .andExpect(status().isOk())
                .andExpect(content().string(not(containsString("What do you find?"))));
    }

    @Test
    @DisplayName("Only whoever holds the bench judges; others are told, and a reviewer is not let in at all")
    void onlyTheHolder() throws Exception {
        int number = stripped("TS-011");
        assertThat(find(number, THEO, new byte[0])).contains("The bench is held by Tessa Technician");
        assertThat(jobs.view(number).orElseThrow().judgement().findings()).isEmpty();
        web.perform(post("/jobs/" + number + "/findings/seal")
                        .param("entryId", UUID.randomUUID().toString())
                        .param("seal", "plug-seal")
                        .param("appearance", "flat")
                        .with(RITA)
                        .with(csrf()))
                .andExpect(status().isForbidden());
        web.perform(get("/jobs/999999/findings").with(TESSA)).andExpect(status().isNotFound());
        web.perform(post("/jobs/" + number + "/findings/check")
                        .param("entryId", UUID.randomUUID().toString())
                        .param("check", "none")
                        .param("answer", "x")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(content().string(containsString("answered already")));
    }

    @Test
    @DisplayName(
            "The finder answers what is none with a plain refusal, and plans nothing on a valve that is on the bench")
    void fault() throws Exception {
        web.perform(post("/valves/TS-012/fault")
                        .param("symptom", "haunted")
                        .param("cause", "stem-seal")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(status().isBadRequest());
        web.perform(post("/valves/TS-012/fault")
                        .param("symptom", "leak-stem")
                        .param("cause", "pilot-valve")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(status().isBadRequest());
        web.perform(post("/valves/TS-012/fault")
                        .param("symptom", "leak-stem")
                        .param("cause", "stem-seal")
                        .with(RITA)
                        .with(csrf()))
                .andExpect(status().isForbidden());
        web.perform(get("/valves/TS-012/fault")
                        .param("symptom", "haunted")
                        .param("q.what", "air")
                        .with(TESSA))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("Choose what you see")));
        web.perform(get("/valves/XX-999/fault").with(TESSA)).andExpect(status().isNotFound());
        stripped("TS-012");
        web.perform(get("/valves/TS-012/fault").param("symptom", "leak-stem").with(TESSA))
                .andExpect(content().string(not(containsString("Plan: renew"))));
        web.perform(post("/valves/TS-012/fault")
                        .param("symptom", "leak-stem")
                        .param("cause", "stem-seal")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(status().isBadRequest());
    }

    @Test
    @DisplayName(
            "A job waiting for a part says so on Today; a joint's look needs a technician and a number that makes sense")
    void waitingAndLooking() throws Exception {
        int number = stripped("TS-013");
        web.perform(multipart("/jobs/" + number + "/findings")
                        .param("entryId", UUID.randomUUID().toString())
                        .param("part", "stem")
                        .param("point", "sealing-path")
                        .param("kind", "scratch")
                        .param("size", "1 mm")
                        .param("direction", "ACROSS")
                        .param("at-hand", "no")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(content().string(containsString("Waits for")));
        web.perform(get("/").with(TESSA)).andExpect(content().string(containsString("Waits for: Stem")));
        web.perform(post("/valves/TF-003/settling")
                        .param("entryId", UUID.randomUUID().toString())
                        .param("TORQUE", "2")
                        .with(RITA)
                        .with(csrf()))
                .andExpect(status().isForbidden());
        web.perform(get("/valves/TF-003/settling").with(TESSA))
                .andExpect(content().string(containsString("No bolt-up of this valve is on record")));
        web.perform(get("/valves/XX-999/settling").with(TESSA)).andExpect(status().isNotFound());
    }
}
