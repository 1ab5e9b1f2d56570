package dev.wartung.web.account;

import static org.hamcrest.Matchers.containsString;
import static org.hamcrest.Matchers.not;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.header;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrl;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.redirectedUrlPattern;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mock.web.MockHttpSession;
import org.springframework.test.web.servlet.MockMvc;

/** Who comes in, and what the browser is told. */
@ExtendWith(RunningApplication.class)
class SecurityTest {

    @Test
    @DisplayName("Nothing is shown without logging in; what is fetched in the background is told with 401")
    void nothingWithoutLogin(MockMvc web) throws Exception {
        web.perform(get("/valves")).andExpect(redirectedUrl("/login"));
        web.perform(get("/jobs/1001/board").header("HX-Request", "true")).andExpect(status().isUnauthorized());
        web.perform(get("/actuator/env")).andExpect(redirectedUrl("/login"));
    }

    @Test
    @DisplayName("The policy allows no inline script or style and no foreign source")
    void strictPolicy(MockMvc web) throws Exception {
        web.perform(get("/login")).andExpect(header().string("Content-Security-Policy", containsString("default-src 'self'")))
                .andExpect(header().string("Content-Security-Policy", not(containsString("unsafe"))))
                .andExpect(header().string("X-Content-Type-Options", "nosniff"));
    }

    @Test
    @DisplayName("A form without its token is refused")
    void forgedForm(MockMvc web) throws Exception {
        web.perform(post("/jobs/1001/start").with(user("tessa").roles("TECHNICIAN")).session(new MockHttpSession())
                        .param("entryId", UUID.randomUUID().toString()))
                .andExpect(status().isForbidden());
    }

    @Test
    @DisplayName("A planner plans but does not work at the bench")
    void rolesHold(MockMvc web) throws Exception {
        web.perform(post("/jobs/1001/start").with(user("pia").roles("PLANNER")).with(csrf()).param("entryId", UUID.randomUUID().toString()))
                .andExpect(status().isForbidden());
        web.perform(post("/valves/TS-001/plan").with(user("pia").roles("PLANNER")).with(csrf()).param("work", "inspect").param("due", "2199-01-01"))
                .andExpect(redirectedUrlPattern("/jobs/*"));
    }

    @Test
    @DisplayName("After five wrong passwords even the right one waits; another name is not held up")
    void guessingIsSlowedDown(MockMvc web) throws Exception {
        for (int i = 0; i < LoginThrottle.TRIES; i++) {
            web.perform(post("/login").with(csrf()).param("username", "theo").param("password", "wrong")).andExpect(redirectedUrl("/login?wrong&name=theo"));
        }
        web.perform(post("/login").with(csrf()).param("username", "Theo ").param("password", TestSite.PASSWORD)).andExpect(redirectedUrlPattern("/login?wait*"));
        web.perform(post("/login").with(csrf()).param("username", "tessa").param("password", TestSite.PASSWORD)).andExpect(redirectedUrl("/"));
    }
}
