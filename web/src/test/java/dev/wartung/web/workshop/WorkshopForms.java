package dev.wartung.web.workshop;

import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.account.Role;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** The workshop's forms, as a planner sends them. */
abstract class WorkshopForms {

    private final MockMvc web;

    WorkshopForms(MockMvc web) {
        this.web = web;
    }

    ResultActions does(String who, Role role, String path, String... fields) throws Exception {
        MockHttpServletRequestBuilder request =
                post(path).with(user(who).roles(role.name())).with(csrf());
        for (int i = 0; i < fields.length; i += 2) {
            request.param(fields[i], fields[i + 1]);
        }
        return web.perform(request);
    }

    ResultActions plans(String path, String... fields) throws Exception {
        return does("pia", Role.PLANNER, path, fields);
    }

    ResultActions shown(String path) throws Exception {
        return web.perform(get(path).with(user("pia").roles(Role.PLANNER.name())));
    }

    void number(String id, String place, String value, String was) throws Exception {
        plans("/types/" + id + "/draft/number", "place", place, "value", value, "was", was)
                .andExpect(status().isOk());
    }

    /** A draft made like a shipped type. */
    void copied(String from, String name) throws Exception {
        plans("/types", "maker", "Own", "name", name, "size", "DN 50", "from", "type:" + from)
                .andExpect(status().is3xxRedirection());
    }
}
