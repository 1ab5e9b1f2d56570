package dev.wartung.web.app;

import static org.assertj.core.api.Assertions.assertThat;

import com.deque.html.axecore.args.AxeRunOptions;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.deque.html.axecore.results.Rule;
import com.microsoft.playwright.APIRequestContext;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.PlaywrightException;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.RequestOptions;
import com.microsoft.playwright.options.ServiceWorkerPolicy;
import com.microsoft.playwright.options.ViewportSize;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.extension.AfterEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.ParameterContext;
import org.junit.jupiter.api.extension.ParameterResolver;

/**
 * Debian's Chromium, one for the run. Each person in a test has windows of their own; an error on any console fails the
 * test.
 */
public final class Browser implements ParameterResolver, AfterEachCallback {

    private static final List<String> ARGUMENTS = List.of(
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            // of two lists the last counts: first what Playwright switches off itself, then what the browser would show
            // under its own address line, for which it begins two pages with each window: a second of processor time
            "--disable-features=AvoidUnnecessaryBeforeUnloadCheckSync,BoundaryEventDispatchTracksNodeRemoval,"
                    + "DestroyProfileOnBrowserClose,DialMediaRouteProvider,GlobalMediaControls,HttpsUpgrades,LensOverlay,"
                    + "MediaRouter,PaintHolding,ThirdPartyStoragePartitioning,BlockOriginHeaderModificationOnRedirect,"
                    + "Translate,AutoDeElevate,OptimizationHints,"
                    + "WebUIOmniboxPopup,WebUIOmniboxAimPopup,WebUIOmniboxFullPopup");
    /** The smallest window in which everything is shown. */
    private static final int SMALLEST_WIDTH = 360;

    private static final int SMALLEST_HEIGHT = 640;
    /** A busy machine takes its time; what is there is not waited for. */
    private static final int PATIENCE_MS = 20_000;

    /** Characters of a page that are told of a test that failed. */
    private static final int MOST_TOLD = 1200;

    /**
     * A page marks itself as left in the moment something leads away from it: the one that is left is ready, too. What a
     * script has prevented leads nowhere, and a page come back to is not left.
     */
    private static final String LEFT =
            """
            (() => {
              const leave = () => { document.documentElement.dataset.left = 'true'; };
              addEventListener('click', event => {
                const link = event.target.closest?.('a[href]');
                const elsewhere = link && !link.download && !link.target && link.href.split('#')[0] !== location.href.split('#')[0];
                if (elsewhere && !event.defaultPrevented) leave();
              });
              addEventListener('submit', event => { if (!event.defaultPrevented && !event.target.target) leave(); });
              addEventListener('beforeunload', leave);
              addEventListener('pageshow', () => { delete document.documentElement.dataset.left; });
            })()""";

    private static final Pattern CSRF = Pattern.compile("name=\"_csrf\" value=\"([^\"]+)\"");

    private static com.microsoft.playwright.Browser chromium;

    static {
        PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
    }

    private final List<BrowserContext> open = new ArrayList<>();
    private final List<Playwright> others = new ArrayList<>();
    private final List<String> errors = new ArrayList<>();
    private final List<String> expected = new ArrayList<>();

    private static com.microsoft.playwright.Browser chromium() {
        if (chromium == null) {
            chromium = launched(Playwright.create(), ARGUMENTS);
        }
        return chromium;
    }

    /** Another browser, for this test alone. */
    private com.microsoft.playwright.Browser another(List<String> arguments) {
        Playwright playwright = Playwright.create();
        others.add(playwright);
        return launched(playwright, arguments);
    }

    private static com.microsoft.playwright.Browser launched(Playwright playwright, List<String> arguments) {
        return playwright
                .chromium()
                .launch(new BrowserType.LaunchOptions()
                        .setExecutablePath(Path.of("/usr/bin/chromium"))
                        .setArgs(arguments));
    }

    @Override
    public boolean supportsParameter(ParameterContext parameter, ExtensionContext test) {
        return parameter.getParameter().getType() == Browser.class;
    }

    @Override
    public Object resolveParameter(ParameterContext parameter, ExtensionContext test) {
        return this;
    }

    @Override
    public void afterEach(ExtensionContext test) {
        if (test.getExecutionException().isPresent()) {
            open.forEach(context -> context.pages().forEach(page -> told(test, page)));
        }
        open.forEach(BrowserContext::close);
        open.clear();
        others.forEach(Playwright::close);
        others.clear();
        List<String> seen = List.copyOf(errors);
        errors.clear();
        expected.clear();
        assertThat(seen).as("errors on the console").isEmpty();
    }

    /** What a page showed when its test failed: of what fails by chance nothing else is left. */
    private static void told(ExtensionContext test, Page page) {
        String shown;
        try {
            shown = (String) page.evaluate("() => document.body.innerText");
        } catch (PlaywrightException e) {
            shown = String.valueOf(e.getMessage());
        }
        String inOneLine = shown.strip().replaceAll("\\s*\\n\\s*", " | ");
        System.out.println(test.getDisplayName() + " stood at " + page.url() + ": "
                + inOneLine.substring(0, Math.min(MOST_TOLD, inOneLine.length())));
    }

    /** Console errors that belong to what the test does; what the page makes of them is what is tested. */
    public void expectsErrors(String... parts) {
        expected.addAll(List.of(parts));
    }

    /** A new window at an address, with nobody logged in. */
    public Page window(String base) {
        return window(base, 1280, 800);
    }

    public Page window(String base, int width, int height) {
        return window(chromium(), base, width, height);
    }

    /** A window of somebody who has letters shown twice as large as usual. */
    public Page windowOfLargeLetters(String base, int width, int height) {
        List<String> arguments = new ArrayList<>(ARGUMENTS);
        arguments.add("--blink-settings=defaultFontSize=32");
        return window(another(arguments), base, width, height);
    }

    /**
     * A phone's window whose camera shows a video over and over, and may be used without a question.
     *
     * @param video uncompressed, as Y4M
     */
    public Page windowWithCamera(String base, Path video) {
        List<String> arguments = new ArrayList<>(ARGUMENTS);
        arguments.add("--use-fake-ui-for-media-stream");
        arguments.add("--use-fake-device-for-media-stream");
        arguments.add("--use-file-for-fake-video-capture=" + video);
        return window(another(arguments), base, 390, 844);
    }

    /**
     * A phone's window that keeps what it holds in a folder, so that a browser closed in the middle is opened again: with
     * {@code page.context().close()}, and this once more.
     */
    public Page windowKept(String base, Path folder) {
        Playwright playwright = Playwright.create();
        others.add(playwright);
        BrowserContext context = playwright
                .chromium()
                .launchPersistentContext(
                        folder,
                        new BrowserType.LaunchPersistentContextOptions()
                                .setExecutablePath(Path.of("/usr/bin/chromium"))
                                .setArgs(ARGUMENTS)
                                .setBaseURL(base)
                                .setViewportSize(390, 844));
        return watched(context, context.pages().get(0));
    }

    private Page window(com.microsoft.playwright.Browser of, String base, int width, int height) {
        return window(of, base, width, height, ServiceWorkerPolicy.BLOCK);
    }

    /** A phone's window that goes on without network: what stands between its pages and the network is let in, unlike elsewhere, where tests stand there. */
    public Page windowThatGoesOn(String base) {
        return window(chromium(), base, 390, 844, ServiceWorkerPolicy.ALLOW);
    }

    private Page window(
            com.microsoft.playwright.Browser of, String base, int width, int height, ServiceWorkerPolicy workers) {
        BrowserContext context = of.newContext(new com.microsoft.playwright.Browser.NewContextOptions()
                .setBaseURL(base)
                .setServiceWorkers(workers)
                .setViewportSize(width, height));
        open.add(context);
        return watched(context, context.newPage());
    }

    private Page watched(BrowserContext context, Page page) {
        context.setDefaultTimeout(PATIENCE_MS);
        context.addInitScript(LEFT);
        page.onConsoleMessage(message -> {
            if (message.type().equals("error") && expected.stream().noneMatch(message.text()::contains)) {
                errors.add(message.text());
            }
        });
        page.onPageError(errors::add);
        return page;
    }

    /** A new window with somebody logged in, at their first page; the form to log in is not shown on the way. */
    public Page loggedIn(String base, String name) {
        return loggedIn(window(base), name);
    }

    /** The same in a window of another size. */
    public Page loggedIn(String base, String name, int width, int height) {
        return loggedIn(window(base, width, height), name);
    }

    private static Page loggedIn(Page page, String name) {
        APIRequestContext behind = page.context().request();
        Matcher token = CSRF.matcher(behind.get("/login").text());
        assertThat(token.find()).isTrue();
        APIResponse answer = behind.post(
                "/login",
                RequestOptions.create()
                        .setMaxRedirects(0)
                        .setForm(FormData.create()
                                .set("_csrf", token.group(1))
                                .set("username", name)
                                .set("password", TestSite.PASSWORD)));
        assertThat(answer.headers().get("location")).isEqualTo("/");
        go(page, "/");
        return page;
    }

    /** Logs in by the form. */
    public static void login(Page page, String name, String password) {
        go(page, "/login");
        page.fill("#username", name);
        page.fill("#password", password);
        page.click("button:has-text('Log in')");
        ready(page);
    }

    public static void go(Page page, String path) {
        page.navigate(path);
        ready(page);
    }

    /** Waits until the page's scripts have run: of the page one is led to, where what was clicked leads to another. */
    public static void ready(Page page) {
        page.waitForSelector(
                "html[data-ready='true']:not([data-left])",
                new Page.WaitForSelectorOptions().setState(WaitForSelectorState.ATTACHED));
    }

    /** Waits until nothing is being fetched and swapped any more. */
    public static void settled(Page page) {
        PlaywrightAssertions.assertThat(page.locator(".htmx-request, .htmx-swapping, .htmx-settling"))
                .hasCount(0);
    }

    /** What leaves a narrow window sideways, of everything that is not within a frame of its own to be pushed. */
    private static final String LEAVES =
            """
            () => {
              const width = document.documentElement.clientWidth, found = [];
              const framed = e => { for (let o = e.parentElement; o && o.tagName !== 'MAIN'; o = o.parentElement) if (/auto|scroll|hidden|clip/.test(getComputedStyle(o).overflowX)) return true; return false; };
              if (document.documentElement.scrollWidth > width) found.push('the page scrolls sideways');
              for (const e of document.querySelectorAll('body *')) {
                const box = e.getBoundingClientRect();
                if (e.ownerSVGElement || box.width <= 1 || box.height <= 1 || !e.checkVisibility() || (box.left >= -1 && box.right <= width + 1)) continue;
                if (!e.matches('.skip, .visually-hidden') && !framed(e)) found.push(`${e.tagName} ${e.className} “${(e.textContent || '').trim().slice(0, 30)}” from ${Math.round(box.left)} to ${Math.round(box.right)}`);
              }
              return found;
            }""";

    /** What stays in view covers what is pushed under it: half a link there is no small target. */
    private static final String STAYS =
            "how => document.querySelectorAll('.top, .top nav, .energy, .thumb, .below, .do').forEach(e => { e.style.position = how; })";

    /**
     * Whatever is on the page can be used by everybody (WCAG A and AA, by axe), in the window as it is and in the
     * smallest: there, nothing leaves it sideways.
     */
    public static void usableByAll(Page page) {
        settled(page);
        judged(page);
        ViewportSize wide = page.viewportSize();
        if (wide.width > SMALLEST_WIDTH) {
            page.setViewportSize(SMALLEST_WIDTH, SMALLEST_HEIGHT);
            assertThat(leaves(page)).as(page.url()).isEmpty();
            page.evaluate(STAYS, "static");
            judged(page);
            page.evaluate(STAYS, "");
            page.setViewportSize(wide.width, wide.height);
        }
    }

    /** What leaves the window sideways. */
    @SuppressWarnings("unchecked")
    public static List<String> leaves(Page page) {
        return (List<String>) page.evaluate(LEAVES);
    }

    /** Words of drawings that nobody gave a colour: black, they are not to be read in the dark light. */
    @SuppressWarnings("unchecked")
    public static List<String> blackInTheDark(Page page) {
        return (List<String>)
                page.evaluate(
                        """
                () => {
                  const light = document.documentElement.dataset.light;
                  document.documentElement.dataset.light = 'dark';
                  const black = [...document.querySelectorAll('svg text')].filter(t => t.checkVisibility() && getComputedStyle(t).fill === 'rgb(0, 0, 0)');
                  if (light === undefined) delete document.documentElement.dataset.light; else document.documentElement.dataset.light = light;
                  return black.map(t => `“${t.textContent.trim().slice(0, 30)}” is black in the dark`);
                }""");
    }

    private static void judged(Page page) {
        AxeRunOptions what = new AxeRunOptions();
        // of all the rest, which is thousands of elements a page, one each is told
        what.setResultTypes(List.of("violations"));
        List<Rule> violations = new AxeBuilder(page)
                .options(what)
                // in the page itself: there are no frames that a second window would have to be opened for
                .setLegacyMode(true)
                .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"))
                .analyze()
                .getViolations();
        assertThat(violations.stream()
                        .map(v -> v.getId() + " "
                                + v.getNodes().stream()
                                        .map(n -> n.getHtml())
                                        .limit(3)
                                        .toList()))
                .as(page.url() + " at " + page.viewportSize().width)
                .isEmpty();
    }
}
