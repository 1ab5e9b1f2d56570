package dev.wartung.web.workshop;

import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dev.wartung.web.app.RunningApplication;
import org.hamcrest.Matchers;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.test.web.servlet.MockMvc;

/** What no manual says is measured: by air, press, caliper, thread and wrench. */
@ExtendWith(RunningApplication.class)
class MeasuredNumbersTest extends WorkshopForms {

    MeasuredNumbersTest(MockMvc web) {
        super(web);
    }

    @Test
    @DisplayName(
            "A spring that the manual does not say is worked out from one run, kept as measured, with how far it may be off")
    void measured() throws Exception {
        copied("kolm-50", "Spring 50");
        for (String place : new String[] {"preload", "rate", "friction"}) {
            String was =
                    switch (place) {
                        case "preload" -> "2300";
                        case "rate" -> "27";
                        default -> "150";
                    };
            number("spring-50", "actuator/NC/" + place, "", was);
        }
        String[] run = {
            "way", "RUN", "target", "NC", "first", "3.249", "full", "4.037", "back", "3.639", "home", "2.851", "gauge",
            "0.05"
        };
        String[] wrong = run.clone();
        wrong[11] = "3.4";
        plans("/types/spring-50/draft/measured", wrong)
                .andExpect(content().string(Matchers.containsString("No valve that a spring brings back does this")))
                .andExpect(content().string(Matchers.containsString("value=\"3.249\"")));
        plans("/types/spring-50/draft/measured", run).andExpect(status().is3xxRedirection());
        shown("/types/spring-50/draft/numbers")
                .andExpect(content().string(Matchers.containsString("one slow run up and down, ± 27 N (k = 2)")))
                .andExpect(content().string(Matchers.containsString("value=\"2300\"")));
    }

    private void sent(String... form) throws Exception {
        plans("/types/hand-50/draft/measured", form).andExpect(status().is3xxRedirection());
    }

    private void shows(String... words) throws Exception {
        for (String word : words) {
            shown("/types/hand-50/draft/numbers").andExpect(content().string(Matchers.containsString(word)));
        }
    }

    @Test
    @DisplayName(
            "By press, caliper and thread: each number is kept as measured; half of two readings is told beside it")
    void byHand() throws Exception {
        copied("kolm-50", "Hand 50");
        for (String place : new String[] {"NC/preload", "NC/rate", "NC/stroke"}) {
            number(
                    "hand-50",
                    "actuator/" + place,
                    "",
                    place.equals("NC/preload") ? "2300" : place.equals("NC/rate") ? "27" : "22");
        }
        sent(
                "way", "PRESS", "target", "NC", "force1", "2000", "length1", "150", "force2", "3080", "length2", "110",
                "fitted", "140", "scale", "20", "rule", "0.5");
        shows("weighed in the press, ± ", "value=\"2270\"");
        String[] half = {
            "way", "STROKE", "target", "NC", "shut1", "12.0", "open1", "33.9", "shut2", "12.2", "caliper", "0.1"
        };
        plans("/types/hand-50/draft/measured", half)
                .andExpect(content().string(Matchers.containsString("Read both again, or neither.")))
                .andExpect(content().string(Matchers.containsString("value=\"33.9\"")));
        sent("way", "STROKE", "target", "NC", "shut1", "12.0", "open1", "33.9", "caliper", "0.1");
        shows("by caliper, shut and open, ± 0.14 mm", "value=\"21.9\"");
        sent("way", "ACROSS", "target", "seat/seat-diameter", "round", "157.9", "thick", "0.3", "caliper", "0.3");
        String[] unclear = {"way", "ACROSS", "target", "drawing/wall", "round", "157.9", "caliper", "0.3"};
        plans("/types/hand-50/draft/measured", unclear)
                .andExpect(content().string(Matchers.containsString("How thick the thread is")));
        String[] both = {
            "way",
            "ACROSS",
            "target",
            "drawing/wall",
            "across1",
            "5",
            "round",
            "157.9",
            "thick",
            "0.3",
            "caliper",
            "0.3"
        };
        plans("/types/hand-50/draft/measured", both)
                .andExpect(content().string(Matchers.containsString("one of both, not both")));
        shows("by a thread laid round", "value=\"49.96\"");
    }

    @Test
    @DisplayName(
            "By wrench: spring and air of a quarter-turn actuator; a screw's thread by caliper, what fits none is told")
    void byWrench() throws Exception {
        copied("fen-50", "Turn 50");
        String[] wrench = {
            "way", "TORQUE", "target", "NC", "sc", "24", "scb", "20", "so", "36", "sob", "32", "ac", "48", "acb", "44",
            "ao", "24", "aob", "20", "at", "6", "wrench", "4"
        };
        String[] wrong = wrench.clone();
        wrong[7] = "25";
        plans("/types/turn-50/draft/measured", wrong)
                .andExpect(content().string(Matchers.containsString("Let back, a wrench reads no more")));
        plans("/types/turn-50/draft/measured", wrench).andExpect(status().is3xxRedirection());
        shown("/types/turn-50/draft/numbers")
                .andExpect(content().string(Matchers.containsString("by wrench on its shaft, ± ")))
                .andExpect(content().string(Matchers.containsString("value=\"68\"")))
                .andExpect(content().string(Matchers.containsString("value=\"56\"")));
        String[] screw = {
            "way",
            "THREAD",
            "target",
            "joints/housing/thread",
            "crests",
            "9.85",
            "turns",
            "10",
            "reach",
            "10",
            "caliper",
            "0.05"
        };
        plans("/types/turn-50/draft/measured", screw)
                .andExpect(content().string(Matchers.containsString("Not a metric coarse thread")));
        screw[9] = "15.0";
        plans("/types/turn-50/draft/measured", screw).andExpect(status().is3xxRedirection());
        shown("/types/turn-50/draft/numbers")
                .andExpect(content().string(Matchers.containsString("by caliper, over 10 turns")));
    }
}
