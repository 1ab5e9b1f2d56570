package dev.wartung.web.record;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Days;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.address.PublicAddress;
import dev.wartung.web.document.Documents;
import dev.wartung.web.document.QrCode;
import dev.wartung.web.exchange.Table;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.page.Wordings;
import dev.wartung.web.record.AuditTrail.Asked;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/**
 * The book of records, the service report of each job that has ended (page, PDF, JSON), its corrections, and who
 * changed what.
 */
@Controller
class RecordController {

    private static final int MOST_EXPORTED = 20_000;
    private static final int MOST_PRINTED = 500;

    private final PublicAddress address;
    private final Jobs jobs;
    private final ServiceReports reports;
    private final RecordDesk book;
    private final RecordSearch search;
    private final AuditTrail audit;
    private final Reviews reviews;
    private final CurrentAccount current;
    private final Documents documents;
    private final Wordings wordings;

    RecordController(
            Jobs jobs,
            ServiceReports reports,
            RecordDesk book,
            RecordSearch search,
            AuditTrail audit,
            Reviews reviews,
            CurrentAccount current,
            Documents documents,
            Wordings wordings,
            PublicAddress address) {
        this.address = address;
        this.jobs = jobs;
        this.reports = reports;
        this.book = book;
        this.search = search;
        this.audit = audit;
        this.reviews = reviews;
        this.current = current;
        this.documents = documents;
        this.wordings = wordings;
    }

    @GetMapping("/records")
    String records(
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "9223372036854775807") long before,
            Model model) {
        model.addAttribute("nav", "records");
        model.addAttribute("q", q);
        model.addAttribute("found", search.find(q, before));
        model.addAttribute("page", RecordSearch.PAGE);
        model.addAttribute("last", book.last().orElse(null));
        model.addAttribute("waiting", reviews.waiting());
        return "records";
    }

    @GetMapping("/records/audit")
    String audit(
            @RequestParam Map<String, String> typed,
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @ModelAttribute("units") UnitSystem units,
            Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        for (String field : List.of("from", "to")) {
            String day = typed.getOrDefault(field, "").strip();
            if (!day.isEmpty() && Days.read(day).isEmpty()) {
                troubles.put(field, "Write it as 15 Mar 2027.");
            }
        }
        model.addAttribute("nav", "records");
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        model.addAttribute("kinds", AuditTrail.kinds());
        model.addAttribute("page", AuditTrail.PAGE);
        model.addAttribute(
                "lines", troubles.isEmpty() ? audit.lines(Asked.of(typed), before, AuditTrail.PAGE, units) : List.of());
        return "audit";
    }

    /** The same in a table, as far back as the last {@value #MOST_EXPORTED} changes that fit. */
    @GetMapping(value = "/records/audit.csv", produces = "text/csv;charset=UTF-8")
    ResponseEntity<String> auditCsv(
            @RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units) {
        List<List<String>> rows = audit.lines(Asked.of(typed), Long.MAX_VALUE, MOST_EXPORTED, units).stream()
                .map(l -> List.of(
                        l.at().toString(),
                        l.who(),
                        l.account(),
                        l.what(),
                        l.key(),
                        l.action(),
                        l.values().stream().map(AuditTrail.Value::inOne).collect(Collectors.joining("; "))))
                .toList();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"who-changed-what.csv\"")
                .body(Table.write(List.of("at", "who", "account", "what", "which", "done", "values"), rows));
    }

    @GetMapping("/records/audit.pdf")
    ResponseEntity<byte[]> auditPdf(
            @RequestParam Map<String, String> typed, @ModelAttribute("units") UnitSystem units) {
        byte[] document = documents.pdf(
                "audit-pdf",
                Map.of(
                        "lines",
                        audit.lines(Asked.of(typed), Long.MAX_VALUE, MOST_PRINTED, units),
                        "most",
                        MOST_PRINTED,
                        "typed",
                        typed,
                        "units",
                        units));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"who-changed-what.pdf\"")
                .body(document);
    }

    @GetMapping("/records/{number:\\d{1,9}}")
    String report(@PathVariable int number, Model model) {
        return show(number, Map.of(), Map.of(), model);
    }

    @PostMapping("/records/{number:\\d{1,9}}/corrections")
    String correct(@PathVariable int number, @RequestParam Map<String, String> typed, Model model) {
        ended(number);
        Map<String, String> troubles = book.correct(number, typed);
        return troubles.isEmpty() ? "redirect:/records/" + number : show(number, typed, troubles, model);
    }

    /** What waits for a review. */
    @GetMapping("/records/review")
    String toReview(Model model) {
        model.addAttribute("nav", "records");
        model.addAttribute("waiting", reviews.waiting());
        model.addAttribute("lines", reviews.lines());
        return "review";
    }

    @PostMapping("/records/{number:\\d{1,9}}/review")
    String review(@PathVariable int number, @RequestParam Map<String, String> typed, Model model) {
        ServiceReports.Printed print = reports.of(ended(number));
        Map<String, String> troubles = reviews.sign(number, typed, Exceptions.of(print.says()));
        if (troubles.isEmpty()) {
            return "redirect:/records/review";
        }
        model.addAttribute("reviewTroubles", troubles);
        model.addAttribute("reviewRemark", typed.getOrDefault("remark", ""));
        return show(number, Map.of(), Map.of(), model);
    }

    private String show(int number, Map<String, String> typed, Map<String, String> troubles, Model model) {
        ServiceReports.Printed print = reports.of(ended(number));
        model.addAttribute("nav", "records");
        model.addAttribute("print", print);
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        boolean reviews =
                print.waitsSince().isPresent() && current.get().roles().contains(Role.REVIEWER);
        if (reviews) {
            model.addAttribute("exceptions", Exceptions.of(print.says()));
            model.addAttribute("tookPart", this.reviews.tookPart(number));
            model.addAttribute("through", this.reviews.through(number));
        }
        return "report";
    }

    @GetMapping("/records/{number:\\d{1,9}}.pdf")
    ResponseEntity<byte[]> asPdf(@PathVariable int number, @ModelAttribute("units") UnitSystem units) {
        String link = address.builder().path("/records/" + number).toUriString();
        byte[] document = documents.pdf(
                "report-pdf",
                Map.of(
                        "print",
                        reports.of(ended(number)),
                        "units",
                        units,
                        "wording",
                        wordings.in(units),
                        "qr",
                        QrCode.svg(link, 90)));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"service-report-" + number + ".pdf\"")
                .body(document);
    }

    /** The records as they are kept, word for word: who has them can compute their hashes. */
    @GetMapping(value = "/records/{number:\\d{1,9}}.json", produces = MediaType.APPLICATION_JSON_VALUE)
    ResponseEntity<String> asJson(@PathVariable int number) {
        List<RecordDesk.Kept> kept = book.of(number);
        if (kept.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        StringBuilder all = new StringBuilder("[");
        kept.forEach(k -> all.append(all.length() > 1 ? "," : "")
                .append("{\"hash\":\"")
                .append(k.hash())
                .append("\",\"record\":")
                .append(k.content())
                .append('}'));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"service-record-" + number + ".json\"")
                .body(all.append(']').toString());
    }

    private JobView ended(int number) {
        return jobs.view(number)
                .filter(v -> v.job().state() == JobState.CLOSED || v.job().state() == JobState.STOPPED)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
