package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.RequestPostProcessor;

/** Somebody who reads inches finds none of the other on any page, and what they type is kept as the same amount. */
@ExtendWith(RunningApplication.class)
class UnitsTest {

    private static final RequestPostProcessor TESSA = user("tessa").roles("TECHNICIAN");
    private static final RequestPostProcessor THEO = user("theo").roles("TECHNICIAN");
    /**
     * An amount in a unit that a US reader does not read: a number, a space, the unit. Screws and pipes keep their
     * metric names.
     */
    private static final Pattern METRIC = Pattern.compile(
            "(?<![\\w×.-])(?<!M\\d × )\\d[\\d.,]* (?:mm|N·m|bar|mbar|N|kN|kg|°C|J|ml|mm³/s|µm|MPa)(?![\\w·/³²])");

    private final MockMvc web;
    private final BenchRun bench;

    UnitsTest(MockMvc web, Jobs jobs) {
        this.web = web;
        this.bench = new BenchRun(web, jobs);
    }

    @BeforeEach
    void theoReadsInches() throws Exception {
        web.perform(post("/me/units").param("units", "US").with(THEO).with(csrf()))
                .andExpect(status().is3xxRedirection());
    }

    /** Tools keep the size they are made in. */
    private static List<String> metric(String page) {
        String text = page.replaceAll("(?s)(<p class=\"chips\">.*?</p>)", " ")
                .concat(Pattern.compile("(?s)<p class=\"chips\">.*?</p>")
                        .matcher(page)
                        .results()
                        .map(r -> r.group().replaceAll("\\d[\\d.]* mm", ""))
                        .reduce("", String::concat));
        return METRIC.matcher(text.replaceAll("(?s)<script.*?</script>|<style.*?</style>|<[^>]*>", " ")
                        .replace("&nbsp;", " "))
                .results()
                .map(r -> r.group())
                .toList();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/valves/TS-001",
                "/valves/TS-001/plan?work=renew-product-seals",
                "/valves/TF-001/plan?work=renew-product-seals",
                "/valves/TF-003/plan?work=renew-diaphragm",
                "/valves/TS-002/fault?symptom=leak-stem",
                "/lab/bolt-up",
                "/lab/diaphragm-map",
                "/lab/spring-press",
                "/lab/leak-decay",
                "/lab/groove-fill",
                "/stores/greases"
            })
    @DisplayName("No page shows an amount in the other system")
    void pages(String path) throws Exception {
        assertThat(metric(web.perform(get(path).with(THEO))
                        .andExpect(status().isOk())
                        .andReturn()
                        .getResponse()
                        .getContentAsString()))
                .as(path)
                .isEmpty();
        assertThat(web.perform(get(path).with(TESSA)).andReturn().getResponse().getContentAsString())
                .doesNotContain("lbf·in");
    }

    @Test
    @DisplayName(
            "At every step of a whole job, in its report and its PDF, and what was typed in pounds is kept in newtons")
    void wholeJob() throws Exception {
        int number = bench.begin("TF-001", "renew-product-seals", "theo");
        int steps = 0;
        while (bench.current(number).isPresent()) {
            String page = web.perform(get("/jobs/" + number).with(THEO))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(metric(page))
                    .as(bench.current(number).orElseThrow().say().toString())
                    .isEmpty();
            bench.confirm(number, "theo");
            steps++;
        }
        assertThat(steps).isGreaterThan(25);
        bench.close(number, "theo");
        String report = web.perform(get("/records/" + number).with(THEO))
                .andExpect(content().string(containsString("lbf·in")))
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(metric(report)).isEmpty();
        byte[] pdf = web.perform(get("/records/" + number + ".pdf").with(THEO))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
        try (PDDocument document = Loader.loadPDF(pdf)) {
            String text = new PDFTextStripper().getText(document);
            assertThat(text).contains("lbf·in");
            assertThat(metric(text)).isEmpty();
        }
        Matcher torque = Pattern.compile("\\d[\\d.]* N·m")
                .matcher(web.perform(get("/records/" + number).with(TESSA))
                        .andReturn()
                        .getResponse()
                        .getContentAsString());
        assertThat(torque.find())
                .as("the same report for somebody who reads newton metre")
                .isTrue();
    }
}
