package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.Page;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.outage.Technician;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.jdbc.core.JdbcTemplate;

/** From the first administrator to somebody who left: over HTTP, with the sessions and tokens there are. */
@ExtendWith({RunningApplication.class, Browser.class})
class PeopleTest {

    private static final String CHOSEN = "kettle under seventeen willows";
    private static final Pattern FIRST = Pattern.compile("[a-z2-9]{4}(?:-[a-z2-9]{4}){3}");

    private final JdbcTemplate jdbc;

    PeopleTest(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    private static String firstPassword(String text) {
        Matcher first = FIRST.matcher(text);
        assertThat(first.find()).as(text).isTrue();
        return first.group();
    }

    /** The server's own command. */
    private static String administrator(String... name) throws Exception {
        ProcessBuilder builder =
                new ProcessBuilder("bash", Path.of("../wartung").toRealPath().toString(), "administrator");
        builder.command().addAll(List.of(name));
        builder.environment().put("WARTUNG_CLASSPATH", System.getProperty("java.class.path"));
        builder.environment().put("WARTUNG_DATABASE", RunningApplication.database());
        Process process = builder.redirectErrorStream(true).start();
        String out = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(out).isZero();
        return firstPassword(out);
    }

    /** Chooses a password with the first one and logs in with it. */
    private static Technician settled(Address at, String name, String first) throws Exception {
        Technician fresh = new Technician(at.base(), name, first);
        fresh.login();
        assertThat(fresh.get("/valves").headers().firstValue("Location").orElse(""))
                .as("nothing is seen before")
                .endsWith("/me/password");
        assertThat(fresh.post("/valves/TS-001/plan", Map.of("work", "inspect", "due", "2199-01-01"))
                        .statusCode())
                .isEqualTo(403);
        assertThat(fresh.post("/me/password", Map.of("before", first, "wanted", CHOSEN, "again", CHOSEN))
                        .headers()
                        .firstValue("Location")
                        .orElse(""))
                .endsWith("/login?chosen");
        Technician settled = new Technician(at.base(), name, CHOSEN);
        settled.login();
        return settled;
    }

    private static boolean isIn(Technician somebody) throws Exception {
        return somebody.get("/valves").statusCode() == 200;
    }

    @Test
    @DisplayName(
            "The server makes the first administrator, who makes the others; each chooses a password only they know; what changes ends sessions; who left is out")
    void fromTheFirst(Address at) throws Exception {
        Technician chief = settled(at, "chief", administrator("chief"));
        String page = chief.post(
                        "/people", Map.of("name", "Nils Newcomer", "username", "Nils", "role.TECHNICIAN", "yes"))
                .body();
        Technician nils = settled(at, "nils", firstPassword(page));
        assertThat(isIn(nils)).isTrue();
        assertThat(nils.get("/people").statusCode()).isEqualTo(403);
        assertThat(chief.get("/people").body())
                .as("told once")
                .doesNotContainPattern(FIRST)
                .contains("Nils Newcomer", "in use");
        chief.post("/people/nils/roles", Map.of("role.PLANNER", "yes"));
        assertThat(isIn(nils))
                .as("what they may do has changed: they log in again")
                .isFalse();
        nils.login();
        assertThat(nils.post("/shutdowns", Map.of()).statusCode()).isNotEqualTo(403);
        chief.post("/people/nils/left", Map.of());
        assertThat(isIn(nils)).isFalse();
        Technician again = new Technician(at.base(), "nils", CHOSEN);
        assertThatThrownBy(again::login).hasMessageContaining("wrong");
        chief.post("/people/nils/back", Map.of());
        again.login();
        assertThat(isIn(again)).isTrue();
        String handed =
                firstPassword(chief.post("/people/nils/password", Map.of()).body());
        assertThat(isIn(again)).as("a new first password ends the session").isFalse();
        jdbc.update("update account set first_password_until = now() - interval '1 minute' where username = 'nils'");
        assertThatThrownBy(new Technician(at.base(), "nils", handed)::login)
                .as("run out")
                .hasMessageContaining("wrong");
        assertThat(jdbc.queryForList(
                        "select by_name from audit_entry where table_name in ('account', 'account_role') and row_key = 'nils'",
                        String.class))
                .contains("chief");
        assertThat(jdbc.queryForObject(
                        "select count(*) from audit_entry where old_values::text like '%argon2%' or new_values::text like '%argon2%'",
                        Integer.class))
                .as("no hash on the trail")
                .isZero();
    }

    @Test
    @DisplayName(
            "Somebody whom the server makes an administrator does nothing else from then on; one whose name is somebody's gets a difference in it")
    void promoted() throws Exception {
        jdbc.update("insert into account (username, name, password_hash) values ('thilo', 'Thilo technician', '')");
        jdbc.update(
                "insert into account_role (account_id, role) select id, 'TECHNICIAN' from account where username = 'thilo'");
        administrator("thilo", "--yes");
        assertThat(jdbc.queryForList(
                        "select role from account_role r join account a on a.id = r.account_id where username = 'thilo'",
                        String.class))
                .containsExactly("ADMINISTRATOR");
        jdbc.update("insert into account (username, name, password_hash) values ('klaus', 'keys', '')");
        administrator("keys");
        assertThat(jdbc.queryForObject("select name from account where username = 'keys'", String.class))
                .isEqualTo("keys (administrator)");
    }

    @Test
    @DisplayName(
            "An administrator neither ends their own account nor takes their own administration away; a name that is taken or no name is said beside the field")
    void guards(Address at) throws Exception {
        Technician head = settled(at, "head", administrator("head"));
        assertThat(head.post("/people/head/left", Map.of()).body()).contains("You cannot end your own account");
        assertThat(head.post("/people/head/roles", Map.of("role.TECHNICIAN", "yes"))
                        .body())
                .contains("You cannot take your own administration away");
        assertThat(head.post("/people/head/roles", Map.of("role.ADMINISTRATOR", "yes", "role.PLANNER", "yes"))
                        .body())
                .contains("neither works nor approves");
        Map<String, String> namesake = Map.of(
                "name", "TESSA technician", "username", "tessa2", "role.ADMINISTRATOR", "yes", "role.REVIEWER", "yes");
        assertThat(head.post("/people", namesake).body())
                .contains("Somebody signs as “TESSA technician” already", "neither works nor approves");
        assertThatThrownBy(
                        () -> jdbc.update(
                                "insert into account (username, name, password_hash) values ('tessa2', 'TESSA technician', '')"))
                .as("nor past the page")
                .isInstanceOf(DataIntegrityViolationException.class);
        head.post("/people", Map.of("name", "Ulla Twice", "username", "ulla", "role.TECHNICIAN", "yes"));
        head.post("/people/ulla/left", Map.of());
        head.post("/people", Map.of("name", "Ulla Twice", "username", "ulla2", "role.TECHNICIAN", "yes"));
        assertThat(head.post("/people/ulla/back", Map.of()).body())
                .contains("Somebody else signs as “Ulla Twice” by now");
        assertThat(isIn(head)).isTrue();
        assertThat(head.post(
                                "/me/password",
                                Map.of("before", "not mine at all", "wanted", CHOSEN + "!", "again", CHOSEN + "?"))
                        .body())
                .contains("not the same as the one above");
        assertThat(head.post(
                                "/me/password",
                                Map.of("before", "not mine at all", "wanted", CHOSEN + "!", "again", CHOSEN + "!"))
                        .body())
                .contains("That is not your password");
        String page =
                head.post("/people", Map.of("name", "", "username", "tessa")).body();
        assertThat(page).contains("is taken", "as it shall stand on reports", "Choose what they do", "value=\"tessa\"");
        assertThat(head.post("/people/nobody/left", Map.of()).statusCode()).isEqualTo(404);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "short",
                "password1234",
                "123456789012",
                "qwertyuiop123",
                "tessa tessa tessa",
                "Technician 2026",
                "aaaaaaaaaaaaaa",
                "wartungwartung",
                "abcdefghijkl"
            })
    @DisplayName("A password that is short, common, a pattern or one's own name is refused with a reason")
    void weak(String password, Address at) throws Exception {
        Technician tessa = new Technician(at.base(), "tessa", TestSite.PASSWORD);
        tessa.login();
        String page = tessa.post(
                        "/me/password", Map.of("before", TestSite.PASSWORD, "wanted", password, "again", password))
                .body();
        assertThat(page).containsAnyOf("At least 12 characters. A few", "guessed too easily");
        assertThat(isIn(tessa)).isTrue();
    }

    @Test
    @DisplayName(
            "Names of the plant are no password; with another password the link to one's calendar and one's tokens stop working")
    void plantAndLinks(Address at, JdbcTemplate jdbc) throws Exception {
        jdbc.update("update valve set area = 'Quillfjord hall' where tag = 'TS-020'");
        Technician theo = new Technician(at.base(), "theo", TestSite.PASSWORD);
        theo.login();
        assertThat(theo.post(
                                "/me/password",
                                Map.of(
                                        "before",
                                        TestSite.PASSWORD,
                                        "wanted",
                                        "quillfjordhall",
                                        "again",
                                        "quillfjordhall"))
                        .body())
                .contains("guessed too easily");
        String page = theo.post("/me/calendar", Map.of()).body();
        Matcher link = Pattern.compile("/calendar/[^<]+\\.ics").matcher(page);
        assertThat(link.find()).isTrue();
        assertThat(theo.get(link.group()).statusCode()).isEqualTo(200);
        theo.post("/me/password", Map.of("before", TestSite.PASSWORD, "wanted", CHOSEN, "again", CHOSEN));
        assertThat(jdbc.queryForObject("select calendar_hash from account where username = 'theo'", String.class))
                .isNull();
        assertThat(new Technician(at.base(), "nobody", "").get(link.group()).statusCode())
                .isEqualTo(404);
    }

    @Test
    @DisplayName(
            "In the browser: somebody is added, reads the first password, chooses one, and both pages can be used by everybody")
    void inTheBrowser(Address at, Browser browser) throws Exception {
        String first = administrator("warden");
        Page page = browser.window(at.base());
        Browser.login(page, "warden", first);
        assertThat(page.url()).endsWith("/me/password");
        Browser.usableByAll(page);
        page.fill("#before", first);
        page.fill("#wanted", CHOSEN);
        page.fill("#again", CHOSEN);
        page.click("button:has-text('Keep it')");
        Browser.login(page, "warden", CHOSEN);
        Browser.go(page, "/people");
        page.fill("input[name=name]", "Olga Other");
        page.fill("input[name=username]", "olga");
        page.click(".new-person label:has-text('technician')");
        page.click("button:has-text('Add, and show')");
        com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat(page.locator(".notice code"))
                .hasText(FIRST);
        Browser.usableByAll(page);
    }
}
