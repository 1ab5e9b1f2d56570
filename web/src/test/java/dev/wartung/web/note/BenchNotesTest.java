package dev.wartung.web.note;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** What technicians leave at a step stands there for the next one, once a planner keeps it. */
@ExtendWith(RunningApplication.class)
class BenchNotesTest {

    private final MockMvc web;
    private final Jobs jobs;
    private final Valves valves;
    private final JdbcTemplate jdbc;

    BenchNotesTest(MockMvc web, Jobs jobs, Valves valves, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.valves = valves;
        this.jdbc = jdbc;
    }

    @BeforeEach
    void valves() {
        jdbc.update("delete from bench_note");
    }

    /** A job on a valve of its own, at its first step. */
    private int begun(String tag, String line) throws Exception {
        Valve valve = TestSite.valve(tag, Drive.NC);
        valve.isAt("notes", "Note hall", line, 1);
        valves.save(valve);
        return new BenchRun(web, jobs).begin(tag, "inspect", "tessa");
    }

    private MockHttpServletResponse leaves(int job, UUID entry, String words, String place, boolean caution)
            throws Exception {
        MockHttpServletRequestBuilder request = post("/jobs/" + job + "/note")
                .header("HX-Request", "true")
                .with(user("tessa").roles("TECHNICIAN"))
                .with(csrf())
                .param("entryId", entry.toString())
                .param("note.words", words)
                .param("note.place", place);
        if (caution) {
            request.param("note.caution", "yes");
        }
        return web.perform(request).andReturn().getResponse();
    }

    private void decides(String what) throws Exception {
        Long id = jdbc.queryForObject("select max(id) from bench_note", Long.class);
        assertThat(web.perform(post("/notes/" + id + "/" + what)
                                .with(user("pia").roles("PLANNER"))
                                .with(csrf()))
                        .andReturn()
                        .getResponse()
                        .getStatus())
                .isEqualTo(302);
    }

    private String shown(String path) throws Exception {
        return web.perform(get(path).with(user("tessa").roles("TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8);
    }

    @Test
    @DisplayName(
            "Left at a step, kept by a planner: then it stands at that step of every valve it counts for, on the card too")
    void kept() throws Exception {
        int job = begun("BN-1", "N1");
        UUID entry = UUID.randomUUID();
        assertThat(leaves(job, entry, "The drain is behind tank 2", "LINE", false)
                        .getContentAsString(StandardCharsets.UTF_8))
                .contains("Left. It stands here once a planner keeps it.");
        leaves(job, entry, "The drain is behind tank 2", "LINE", false);
        assertThat(jdbc.queryForObject("select count(*) from bench_note", Integer.class))
                .as("sent twice")
                .isEqualTo(1);
        assertThat(shown("/jobs/" + job)).doesNotContain("behind tank 2</span>");
        assertThat(shown("/notes")).contains("behind tank 2").contains("waits for a planner");
        decides("keep");
        int beside = begun("BN-2", "N1");
        int elsewhere = begun("BN-3", "N2");
        assertThat(shown("/jobs/" + beside)).contains("From the bench.").contains("behind tank 2");
        assertThat(shown("/jobs/" + elsewhere)).doesNotContain("behind tank 2");
        byte[] pdf = web.perform(
                        get("/jobs/" + beside + "/card.pdf").with(user("tessa").roles("TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document).replaceAll("\\s+", " "))
                    .contains("From the bench. The drain is behind tank 2 (Tessa Technician)");
        }
        decides("drop");
        assertThat(shown("/jobs/" + beside)).doesNotContain("behind tank 2");
        assertThat(jdbc.queryForObject("select count(*) from bench_note", Integer.class))
                .as("nothing of it is lost")
                .isEqualTo(1);
    }

    @Test
    @DisplayName("A caution of the plant stands with the shipped ones and takes none away; without words it is told so")
    void caution() throws Exception {
        int job = begun("BN-4", "N4");
        String before = shown("/jobs/" + job);
        assertThat(leaves(job, UUID.randomUUID(), " ", "VALVE", true).getContentAsString(StandardCharsets.UTF_8))
                .contains("Write what whoever stands here next should know.");
        assertThat(leaves(job, UUID.randomUUID(), "x".repeat(401), "VALVE", true)
                        .getContentAsString(StandardCharsets.UTF_8))
                .contains("Keep it under 400 letters.");
        leaves(job, UUID.randomUUID(), "The grating is loose", "FAMILY", true);
        decides("keep");
        String after = shown("/jobs/" + job);
        assertThat(after).contains("Of this plant.").contains("The grating is loose");
        assertThat(after.split("class=\"caution\"", -1)).hasSize(before.split("class=\"caution\"", -1).length + 1);
    }
}
