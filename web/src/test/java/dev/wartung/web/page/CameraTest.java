package dev.wartung.web.page;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.MultiFormatWriter;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.bench.BenchHands;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Codes before a phone's camera, on a video made for it. */
@ExtendWith({RunningApplication.class, Browser.class})
class CameraTest {

    private static final int WIDTH = 640;
    private static final int HEIGHT = 480;

    @TempDir
    private Path folder;

    private static void draw(byte[] picture, BarcodeFormat format, String text, int left, int size)
            throws WriterException {
        BitMatrix code =
                new MultiFormatWriter().encode(text, format, size, format == BarcodeFormat.CODE_128 ? 120 : size);
        // a data matrix comes with a dot a module, and no margin
        int by = Math.max(1, size / 2 / code.getWidth());
        for (int y = 0; y < code.getHeight() * by; y++) {
            for (int x = 0; x < code.getWidth() * by; x++) {
                picture[(100 + y) * WIDTH + left + x] = (byte) (code.get(x / by, y / by) ? 16 : 235);
            }
        }
    }

    /** A grey hall, and the codes in it. */
    private Path video(byte[] picture) throws IOException {
        ByteArrayOutputStream film = new ByteArrayOutputStream();
        byte[] colour = new byte[WIDTH * HEIGHT / 2];
        Arrays.fill(colour, (byte) 128);
        film.write(
                ("YUV4MPEG2 W" + WIDTH + " H" + HEIGHT + " F5:1 Ip A1:1 C420\n").getBytes(StandardCharsets.US_ASCII));
        for (int i = 0; i < 3; i++) {
            film.write("FRAME\n".getBytes(StandardCharsets.US_ASCII));
            film.write(picture);
            film.write(colour);
        }
        return Files.write(folder.resolve("codes.y4m"), film.toByteArray());
    }

    private static byte[] hall() {
        byte[] picture = new byte[WIDTH * HEIGHT];
        Arrays.fill(picture, (byte) 235);
        return picture;
    }

    @Test
    @DisplayName("The label of a valve leads to it, whatever host its link names")
    void label(Address at, Browser browser) throws Exception {
        byte[] picture = hall();
        draw(picture, BarcodeFormat.QR_CODE, "https://wartung.example/valves/TS-003", 180, 260);
        Page page = browser.windowWithCamera(at.base(), video(picture));
        Browser.login(page, "tessa", TestSite.PASSWORD);
        page.click(".scan .by-camera");
        page.waitForURL(Pattern.compile(".*/valves/TS-003"));
        Browser.ready(page);
        assertThat(page.locator("h1")).hasText("TS-003");
    }

    @ParameterizedTest
    @EnumSource(names = {"CODE_128", "DATA_MATRIX", "QR_CODE"})
    @DisplayName("A lot is read into its field, and nothing is sent by that")
    void lot(BarcodeFormat format, Address at, Browser browser) throws Exception {
        byte[] picture = hall();
        draw(picture, format, "L-2611-07", 120, 360);
        Page page = browser.windowWithCamera(at.base(), video(picture));
        Browser.login(page, "tessa", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        hands.begin("TS-0" + (13 + format.ordinal()), "renew-product-seals");
        hands.workUntil("Count the kit in");
        page.click("label.lot:has([name='lot.kit']) .by-camera");
        assertThat(page.locator("[name='lot.kit']")).hasValue("L-2611-07");
        assertThat(page.locator("#camera")).not().isVisible();
        assertThat(hands.step()).startsWith("Count the kit in");
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName("Of several codes in view the one that is tapped is taken")
    void several(Address at, Browser browser) throws Exception {
        byte[] picture = hall();
        draw(picture, BarcodeFormat.QR_CODE, "TS-004", 20, 240);
        draw(picture, BarcodeFormat.QR_CODE, "TS-005", 360, 240);
        Page page = browser.windowWithCamera(at.base(), video(picture));
        Browser.login(page, "tessa", TestSite.PASSWORD);
        page.click(".scan .by-camera");
        assertThat(page.locator(".codes button")).hasCount(2);
        Browser.usableByAll(page);
        // a finger rests on it while the camera looks on
        page.evaluate("() => { const was = camera.offer; window.timesOffered = 0;"
                + " camera.offer = (...a) => { was(...a); window.timesOffered++; }; }");
        // what is no longer in the picture goes
        page.evaluate("() => document.querySelector('.codes').append(Object.assign(document.createElement('button'),"
                + " { code: 'TS-006', textContent: 'TS-006', seen: -camera.GONE_AFTER }))");
        assertThat(page.locator(".codes button:has-text('TS-006')")).hasCount(0);
        page.hover(".codes button:has-text('TS-005')");
        page.mouse().down();
        page.waitForFunction("() => timesOffered > 2");
        page.mouse().up();
        page.waitForURL(Pattern.compile(".*/valves/TS-005"));
    }

    /** A calibrated tool among the stores. */
    private static void tool(String number, String kind) throws Exception {
        RunningApplication.web()
                .perform(post("/stores/tools")
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf())
                        .param("number", number)
                        .param("kind", kind)
                        .param("name", "tried")
                        .param("months", "12")
                        .param("calibrated", LocalDate.now().minusMonths(1).toString()));
    }

    @Test
    @DisplayName("A tool is read into its list, at the bench and from paper")
    void tools(Address at, Browser browser) throws Exception {
        byte[] picture = hall();
        draw(picture, BarcodeFormat.CODE_128, "TW-77", 120, 360);
        Page page = browser.windowWithCamera(at.base(), video(picture));
        Browser.login(page, "tessa", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        int number = hands.begin("TS-025", "renew-product-seals");
        hands.workUntil("Screw the stem to the rod");
        tool("TW-77", "TORQUE_WRENCH");
        tool("TW-78", "TORQUE_WRENCH");
        Browser.go(page, "/jobs/" + number);
        page.click(".read-with .by-camera");
        assertThat(page.locator("[name='tool.TORQUE_WRENCH']")).hasValue("TW-77");
        Browser.go(page, "/jobs/" + number + "/paper");
        Locator onPaper = page.locator("select[name$='tool.TORQUE_WRENCH']").first();
        onPaper.locator("xpath=following-sibling::button[contains(@class, 'by-camera')]")
                .click();
        assertThat(onPaper).hasValue("TW-77");
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName("The light is switched where the camera has one, and is out when the camera is opened again")
    void light(Address at, Browser browser) throws Exception {
        Page page = browser.windowWithCamera(at.base(), video(hall()));
        page.addInitScript(
                """
                window.lit = [];
                MediaStreamTrack.prototype.getCapabilities = () => ({ torch: true });
                MediaStreamTrack.prototype.applyConstraints = async function (asked) { lit.push(asked.advanced[0].torch); if (lit.length > 3) throw new Error('no'); };""");
        Browser.login(page, "tessa", TestSite.PASSWORD);
        Locator light = page.locator("#camera [data-torch]");
        page.click(".scan .by-camera");
        light.click();
        assertThat(light).hasAttribute("aria-pressed", "true");
        light.click();
        assertThat(light).hasAttribute("aria-pressed", "false");
        light.click();
        page.click("#camera button:has-text('Type it instead')");
        page.click(".scan .by-camera");
        assertThat(light).hasAttribute("aria-pressed", "false");
        light.click();
        assertThat(page.locator("#camera [role=status]")).hasText("The light cannot be switched here.");
        assertThat(page.evaluate("lit.join()")).isEqualTo("true,false,true,true");
        Browser.usableByAll(page);
    }

    @Test
    @DisplayName(
            "Where the camera is given late, and was asked for again for another field, it reads for that one, then is off")
    void late(Address at, Browser browser) throws Exception {
        byte[] picture = hall();
        draw(picture, BarcodeFormat.QR_CODE, "TS-099", 180, 260);
        Page page = browser.windowWithCamera(at.base(), video(picture));
        page.addInitScript(
                """
                window.asked = [];
                window.given = [];
                const ask = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
                navigator.mediaDevices.getUserMedia = async what => {
                  await new Promise(allowed => asked.push(allowed));
                  given.push(await ask(what));
                  return given.at(-1);
                };""");
        Browser.login(page, "pia", TestSite.PASSWORD);
        Browser.go(page, "/register/new");
        page.click(".scan .by-camera");
        page.click("#camera button:has-text('Type it instead')");
        page.click("[name='tag'] + .by-camera");
        page.evaluate("() => asked.forEach(allowed => allowed())");
        page.waitForFunction("() => given.length === 2");
        assertThat(page.locator("[name='tag']")).hasValue("TS-099");
        assertThat(page.locator("#scan")).hasValue("");
        page.waitForFunction("() => given.every(s => s.getTracks().every(t => t.readyState === 'ended'))");
    }

    @Test
    @DisplayName("A field that outlives what is fetched round it keeps its camera")
    void preserved(Address at, Browser browser) {
        Page page = browser.window(at.base(), 390, 844);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        BenchHands hands = new BenchHands(page);
        int job = hands.begin("TS-026", "renew-product-seals");
        hands.workUntil("Run a fingertip along the stem");
        Browser.go(page, "/jobs/" + job + "/findings");
        page.click(".lookable summary:has-text('Stem with plug')");
        page.click(".lookable details[open] a");
        Browser.ready(page);
        page.click(".pick:has-text('Scratch')");
        page.fill("#size", "0.2");
        page.click(".pick:has-text('across')");
        assertThat(page.locator("#new-lot + .by-camera")).hasCount(1);
        page.fill("#size", "0.4");
        Browser.settled(page);
        page.click(".pick:has-text('along')");
        page.click(".pick:has-text('across')");
        Browser.settled(page);
        assertThat(page.locator("#new-lot + .by-camera")).hasCount(1);
    }

    @Test
    @DisplayName("Where the camera is refused or not there it is said, and typed as before")
    void refused(Address at, Browser browser) {
        Page page = browser.window(at.base(), 390, 844);
        Browser.login(page, "tessa", TestSite.PASSWORD);
        page.click(".scan .by-camera");
        assertThat(page.locator("#camera [role=status]"))
                .hasText(Pattern.compile("The camera was refused or is not there.*"));
        Browser.usableByAll(page);
        page.click("#camera button:has-text('Type it instead')");
        page.fill("#scan", "TS-006");
        page.press("#scan", "Enter");
        page.waitForURL(Pattern.compile(".*/valves/TS-006"));
    }
}
