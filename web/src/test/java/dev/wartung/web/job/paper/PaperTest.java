package dev.wartung.web.job.paper;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.GoodAnswers;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** A job on paper: the card says all that the bench says, and what comes back is judged as at the bench. */
@ExtendWith(RunningApplication.class)
class PaperTest {

    private final MockMvc web;
    private final Jobs jobs;

    PaperTest(MockMvc web, Jobs jobs) {
        this.web = web;
        this.jobs = jobs;
    }

    private int planned(String tag) throws Exception {
        String to = web.perform(post("/valves/" + tag + "/plan")
                        .param("work", "inspect")
                        .param("due", "2199-01-01")
                        .with(user("tessa").roles("TECHNICIAN"))
                        .with(csrf()))
                .andReturn()
                .getResponse()
                .getRedirectedUrl();
        return Integer.parseInt(String.valueOf(to).replaceAll("\\D", ""));
    }

    private String sent(int job, UUID card, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request = post("/jobs/" + job + "/paper")
                .param("entryId", card.toString())
                .with(user("tessa").roles("TECHNICIAN"))
                .with(csrf());
        typed.forEach(request::param);
        var response = web.perform(request).andReturn().getResponse();
        return response.getRedirectedUrl() != null ? response.getRedirectedUrl() : response.getContentAsString();
    }

    /** The first steps of a card, filled in well. */
    private Map<String, String> card(int job, int steps) {
        JobView view = jobs.view(job).orElseThrow();
        Map<String, String> typed = new HashMap<>();
        for (Step step : view.progress().procedure().steps().subList(0, steps)) {
            typed.put("step." + step.id() + ".ticked", "yes");
            GoodAnswers.typed(view, step)
                    .forEach((field, value) -> typed.put("step." + step.id() + "." + field, value));
        }
        return typed;
    }

    @Test
    @DisplayName("The card holds every step, with its cautions and its lines to write on, and a code that leads back")
    void printed() throws Exception {
        int job = planned("TS-016");
        byte[] pdf = web.perform(
                        get("/jobs/" + job + "/card.pdf").with(user("tessa").roles("TECHNICIAN")))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            String text = new PDFTextStripper().getText(document).replaceAll("\\s+", " ");
            List<Step> steps =
                    jobs.view(job).orElseThrow().progress().procedure().steps();
            assertThat(steps).allSatisfy(s -> assertThat(text).contains(s.say().toString()));
            assertThat(steps).flatExtracting(Step::cautions).allSatisfy(c -> assertThat(text)
                    .contains(c.lead().toString()));
            assertThat(text).contains("TS-016", "Job " + job, "New parts left");
            // each technique once, with the steps that show it
            int lifts = steps.stream().map(Step::id).toList().indexOf("lift-insert") + 1;
            assertThat(text)
                    .contains("What the hands do", "Lifted and lowered straight step " + lifts + " · Askew, the stem")
                    .contains("WRONG: Askew: seat and bush are marked");
        }
    }

    @Test
    @DisplayName("Entered all together or not at all, once however often it is sent, and judged as at the bench")
    void entered() throws Exception {
        int job = planned("TS-017");
        UUID id = UUID.randomUUID();
        assertThat(sent(job, id, Map.of())).contains("Tick the steps that were done");
        assertThat(jobs.view(job).orElseThrow().job().state())
                .as("nothing was begun")
                .isEqualTo(JobState.PLANNED);
        int steps = jobs.view(job).orElseThrow().progress().procedure().steps().size();
        Map<String, String> wrong = card(job, steps);
        Step measured = jobs.view(job).orElseThrow().progress().procedure().steps().stream()
                .filter(s -> s.asks().stream().anyMatch(a -> a instanceof Ask.Measurement))
                .reduce((a, b) -> b)
                .orElseThrow();
        String field = "step." + measured.id() + ".reading."
                + measured.asks().stream()
                        .filter(a -> a instanceof Ask.Measurement)
                        .findFirst()
                        .orElseThrow()
                        .id();
        wrong.put(field, "999");
        assertThat(sent(job, id, wrong)).contains("outside its limits").contains("value=\"999\"");
        wrong.put(field, "soft");
        sent(job, id, wrong);
        assertThat(jobs.view(job).orElseThrow().entries())
                .as("none of it is in")
                .isEmpty();
        assertThat(sent(job, id, card(job, 3))).isEqualTo("/jobs/" + job);
        assertThat(sent(job, id, card(job, 3))).contains("Tick the steps");
        assertThat(jobs.view(job).orElseThrow().progress().confirmed()).hasSize(3);
        assertThat(sent(job, UUID.randomUUID(), card(job, steps))).isEqualTo("/jobs/" + job);
        assertThat(jobs.view(job).orElseThrow().progress().current()).isEmpty();
    }

    @Test
    @DisplayName("On a line that is drawn the card names each lock, and each is ticked where it is entered, on and off")
    void locks(LineDrawings lines, Valves valves) throws Exception {
        for (String tag : List.of("LP-1", "LP-2")) {
            Valve valve = TestSite.valve(tag, Drive.NC);
            valve.isAt("on paper", "Paper hall", "P1", 1);
            valves.save(valve);
        }
        TessaAtWork.actAs("tessa");
        try {
            long line = lines.begin("Paper hall", "P1");
            lines.change(line, 1, l -> l.called("f1", "Tank P").called("f4", "Filler P"));
            assertThat(lines.walked(line, 2)).isTrue();
        } finally {
            SecurityContextHolder.clearContext();
        }
        int job = planned("LP-2");
        int steps = jobs.view(job).orElseThrow().progress().procedure().steps().size();
        Map<String, String> card = card(job, steps);
        card.put("step.lock-line.lock.LP-1", "yes");
        assertThat(sent(job, UUID.randomUUID(), card)).contains("Not taken off yet.");
        card.put("step.unlock-line.lock.LP-1", "yes");
        byte[] pdf = web.perform(
                        get("/jobs/" + job + "/card.pdf").with(user("tessa").roles("TECHNICIAN")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            assertThat(new PDFTextStripper().getText(document).replaceAll("\\s+", " "))
                    .contains("LP-1 Air off, let out and locked", "LP-1 own lock off", "Filler P is not held back");
        }
        assertThat(sent(job, UUID.randomUUID(), card)).isEqualTo("/jobs/" + job);
        assertThat(jobs.view(job).orElseThrow().progress().current()).isEmpty();
    }
}
