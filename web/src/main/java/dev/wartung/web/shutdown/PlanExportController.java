package dev.wartung.web.shutdown;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.scheduling.Plan;
import dev.wartung.web.address.PublicAddress;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.server.ResponseStatusException;

/** Where a plan is fetched from as a file. */
@Controller
@RequestMapping("/shutdowns/{id:\\d{1,12}}")
class PlanExportController {

    private final PublicAddress address;
    private final ShutdownDesk desk;
    private final PlanExports exports;
    private final Clock clock;

    PlanExportController(ShutdownDesk desk, PlanExports exports, Clock clock, PublicAddress address) {
        this.address = address;
        this.desk = desk;
        this.exports = exports;
        this.clock = clock;
    }

    private record Planned(ShutdownWindow window, Problem problem, Plan plan, Setup setup) {}

    private Planned planned(long id) {
        ShutdownWindow window = desk.byId(id).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return desk.problem(window)
                .flatMap(problem ->
                        desk.plan(window).map(plan -> new Planned(window, problem, plan, desk.setup(window))))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    @GetMapping("/plan.ics")
    ResponseEntity<byte[]> calendar(@PathVariable long id) {
        Planned p = planned(id);
        return file(
                exports.calendar(p.window(), p.problem(), p.plan(), p.setup(), clock.instant())
                        .getBytes(StandardCharsets.UTF_8),
                new MediaType("text", "calendar", StandardCharsets.UTF_8),
                "shutdown-" + id + ".ics");
    }

    @GetMapping("/plan.csv")
    ResponseEntity<byte[]> table(@PathVariable long id) {
        Planned p = planned(id);
        return file(
                exports.table(p.window(), p.problem(), p.plan(), p.setup(), clock.getZone())
                        .getBytes(StandardCharsets.UTF_8),
                new MediaType("text", "csv", StandardCharsets.UTF_8),
                "shutdown-" + id + ".csv");
    }

    @GetMapping("/job-cards.pdf")
    ResponseEntity<byte[]> cards(@PathVariable long id, @ModelAttribute("units") UnitSystem units) {
        return file(
                exports.cards(planned(id).plan(), units, address.base()),
                MediaType.APPLICATION_PDF,
                "shutdown-" + id + "-job-cards.pdf");
    }

    @GetMapping("/picking-list.pdf")
    ResponseEntity<byte[]> pickingList(@PathVariable long id) {
        Planned p = planned(id);
        return file(
                exports.pickingList(p.window(), exports.days(p.window(), p.problem(), p.plan(), clock.getZone())),
                MediaType.APPLICATION_PDF,
                "shutdown-" + id + "-picking-list.pdf");
    }

    private static ResponseEntity<byte[]> file(byte[] content, MediaType type, String name) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
                .body(content);
    }
}
