package dev.wartung.web.device;

import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;

/**
 * Torque wrench and caliper that send what they read to the bench: typed into a field at a press, judged and confirmed
 * like anything typed.
 */
@Component
class HandTools {

    /** The most a tool of the kind can show: more is a broken transmitter, SI. */
    private static final Map<Dimension, Double> MOST =
            new EnumMap<>(Map.of(Dimension.TORQUE, 600.0, Dimension.LENGTH, 0.6));

    private static final int FINE = 3;

    private final TestBenches benches;

    HandTools(TestBenches benches) {
        this.benches = benches;
    }

    /** What tools measure that send to a bench of the workshop. */
    Set<Dimension> sending() {
        return benches.count() > 0 ? MOST.keySet() : Set.of();
    }

    /** What was read, or why there is nothing. */
    record Sent(Optional<Quantity> read, String why) {}

    Sent last(Dimension of) {
        List<TestBench> all = benches.findAllByOrderByName();
        String why = "No bench is connected.";
        for (TestBench bench : all) {
            try (BenchLink link = BenchLink.to(bench)) {
                Optional<Quantity> sent = link.sent(of);
                if (sent.filter(q -> q.si() <= MOST.getOrDefault(of, 0.0)).isPresent()) {
                    return new Sent(sent, "");
                }
                why = sent.isPresent()
                        ? "It sent what no such tool can show. Read it off the tool and type it."
                        : "It has sent nothing yet.";
            } catch (BenchLink.Broken e) {
                why = String.valueOf(e.getMessage());
            }
        }
        return new Sent(Optional.empty(), why);
    }

    private static String typed(Quantity quantity, Unit unit) {
        return Quantity.rounded(quantity.in(unit), FINE) + " " + unit.symbol();
    }

    /** The readings, as they are typed. */
    @Controller
    static class HandToolController {

        private final HandTools tools;

        HandToolController(HandTools tools) {
            this.tools = tools;
        }

        @GetMapping("/device/sent/{of:TORQUE|LENGTH}")
        ResponseEntity<String> sent(@PathVariable Dimension of, @ModelAttribute("units") UnitSystem units) {
            Sent sent = tools.last(of);
            // as finely as the tool sent it: what is shown elsewhere is rounded
            return sent.read()
                    .map(q -> ResponseEntity.ok(typed(q, units.unit(of))))
                    .orElseGet(() -> ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                            .body(sent.why()));
        }
    }
}
