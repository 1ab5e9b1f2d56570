package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.core.measure.Unit;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.account.Signing;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.closing.ClosingDesk;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/**
 * A job worked through by requests, without a browser; answers are typed with their units, so that anybody's reading of
 * bare numbers does not matter.
 */
public final class BenchRun {

    private final MockMvc web;
    private final Jobs jobs;

    public BenchRun(MockMvc web, Jobs jobs) {
        this.web = web;
        this.jobs = jobs;
    }

    private static MockHttpServletRequestBuilder as(String name, String path) {
        return post(path)
                .with(user(name).roles("TECHNICIAN"))
                .with(csrf())
                .param("entryId", UUID.randomUUID().toString());
    }

    public int begin(String tag, String work, String name) throws Exception {
        String to = web.perform(
                        as(name, "/valves/" + tag + "/plan").param("work", work).param("due", "2199-01-01"))
                .andReturn()
                .getResponse()
                .getRedirectedUrl();
        int number = Integer.parseInt(String.valueOf(to).replaceAll("\\D", ""));
        web.perform(as(name, "/jobs/" + number + "/start")).andExpect(status().is3xxRedirection());
        return number;
    }

    public Optional<Step> current(int number) {
        return jobs.view(number).orElseThrow().progress().current();
    }

    public void confirm(int number, String name) throws Exception {
        confirm(number, name, Map.of());
    }

    /** Takes a planned job to the bench. */
    public void start(int number, String name) throws Exception {
        web.perform(as(name, "/jobs/" + number + "/start")).andExpect(status().is3xxRedirection());
    }

    /** @param also further fields, for instance the second person's */
    public void confirm(int number, String name, Map<String, String> also) throws Exception {
        JobView view = jobs.view(number).orElseThrow();
        Step step = view.progress().current().orElseThrow();
        MockHttpServletRequestBuilder request = as(name, "/jobs/" + number + "/steps/" + step.id());
        Map<String, String> typed = answers(view, step);
        typed.putAll(also);
        typed.forEach(request::param);
        web.perform(request).andExpect(status().isOk());
        assertThat(current(number).map(Step::id)).as(step.say().toString()).isNotEqualTo(Optional.of(step.id()));
    }

    /** What is typed at the current step where all is well. */
    public Map<String, String> answers(int number) {
        JobView view = jobs.view(number).orElseThrow();
        return answers(view, view.progress().current().orElseThrow());
    }

    private static Map<String, String> answers(JobView view, Step step) {
        Map<String, String> typed = new HashMap<>(GoodAnswers.typed(view, step));
        typed.replaceAll((field, value) -> withUnit(step, field, value));
        return typed;
    }

    /** A list of turns is torque at the bolt, whoever reads; every other number is said in its own unit. */
    private static String withUnit(Step step, String field, String value) {
        return step.asks().stream()
                .filter(a -> a.dimension().isPresent()
                        && !value.contains(";")
                        && field.startsWith(StepFields.READING + a.id()))
                .findFirst()
                .map(a -> value + " " + Unit.metric(a.dimension().orElseThrow()).symbol())
                .orElse(value);
    }

    /** Tries to close a job with the right counts; what the page says. */
    public String tryToClose(int number, String name) throws Exception {
        MockHttpServletRequestBuilder request = as(name, "/jobs/" + number + "/close");
        closing(number).forEach(request::param);
        return web.perform(request)
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }

    /** What is typed to close a job, with the counts as they are. */
    public Map<String, String> closing(int number) {
        JobView view = jobs.view(number).orElseThrow();
        return closing(String.valueOf(view.progress().oldOut().done()), String.valueOf(ClosingDesk.leftOver(view)), "");
    }

    /** What is typed to close a job, signed by whoever is at work and, where it takes two, by the reviewer. */
    public static Map<String, String> closing(String bin, String bag, String remark) {
        return Map.of(
                "bin",
                bin,
                "bag",
                bag,
                "left",
                "scrapped",
                "remark",
                remark,
                Signing.PASSWORD,
                TestSite.PASSWORD,
                Signing.SECOND_NAME,
                "rita",
                Signing.SECOND_PASSWORD,
                TestSite.PASSWORD);
    }

    public void close(int number, String name) throws Exception {
        tryToClose(number, name);
        assertThat(jobs.view(number).orElseThrow().job().state()).isEqualTo(JobState.CLOSED);
    }
}
