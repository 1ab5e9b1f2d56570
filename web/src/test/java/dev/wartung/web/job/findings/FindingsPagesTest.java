package dev.wartung.web.job.findings;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static dev.wartung.web.app.Browser.go;
import static dev.wartung.web.app.Browser.usableByAll;
import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.junit.jupiter.api.Assertions.assertTrue;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchHands;
import dev.wartung.web.job.bench.BenchRun;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.RequestPostProcessor;

/**
 * Looking and judging in the browser: findings with a photo, old seals, what is wrong with a valve, greases on site.
 */
@ExtendWith({RunningApplication.class, Browser.class})
class FindingsPagesTest {

    private static final RequestPostProcessor PIA = user("pia").roles("PLANNER");
    private static final RequestPostProcessor TESSA = user("tessa").roles("TECHNICIAN");

    @Test
    @DisplayName(
            "From the bench to a finding with its photo and an old seal by its picture, and back; what is open is counted there")
    void judging(Address address, Browser browser) throws Exception {
        Page page = browser.loggedIn(address.base(), "tessa");
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-001", "renew-product-seals");
        hands.workUntil("Lift the old plug seal out");
        hands.answer();
        hands.confirm();
        page.keyboard().press("f");
        page.waitForURL("**/findings");
        Browser.ready(page);
        page.locator("summary:has-text('Stem with plug')").click();
        page.locator("a:has-text('Sealing path')").click();
        Browser.ready(page);
        page.locator(".pick:has-text('Scratch')").click();
        page.locator("#size").fill("0,03 mm");
        page.locator(".pick:has-text('along')").click();
        assertThat(page.locator(".decision > b")).hasText("Rework, then look again");
        page.locator("#size").fill("abc");
        assertThat(page.locator("#decided .trouble")).isVisible();
        page.locator("#size").fill("0.03");
        assertThat(page.locator(".decision > b")).hasText("Rework, then look again");
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(60, 40, BufferedImage.TYPE_INT_RGB), "png", png);
        page.locator("#photo").setInputFiles(new FilePayload("scratch.png", "image/png", png.toByteArray()));
        usableByAll(page);
        page.locator("#finding button[type=submit]").click();
        assertThat(page.getByRole(AriaRole.STATUS)).containsText("Rework it");
        assertThat(page.locator(".on-record img")).isVisible();
        page.locator(".in-bin:has-text('Plug seal')").click();
        Browser.ready(page);
        page.locator(".look:has-text('Swollen')").click();
        assertThat(page.locator("#tells li").first()).containsText("Wrong grease");
        usableByAll(page);
        page.locator("#old-seal button[type=submit]").click();
        assertThat(page.locator(".judged-so-far h2").first()).hasText("3 things are open");
        page.locator("form.open input[name=answer]").first().fill("the right tin");
        page.locator("form.open button").first().click();
        assertThat(page.locator(".judged-so-far h2").first()).hasText("2 things are open");
        page.locator("text=Back to the bench").click();
        assertThat(page.locator("#findings")).containsText("open: 2");
        go(page, "/valves/TS-001");
        assertThat(page.locator(".facts:has-text('What old seals told')").first())
                .containsText("Plug seal: swollen or soft");
        go(page, "/records/old-seals?article=K50-10E");
        assertThat(page.locator(".old-seals")).containsText("1 × swollen or soft");
        usableByAll(page);
        go(page, "/jobs/" + number);
    }

    @Test
    @DisplayName("A symptom and an answer lead to the part, and one press to the smallest job, with the report on it")
    void fault(Address address, Browser browser) {
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/valves/TS-002/fault");
        page.locator(".tick:has-text('Leaks at the stem')").click();
        page.locator(".pick:has-text('product or cleaner')").click();
        assertThat(page.locator(".suspect").first()).containsText("The stem seal is worn");
        usableByAll(page);
        page.locator("button:has-text('Plan: renew the stem lip seal')").click();
        assertThat(page.locator(".what b").first()).hasText("Renew one seal: stem lip seal");
        assertThat(page.locator(".notice").first())
                .containsText("Leaks at the stem or the lantern. Suspected: the stem seal is worn");
    }

    @Test
    @DisplayName(
            "At the bench the tin is named; one scanned that does harm is refused at once and on confirming, and the way on stays in view")
    void tinInHand(Address address, Browser browser) {
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/stores/greases");
        usableByAll(page);
        takeIn(page, "Lumo 2 silicone grease", "RIGHT-1", "silicone oil", "H1: may touch food by accident");
        takeIn(page, "Gear grease", "WRONG-1", "white mineral oil", "H2: never where food is");
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-020", "renew-product-seals");
        hands.workUntil("Press the new plug seal in");
        assertThat(page.locator(".films")).containsText("Lumo 2 silicone grease, lot RIGHT-1");
        page.locator(".tin summary").click();
        assertThat(page.locator(".tin .behind")).containsText("plug seal 0.018 ml");
        page.locator("#grease-lot").fill("wrong-1");
        assertThat(page.locator("#tin-said .verdict.off"))
                .containsText("Refused: it does harm here. EPDM is a hydrocarbon rubber");
        page.locator("#done").click();
        assertThat(page.locator(".tin .failed")).containsText("Take the tin named above.");
        assertThat(page.locator("#grease-lot")).hasValue("wrong-1");
        org.assertj.core.api.Assertions.assertThat(page.evaluate(
                        "() => { const s = document.querySelector('.step'); return s.scrollHeight - s.clientHeight; }"))
                .isEqualTo(0);
        usableByAll(page);
        page.locator("#grease-lot").fill("RIGHT-1");
        hands.answer();
        hands.confirm();
    }

    private static void takeIn(Page page, String name, String lot, String oil, String registered) {
        go(page, "/stores/greases");
        page.getByLabel("On the tin").fill(name);
        page.locator("input[name=lot]").fill(lot);
        page.getByLabel("Base oil").selectOption(oil);
        page.getByLabel("Thickener").selectOption("PTFE powder");
        page.getByLabel("Food contact class").selectOption(registered);
        page.getByLabel("Used up to").fill("160");
        page.locator("button:has-text('Take it in')").click();
        assertThat(page.locator("td:has-text('" + lot + "')").first()).isVisible();
    }

    @Test
    @DisplayName(
            "A look at a joint: a number that cannot be is refused beside its field, a good one draws the series and says when to look next")
    void looking(Address address, Browser browser, MockMvc web, Jobs jobs) throws Exception {
        BenchRun run = new BenchRun(web, jobs);
        int number = run.begin("TF-003", "renew-diaphragm", "tessa");
        while (run.current(number).isPresent()) {
            run.confirm(number, "tessa");
        }
        run.close(number, "tessa");
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/valves/TF-003");
        page.locator("text=How its bolted joint settles").click();
        Browser.ready(page);
        page.locator("input[name=TORQUE]").fill("900");
        page.locator("button:has-text('Put it on the record')").click();
        Browser.ready(page);
        assertThat(page.locator(".look-form .trouble").first()).containsText("Measure again");
        assertThat(page.locator("input[name=TORQUE]")).hasValue("900");
        usableByAll(page);
        page.locator("input[name=TORQUE]").fill("2");
        page.locator("button:has-text('Put it on the record')").click();
        Browser.ready(page);
        assertThat(page.locator(".series").first().locator("tbody tr")).hasCount(2);
        usableByAll(page);
    }

    @Test
    @DisplayName("The page of a valve on the bench says so in a badge beside its name, not down the whole screen")
    void onTheBench(Address address, Browser browser, MockMvc web, Jobs jobs) throws Exception {
        new BenchRun(web, jobs).begin("TS-014", "inspect", "tessa");
        Page page = browser.loggedIn(address.base(), "tessa");
        go(page, "/valves/TS-014");
        assertThat(page.locator(".state")).hasText("on the bench");
        assertTrue(page.locator(".state").boundingBox().height < 60);
        usableByAll(page);
    }

    @Test
    @DisplayName(
            "A tin is taken in with what it is made of, or refused beside the field; what an area asks is the planner's to say")
    void greases(MockMvc web) throws Exception {
        web.perform(post("/stores/greases")
                        .param("name", "Lumo 2 silicone grease")
                        .param("lot", "")
                        .param("oil", "silicone")
                        .param("thickener", "ptfe")
                        .param("registration", "H1")
                        .param("hottest", "-400")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(status().isOk())
                .andExpect(content().string(containsString("Type or scan its lot.")))
                .andExpect(content().string(containsString("absolute zero")))
                .andExpect(content().string(containsString("value=\"Lumo 2 silicone grease\"")));
        web.perform(post("/stores/greases")
                        .param("name", "Lumo 2 silicone grease")
                        .param("lot", "A-9")
                        .param("oil", "silicone")
                        .param("thickener", "ptfe")
                        .param("registration", "H1")
                        .param("claim.silicone-free", "yes")
                        .param("hottest", "320 °F")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(content().string(containsString("cannot be free of silicone")));
        web.perform(post("/stores/greases")
                        .param("name", "Lumo 2 silicone grease")
                        .param("lot", "A-9")
                        .param("oil", "silicone")
                        .param("thickener", "ptfe")
                        .param("registration", "H1")
                        .param("hottest", "320 °F")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(redirectedUrl("/stores/greases"));
        web.perform(post("/stores/areas")
                        .param("area", "Test area")
                        .param("hottest", "900")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(content().string(containsString("Between -40 °C and 400 °C")));
        web.perform(post("/stores/areas")
                        .param("area", "Nowhere")
                        .param("hottest", "90")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(content().string(containsString("There is no such area")));
        web.perform(get("/stores/greases").with(TESSA))
                .andExpect(content().string(containsString("160 °C")))
                .andExpect(content().string(not(containsString("Keep it"))));
        web.perform(get("/valves/TS-003/plan")
                        .param("work", "renew-product-seals")
                        .with(TESSA))
                .andExpect(content().string(containsString("lot A-9")));
        web.perform(post("/stores/areas")
                        .param("area", "Test area")
                        .param("hottest", "100 °C")
                        .param("claim.silicone-free", "yes")
                        .with(TESSA)
                        .with(csrf()))
                .andExpect(status().isForbidden());
        web.perform(post("/stores/areas")
                        .param("area", "Test area")
                        .param("hottest", "100 °C")
                        .param("claim.silicone-free", "yes")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(redirectedUrl("/stores/greases"));
        web.perform(get("/valves/TS-003/plan")
                        .param("work", "renew-product-seals")
                        .with(TESSA))
                .andExpect(content().string(containsString("No grease on site for")))
                .andExpect(content().string(containsString("only takes grease that is free of silicone")));
        web.perform(post("/stores/areas")
                        .param("area", "Test area")
                        .param("hottest", "80 °C")
                        .with(PIA)
                        .with(csrf()))
                .andExpect(redirectedUrl("/stores/greases"));
    }
}
