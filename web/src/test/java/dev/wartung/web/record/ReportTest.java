package dev.wartung.web.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** The report of a job that was begun and stopped, with text in it that tries to be more than text. */
@ExtendWith(RunningApplication.class)
class ReportTest {

    private static final String NASTY = "<script>alert(1)</script> & “drip” at Ø 49 ≤ 2 mm";

    private final MockMvc web;

    ReportTest(MockMvc web) {
        this.web = web;
    }

    private static MockHttpServletRequestBuilder tessa(MockHttpServletRequestBuilder request) {
        return request.with(user("tessa").roles("TECHNICIAN")).with(csrf());
    }

    private int stoppedJob(String tag) throws Exception {
        String to = web.perform(tessa(post("/valves/" + tag + "/plan"))
                        .param("work", "inspect")
                        .param("due", "2199-01-01"))
                .andReturn()
                .getResponse()
                .getRedirectedUrl();
        int number = Integer.parseInt(String.valueOf(to).replaceAll("\\D", ""));
        web.perform(get("/records/" + number).with(user("tessa"))).andExpect(status().isNotFound());
        web.perform(tessa(post("/jobs/" + number + "/start"))
                        .param("entryId", UUID.randomUUID().toString()))
                .andExpect(redirectedUrl("/jobs/" + number));
        web.perform(tessa(post("/jobs/" + number + "/steps/identify"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("reading.identity", "as on the job"))
                .andExpect(status().isOk());
        web.perform(tessa(post("/jobs/" + number + "/problem"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("note", NASTY))
                .andExpect(status().isOk());
        web.perform(tessa(post("/jobs/" + number + "/stop"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("reason", NASTY)
                        .param("stop.password", TestSite.PASSWORD))
                .andExpect(status().isOk());
        return number;
    }

    @Test
    @DisplayName("The page shows what happened, and text stays text")
    void page() throws Exception {
        int number = stoppedJob("TS-015");
        web.perform(tessa(get("/records/" + number)))
                .andExpect(content().string(containsString("stopped, out of service")))
                .andExpect(content().string(containsString("&lt;script&gt;alert(1)&lt;/script&gt;")))
                .andExpect(content().string(not(containsString("<script>alert"))));
        web.perform(tessa(get("/jobs/" + number))).andExpect(redirectedUrl("/records/" + number));
    }

    @Test
    @DisplayName("The PDF says the same as the page, every letter of it, and carries its fonts")
    void pdf() throws Exception {
        int number = stoppedJob("TS-016");
        byte[] bytes = web.perform(tessa(get("/records/" + number + ".pdf")))
                .andExpect(content().contentType("application/pdf"))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(bytes)) {
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            assertThat(text)
                    .contains(
                            "TS-016 · Open and inspect",
                            "job " + number,
                            "stopped, valve out of service",
                            "<script>alert(1)</script> &",
                            "Tessa Technician",
                            "Page 1 of",
                            "It does not say that the valve is safe")
                    .contains("Ø 49");
            document.getPages()
                    .forEach(page -> page.getResources().getFontNames().forEach(name -> {
                        try {
                            assertThat(page.getResources().getFont(name).isEmbedded())
                                    .as(name.getName())
                                    .isTrue();
                        } catch (IOException e) {
                            throw new UncheckedIOException(e);
                        }
                    }));
        }
    }

    @Test
    @DisplayName("An entry without an id, or with one that is none, is refused and nothing is recorded")
    void withoutId() throws Exception {
        int number = stoppedJob("TS-017");
        web.perform(tessa(post("/jobs/" + number + "/problem")).param("note", "x"))
                .andExpect(status().isBadRequest());
        web.perform(tessa(post("/jobs/" + number + "/problem"))
                        .param("entryId", "1")
                        .param("note", "x"))
                .andExpect(status().isBadRequest());
        web.perform(tessa(post("/jobs/999999/problem"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("note", "x"))
                .andExpect(status().isNotFound());
    }
}
