package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.test.web.servlet.MockMvc;

/** Days are written in one way, and read in that and the one computers write. */
@ExtendWith({RunningApplication.class, Browser.class})
class DaysTest {

    private static final LocalDate TODAY = LocalDate.of(2027, 3, 20);

    private final MockMvc web;

    DaysTest(MockMvc web) {
        this.web = web;
    }

    @ParameterizedTest
    @ValueSource(strings = {"15 Mar 2027", "15 mar  2027", "15 March 2027", " 2027-03-15 "})
    @DisplayName("A day is read as it is written, with a month in full, or as computers write it")
    void read(String typed) {
        Map<String, String> troubles = new HashMap<>();
        assertThat(TypedDay.past("on", Map.of("on", typed), TODAY, troubles)).contains(LocalDate.of(2027, 3, 15));
        assertThat(TypedDay.moment("at", typed.strip() + " 06:30", ZoneOffset.UTC, troubles))
                .contains(LocalDateTime.of(2027, 3, 15, 6, 30).toInstant(ZoneOffset.UTC));
        assertThat(troubles).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {"03/15/2027", "15.3.2027", "3/4/2027", "30 Feb 2027", "15 März 2027", "Mar 15", "2027-13-01"})
    @DisplayName("What could be two days, or is none, is not guessed at")
    void notGuessed(String typed) {
        Map<String, String> troubles = new HashMap<>();
        assertThat(TypedDay.past("on", Map.of("on", typed), TODAY, troubles)).isEmpty();
        assertThat(troubles.get("on")).contains("Type it as 15 Mar 2027");
        assertThat(TypedDay.moment("at", typed + " 06:00", ZoneId.of("Europe/Oslo"), troubles))
                .isEmpty();
    }

    @Test
    @DisplayName("No page leaves it to a browser how a day is written")
    void oneKind() throws Exception {
        try (Stream<Path> all = Files.list(Path.of("src/main/resources/templates"))) {
            for (Path template : all.toList()) {
                assertThat(text(template))
                        .as(template.toString())
                        .doesNotContain(
                                "#temporals", "#dates.", "#calendars", "type=\"date\"", "type=\"datetime-local\"");
            }
        }
        for (String path : List.of("/calendar?month=2027-03", "/")) {
            String page = web.perform(get(path)
                            .header("Accept-Language", "de-DE,de")
                            .with(user("pia").roles("PLANNER")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(page).doesNotContain("März", "Mrz", "Montag", "Dienstag", "Mittwoch", "Donnerstag", "Freitag");
        }
    }

    private static String text(Path file) throws IOException {
        return Files.readString(file, StandardCharsets.UTF_8);
    }

    @Test
    @DisplayName("What is chosen in the browser's calendar stands in the field as days are written here")
    void picked(Address at, Browser browser) {
        Page page = browser.loggedIn(at.base(), "pia");
        Browser.go(page, "/shutdowns");
        page.click(".pick-day");
        page.fill(".day-picker", "2027-03-05T06:00");
        PlaywrightAssertions.assertThat(page.locator("input[name=begins]")).hasValue("5 Mar 2027 06:00");
        Browser.go(page, "/stores/tools");
        page.click(".pick-day");
        page.fill(".day-picker", "2027-12-31");
        PlaywrightAssertions.assertThat(page.locator("input[name=calibrated]")).hasValue("31 Dec 2027");
    }
}
