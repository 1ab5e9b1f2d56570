package dev.wartung.web.site;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import dev.wartung.web.page.Dates;
import dev.wartung.web.page.TypedDay;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse.BodyHandlers;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** The plant's days and hours, whatever the server's are. */
@ExtendWith(RunningApplication.class)
class PlantTimeTest {

    private static final ZoneId OSLO = ZoneId.of("Europe/Oslo");

    private final MockMvc web;
    private final PlantClock clock;
    private final Dates dates;
    private final JdbcTemplate jdbc;

    PlantTimeTest(MockMvc web, PlantClock clock, Dates dates, JdbcTemplate jdbc) {
        this.web = web;
        this.clock = clock;
        this.dates = dates;
        this.jdbc = jdbc;
    }

    private MockHttpServletRequestBuilder zone(String name, String who, String role) {
        return post("/site/time")
                .param("zone", name)
                .with(user(who).roles(role))
                .with(csrf());
    }

    @AfterEach
    void server() throws Exception {
        web.perform(zone("", "pia", "PLANNER")).andExpect(redirectedUrl("/site?kept"));
        assertThat(clock.getZone()).isEqualTo(ZoneId.systemDefault());
    }

    @Test
    @DisplayName("A planner sets the zone: days, prints and forms follow it at once; moments stay what they were")
    void chosen() throws Exception {
        Instant evening = Instant.parse("2026-11-27T23:30:00Z");
        Instant before = jdbc.queryForObject("select min(at) from audit_entry", java.sql.Timestamp.class)
                .toInstant();
        for (Map.Entry<String, String> each : Map.of(
                        "Pacific/Kiritimati",
                        "28 Nov 2026 13:30",
                        "America/Los_Angeles",
                        "27 Nov 2026 15:30",
                        "Europe/Oslo",
                        "28 Nov 2026 00:30")
                .entrySet()) {
            web.perform(zone(each.getKey(), "pia", "PLANNER")).andExpect(redirectedUrl("/site?kept"));
            assertThat(dates.moment(evening)).isEqualTo(each.getValue());
            assertThat(LocalDate.now(clock)).isEqualTo(LocalDate.now(ZoneId.of(each.getKey())));
            assertThat(web.perform(get("/site").with(user("pia").roles("PLANNER")))
                            .andReturn()
                            .getResponse()
                            .getContentAsString())
                    .contains("value=\"" + each.getKey() + "\"");
        }
        assertThat(jdbc.queryForObject("select min(at) from audit_entry", java.sql.Timestamp.class)
                        .toInstant())
                .isEqualTo(before);
        assertThat(jdbc.queryForObject(
                        "select count(*) from audit_entry where table_name = 'plant_time'", Integer.class))
                .as("who changed it is kept")
                .isGreaterThanOrEqualTo(3);
    }

    @Test
    @DisplayName("What is no zone is told beside the field, typed as it was; technicians only look")
    void refused() throws Exception {
        assertThat(web.perform(zone("Atlantis/Old Town", "pia", "PLANNER"))
                        .andExpect(status().isOk())
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("“Atlantis/Old Town” is no time zone")
                .contains("value=\"Atlantis/Old Town\"");
        web.perform(zone("Europe/Oslo", "tessa", "TECHNICIAN")).andExpect(status().isForbidden());
    }

    @Test
    @DisplayName("Another instance has changed it: followed within seconds, without being told")
    void elsewhere(Address at) throws Exception {
        jdbc.update("insert into plant_time (id, zone, by_id, at) select 1, 'Asia/Tokyo', min(id), now() from account");
        for (int i = 0; i < 130 && !clock.getZone().getId().equals("Asia/Tokyo"); i++) {
            HttpClient.newHttpClient()
                    .send(
                            HttpRequest.newBuilder(URI.create(at.base() + "/login"))
                                    .build(),
                            BodyHandlers.discarding());
            Thread.sleep(100);
        }
        assertThat(clock.getZone().getId()).isEqualTo("Asia/Tokyo");
    }

    @Test
    @DisplayName("An hour that the change of clocks leaves out is not taken; one that comes twice is the first")
    void changes() {
        Map<String, String> troubles = new HashMap<>();
        assertThat(TypedDay.moment("begins", "2026-03-29T02:30", OSLO, troubles))
                .isEmpty();
        assertThat(troubles.get("begins")).contains("put forward");
        troubles.clear();
        assertThat(TypedDay.moment("begins", "2026-03-29T03:30", OSLO, troubles))
                .contains(Instant.parse("2026-03-29T01:30:00Z"));
        assertThat(TypedDay.moment("begins", "2026-10-25T02:30", OSLO, troubles))
                .contains(Instant.parse("2026-10-25T00:30:00Z"));
        assertThat(TypedDay.moment("begins", "2026-10-25T03:30", OSLO, troubles))
                .contains(Instant.parse("2026-10-25T02:30:00Z"));
        assertThat(troubles).isEmpty();
        assertThat(TypedDay.moment("begins", "soon", OSLO, troubles)).isEmpty();
        assertThat(troubles.get("begins")).contains("Choose a day");
    }
}
