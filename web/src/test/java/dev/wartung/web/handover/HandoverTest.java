package dev.wartung.web.handover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.time.LocalDate;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.web.servlet.MockMvc;

/** What the next shift is told. */
@ExtendWith(RunningApplication.class)
class HandoverTest {

    private final MockMvc web;
    private final Jobs jobs;

    HandoverTest(MockMvc web, Jobs jobs) {
        this.web = web;
        this.jobs = jobs;
    }

    private String page(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles("PLANNER")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    @Test
    @DisplayName(
            "Problems stand before what went as planned; nothing from before the moment; the list has what is due and what is on the bench")
    void told() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-024", "oil-actuator", "tessa");
        web.perform(post("/jobs/" + job + "/problem")
                .param("entryId", UUID.randomUUID().toString())
                .param("note", "The lantern is bent <b>here</b>, label says \"NO\"")
                .with(user("tessa").roles("TECHNICIAN"))
                .with(csrf()));
        web.perform(post("/valves/TS-025/plan")
                .param("work", "inspect")
                .param("due", LocalDate.now().toString())
                .with(user("pia").roles("PLANNER"))
                .with(csrf()));
        String told = page("/handover");
        assertThat(told.indexOf(
                        "noted a problem: The lantern is bent &lt;b&gt;here&lt;/b&gt;, label says &quot;NO&quot;"))
                .isPositive()
                .isLessThan(told.indexOf("took to the bench"));
        assertThat(told).contains("planned: Open and inspect").contains("TS-025");
        assertThat(page("/handover?since=2199-01-01T00:00")).contains("Nothing out of the ordinary");
        assertThat(page("/handover?since=yesterday")).contains("Choose a day and an hour");
        byte[] pdf = web.perform(get("/handover/bench-list.pdf").with(user("pia")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document))
                    .contains("TS-025")
                    .contains("Bench list");
        }
    }
}
