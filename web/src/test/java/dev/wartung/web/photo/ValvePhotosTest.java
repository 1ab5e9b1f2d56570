package dev.wartung.web.photo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.FilePayload;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.valve.Valves;
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
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.RequestPostProcessor;

/** Photos of a valve are shown where it is identified; those of a note with the note. */
@ExtendWith({RunningApplication.class, Browser.class})
class ValvePhotosTest {

    private static final RequestPostProcessor TESSA = user("tessa").roles("TECHNICIAN");

    private final MockMvc web;
    private final Jobs jobs;
    private final Valves valves;
    private final JdbcTemplate jdbc;

    ValvePhotosTest(MockMvc web, Jobs jobs, Valves valves, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.valves = valves;
        this.jdbc = jdbc;
    }

    private static byte[] png(int width) throws Exception {
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(width, 30, BufferedImage.TYPE_INT_RGB), "png", png);
        return png.toByteArray();
    }

    private ResultActions sends(String tag, UUID entry, String shows, byte[] photo, RequestPostProcessor by)
            throws Exception {
        return web.perform(multipart("/valves/" + tag + "/photos")
                .file(new MockMultipartFile("photo", "../plate.png", "image/png", photo))
                .param("entryId", entry.toString())
                .param("shows", shows)
                .with(by)
                .with(csrf()));
    }

    private String newest(String tag, String shows) {
        return ""
                + jdbc.queryForObject(
                        "select p.id from valve_photo p join valve v on v.id = p.valve_id where v.tag = ? and p.shows = ? order by p.at desc limit 1",
                        UUID.class,
                        tag,
                        shows);
    }

    @Test
    @DisplayName(
            "Plate and place are kept anew encoded, the newest of each shown at the valve; none is changed or lost")
    void kept() throws Exception {
        valves.save(TestSite.valve("VP-1", Drive.NC));
        UUID entry = UUID.randomUUID();
        sends("VP-1", entry, "PLATE", png(40), TESSA)
                .andExpect(content().string(containsString("alt=\"Type plate of VP-1\"")));
        sends("VP-1", entry, "PLATE", png(40), TESSA);
        String first = newest("VP-1", "PLATE");
        sends("vp-1", UUID.randomUUID(), "PLATE", png(44), TESSA);
        sends("VP-1", UUID.randomUUID(), "PLACE", png(48), user("pia").roles("PLANNER"));
        assertThat(jdbc.queryForObject(
                        "select count(*) from valve_photo p join valve v on v.id = p.valve_id where v.tag = 'VP-1'",
                        Integer.class))
                .as("sent twice, kept once")
                .isEqualTo(3);
        web.perform(get("/valves/VP-1").with(TESSA))
                .andExpect(content().string(containsString(newest("VP-1", "PLATE"))))
                .andExpect(content().string(containsString("In place of VP-1")))
                .andExpect(content().string(not(containsString(first))));
        web.perform(get("/valve-photos/" + first).with(TESSA))
                .andExpect(status().isOk())
                .andExpect(content().contentType("image/jpeg"));
        web.perform(get("/valve-photos/" + UUID.randomUUID()).with(TESSA)).andExpect(status().isNotFound());
        web.perform(get("/valve-photos/" + first)).andExpect(status().is3xxRedirection());
        assertThatThrownBy(() -> jdbc.update("delete from valve_photo")).isInstanceOf(DataAccessException.class);
    }

    @Test
    @DisplayName("What is no photo is told beside the field and keeps nothing; who neither works nor plans adds none")
    void refused() throws Exception {
        valves.save(TestSite.valve("VP-2", Drive.NC));
        sends("VP-2", UUID.randomUUID(), "PLATE", "no photo".getBytes("UTF-8"), TESSA)
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("That is no photo")));
        sends("VP-2", UUID.randomUUID(), "HAND", png(40), TESSA)
                .andExpect(content().string(containsString("Say what is on it.")));
        sends("VP-2", UUID.randomUUID(), "PLATE", new byte[0], TESSA)
                .andExpect(content().string(containsString("Take or choose a photo.")));
        sends("VP-2", UUID.randomUUID(), "PLATE", png(40), user("rita").roles("REVIEWER"))
                .andExpect(status().isForbidden());
        web.perform(get("/valves/VP-2").with(user("rita").roles("REVIEWER")))
                .andExpect(content().string(not(containsString("Photo of its type plate"))));
        assertThat(jdbc.queryForObject(
                        "select count(*) from valve_photo p join valve v on v.id = p.valve_id where v.tag = 'VP-2'",
                        Integer.class))
                .isZero();
    }

    @Test
    @DisplayName(
            "On the bench it is shown and taken where the valve is identified, at no other step; with a note, at the note")
    void onTheBench(Address at, Browser browser) throws Exception {
        valves.save(TestSite.valve("VP-3", Drive.NC));
        int job = new BenchRun(web, jobs).begin("VP-3", "inspect", "tessa");
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/jobs/" + job);
        page.locator("#valve-photos summary").click();
        page.locator("#valve-photos input[type=file]").setInputFiles(new FilePayload("p.png", "image/png", png(60)));
        page.locator("#valve-photos button").click();
        PlaywrightAssertions.assertThat(page.locator("#valve-photos img")).hasCount(1);
        // the section is loaded anew and shows it still
        Browser.go(page, "/jobs/" + job);
        PlaywrightAssertions.assertThat(page.locator("#valve-photos img")).hasAttribute("alt", "Type plate of VP-3");
        Browser.usableByAll(page);
        // plate and place together leave everything of the step in view
        sends("VP-3", UUID.randomUUID(), "PLACE", png(60), TESSA);
        Browser.go(page, "/jobs/" + job);
        PlaywrightAssertions.assertThat(page.locator("#valve-photos img")).hasCount(2);
        assertThat((int) page.evaluate(
                        "() => { const e = document.querySelector('.step'); return e.scrollHeight - e.clientHeight; }"))
                .isLessThanOrEqualTo(1);
        page.locator("button[data-opens=more]").click();
        page.locator("button[data-opens=leave-note]").click();
        page.fill("#note-words", "The plate is under the clamp");
        page.locator("#leave-note input[type=file]").setInputFiles(new FilePayload("n.png", "image/png", png(50)));
        page.locator("#leave-note button[type=submit]").click();
        PlaywrightAssertions.assertThat(page.locator("main"))
                .containsText("Left. It stands here once a planner keeps it.");
        Long note = jdbc.queryForObject("select max(note_id) from bench_note_photo", Long.class);
        web.perform(get("/notes/" + note + "/photo").with(TESSA))
                .andExpect(content().contentType("image/jpeg"));
        web.perform(get("/notes").with(TESSA)).andExpect(content().string(containsString("/notes/" + note + "/photo")));
        new BenchRun(web, jobs).confirm(job, "tessa");
        Browser.go(page, "/jobs/" + job);
        PlaywrightAssertions.assertThat(page.locator("#valve-photos")).hasCount(0);
    }
}
