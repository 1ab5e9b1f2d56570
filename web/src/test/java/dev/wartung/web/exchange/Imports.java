package dev.wartung.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import dev.wartung.web.app.TestSite;
import java.nio.charset.StandardCharsets;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;

/** A planner with a file: tries it, takes it in, waits until it is. */
public final class Imports {

    private final MockMvc web;
    private final JdbcTemplate jdbc;

    public Imports(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    /** The dry run. */
    public MockHttpServletResponse tried(String kind, String name, byte[] content) throws Exception {
        return web.perform(multipart("/exchange")
                        .file(new MockMultipartFile("file", name, "text/csv", content))
                        .param("kind", kind)
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf()))
                .andReturn()
                .getResponse();
    }

    /** The page a dry run answers with. */
    public String tried(String kind, String content) throws Exception {
        MockHttpServletResponse answer = tried(kind, "../x/data.csv", content.getBytes(StandardCharsets.UTF_8));
        assertThat(answer.getStatus()).isEqualTo(200);
        return answer.getContentAsString();
    }

    /**
     * Takes in what a dry run found no problem with.
     *
     * @return how it ended, and what was said of it
     */
    public String takenIn(String page) throws Exception {
        UUID id = draft(page);
        begin(id);
        String ended = ended(id);
        web.perform(get("/exchange/" + id).with(user("pia").roles("PLANNER")));
        return ended;
    }

    void begin(UUID id) throws Exception {
        begin(id, TestSite.PASSWORD);
    }

    /** Where it leads, or the page that says why not. */
    String begin(UUID id, String password) throws Exception {
        MockHttpServletResponse answer = web.perform(post("/exchange/" + id + "/take-in")
                        .param("password", password)
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf()))
                .andReturn()
                .getResponse();
        return answer.getRedirectedUrl() == null ? answer.getContentAsString() : answer.getRedirectedUrl();
    }

    /** What a dry run kept to be taken in. */
    UUID draft(String page) {
        Matcher draft = Pattern.compile("/exchange/([0-9a-f-]{36})/take-in").matcher(page);
        assertThat(draft.find()).as(page).isTrue();
        return UUID.fromString(draft.group(1));
    }

    /** How it ended, and what was said of it. */
    String ended(UUID id) throws InterruptedException {
        String ended = "RUNNING";
        // ten thousand rows beside eight busy processes take more than a minute
        for (int i = 0; i < 30_000 && ended.startsWith("RUNNING"); i++) {
            Thread.sleep(10);
            ended = String.valueOf(jdbc.queryForObject(
                    "select trim(state || ' ' || said) from import_draft where id = ?", String.class, id));
        }
        return ended;
    }
}
