package dev.wartung.web.practice;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import com.microsoft.playwright.Page;
import dev.wartung.core.practice.HandsExercise;
import dev.wartung.core.practice.HandsExercise.Kind;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.app.Browser;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.LongStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;

/** Practising the hands, and what the practice page proposes. */
@ExtendWith({RunningApplication.class, Browser.class})
class HandsPagesTest {

    private final MockMvc web;
    private final JdbcTemplate jdbc;

    HandsPagesTest(MockMvc web, JdbcTemplate jdbc) {
        this.web = web;
        this.jdbc = jdbc;
    }

    private MockHttpServletResponse sent(String to, Map<String, String> typed) throws Exception {
        MockHttpServletRequestBuilder request =
                post(to).with(user("theo").roles("TECHNICIAN")).with(csrf());
        typed.forEach(request::param);
        return web.perform(request).andReturn().getResponse();
    }

    private MockHttpServletResponse page(String name, String from) throws Exception {
        return web.perform(get(from).with(user(name).roles("TECHNICIAN")))
                .andReturn()
                .getResponse();
    }

    /** The exercises of a run, made again as they were made. */
    private List<HandsExercise> exercises(String run) {
        return jdbc.queryForObject(
                "select techniques, seed from hands_run where id = ?::uuid",
                (row, i) -> {
                    String[] ids = (String[]) row.getArray(1).getArray();
                    List<HandsExercise> exercises = new ArrayList<>();
                    for (int place = 0; place < ids.length; place++) {
                        exercises.add(HandsExercise.of(
                                        SheetLibrary.techniques().get(ids[place]), new Random(row.getLong(2) + place))
                                .orElseThrow());
                    }
                    return exercises;
                },
                run);
    }

    private static Map<String, String> answer(HandsExercise exercise, int place, boolean right) {
        Map<String, String> typed = new TreeMap<>(Map.of("place", String.valueOf(place)));
        if (exercise.kind() == Kind.ORDER) {
            List<Integer> places = new ArrayList<>(exercise.right());
            if (!right) {
                places.add(places.remove(0));
            }
            for (int i = 0; i < places.size(); i++) {
                typed.put("place." + i, String.valueOf(places.get(i)));
            }
        } else {
            int picked = exercise.right().get(0);
            typed.put("picture", String.valueOf(right ? picked : picked == 0 ? 1 : 0));
        }
        return typed;
    }

    @Test
    @DisplayName("Five pictures: answered, told, counted and kept; what was wrong comes again before what was right")
    void run() throws Exception {
        assertThat(page("theo", "/practice").getContentAsString()).contains("0 of ", "techniques right");
        String to = sent("/practice/hands", Map.of()).getRedirectedUrl();
        String id = String.valueOf(to).substring("/practice/hands/".length());
        List<HandsExercise> exercises = exercises(id);
        assertThat(exercises).hasSize(5);
        for (int place = 1; place <= 5; place++) {
            HandsExercise exercise = exercises.get(place - 1);
            assertThat(page("theo", to).getContentAsString())
                    .contains("Picture question " + place + " of 5", exercise.asked())
                    // no caption gives it away
                    .doesNotContain("<span class=\"caption\">"
                            + exercise.pictures().get(0).caption());
            assertThat(sent(to, Map.of("place", String.valueOf(place))).getContentAsString())
                    .contains(exercise.kind() == Kind.ORDER ? "Give every picture a place" : "Pick a picture.");
            assertThat(sent(to, answer(exercise, place, place <= 3)).getRedirectedUrl())
                    .isEqualTo(to + "?seen=" + place);
            assertThat(page("theo", to + "?seen=" + place).getContentAsString())
                    .contains(
                            place <= 3 ? "Right." : "Not so.",
                            exercise.technique().why().substring(0, 12));
            // the button pressed twice
            sent(to, answer(exercise, place, true));
        }
        assertThat(page("theo", to).getContentAsString()).contains("3 of 5 right.", "look at it again");
        assertThat(page("theo", "/practice").getContentAsString()).contains("3 of ");
        assertThat(page("tessa", to).getStatus()).isEqualTo(404);
        assertThat(page("theo", "/practice/hands/" + UUID.randomUUID()).getStatus())
                .isEqualTo(404);

        // once all the others were right, what was wrong comes first
        List<String> wrong =
                exercises.subList(3, 5).stream().map(e -> e.technique().id()).toList();
        SheetLibrary.techniques().values().stream()
                .filter(HandsExercise::isPossible)
                .map(t -> t.id())
                .filter(t -> !wrong.contains(t))
                .forEach(t -> {
                    UUID other = UUID.randomUUID();
                    jdbc.update(
                            "insert into hands_run (id, account_id, techniques, seed, begun_at) select ?, id, array[?], 1, now() from account where username = 'theo'",
                            other,
                            t);
                    jdbc.update(
                            "insert into hands_answer (run_id, place, technique, was_right, at) values (?, 1, ?, true, now())",
                            other,
                            t);
                });
        String again = String.valueOf(sent("/practice/hands", Map.of()).getRedirectedUrl());
        assertThat(exercises(again.substring("/practice/hands/".length())).subList(0, 2).stream()
                        .map(e -> e.technique().id()))
                .containsExactlyInAnyOrderElementsOf(wrong);
    }

    @Test
    @DisplayName(
            "In the browser what lies the wrong way round is turned until it is right; everybody can use the pages")
    void turned(Address at, Browser browser) {
        long seed = LongStream.range(0, 100)
                .filter(s -> HandsExercise.of(SheetLibrary.techniques().get("lip-seal"), new Random(s))
                        .filter(e -> e.kind() == Kind.TURN && e.right().equals(List.of(1)))
                        .isPresent())
                .findFirst()
                .orElseThrow();
        UUID id = UUID.randomUUID();
        jdbc.update(
                "insert into hands_run (id, account_id, techniques, seed, begun_at) select ?, id, array['lip-seal', 'clamp'], ?, now() from account where username = 'tessa'",
                id,
                seed);
        Page page = browser.loggedIn(at.base(), "tessa");
        Browser.go(page, "/practice/hands/" + id);
        assertThat(page.locator("legend")).containsText("Turn the lip until it is right.");
        assertThat(page.locator(".frames.asked .frame:visible")).hasCount(1);
        Browser.usableByAll(page);
        page.click("text=Turn it");
        assertThat(page.locator(".frames.asked .frame:visible")).hasCount(1);
        page.click("text=That is it");
        Browser.ready(page);
        assertThat(page.locator(".verdict")).hasText("Right.");
        assertThat(page.locator(".frame.wrong .caption")).hasText("Lip away: pressure lifts it");
        Browser.usableByAll(page);
        page.click("text=Next");
        Browser.ready(page);
        assertThat(page.locator(".soft")).containsText("Picture question 2 of 2");
    }

    @Test
    @DisplayName(
            "Practice opens with a proposal: the simplest family first, then on through all, then one with a fault")
    void proposed(Address at, Browser browser) {
        jdbc.update("delete from practice_run where account_id = (select id from account where username = 'rita')");
        Page page = browser.loggedIn(at.base(), "rita");
        Browser.go(page, "/practice");
        assertThat(page.locator(".proposal").first()).containsText("A first one: few moves, and nothing is hidden.");
        String first = page.locator(".way-through li[aria-current] a").innerText();
        Browser.usableByAll(page);
        page.click("text=Begin this one");
        Browser.ready(page);
        assertThat(page.locator(".right h2")).containsText("What do you do next?");
        jdbc.update(
                "update practice_run set score = 90, ended_at = now() where account_id = (select id from account where username = 'rita')");
        Browser.go(page, "/practice");
        assertThat(page.locator(".way-through .practised")).hasText("" + first + "✓ 90 points");
        assertThat(page.locator(".proposal").first()).containsText("A family you have not worked on yet.");
        jdbc.update(
                "insert into practice_run (account_id, type_id, drive, options, work, chosen, trap, seed, made, begun_at, ended_at, score, version) select r.account_id, t, r.drive, r.options, r.work, r.chosen, r.trap, r.seed, r.made, r.begun_at, r.ended_at, 85, 0 from practice_run r, unnest(array['fen-50', 'fen-l-100', 'hvile-50', 'kolm-50', 'kolm-t-50', 'kule-50', 'terskel-50', 'tvinn-50']) t where r.account_id = (select id from account where username = 'rita') and t <> r.type_id");
        Browser.go(page, "/practice");
        assertThat(page.locator(".proposal").first())
                .containsText("All families are practised. This one has a fault to be found.");
    }
}
