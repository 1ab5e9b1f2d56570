package dev.wartung.web.record;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.job.JobService;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;

/** The service report of a job that has ended, as a page and as PDF. */
@Controller
class RecordController {

    private final JobService jobs;
    private final ServiceReports reports;
    private final ReportPdf pdf;

    RecordController(JobService jobs, ServiceReports reports, ReportPdf pdf) {
        this.jobs = jobs;
        this.reports = reports;
        this.pdf = pdf;
    }

    @GetMapping("/records/{number:\\d{1,9}}")
    String report(@PathVariable int number, Model model) {
        model.addAttribute("nav", "records");
        model.addAttribute("report", reports.of(ended(number)));
        return "report";
    }

    @GetMapping("/records/{number:\\d{1,9}}.pdf")
    ResponseEntity<byte[]> asPdf(@PathVariable int number, @ModelAttribute("units") UnitSystem units) {
        byte[] document = pdf.render(reports.of(ended(number)), units);
        return ResponseEntity.ok().contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"service-report-" + number + ".pdf\"").body(document);
    }

    private JobView ended(int number) {
        return jobs.view(number).filter(v -> v.job().state() == JobState.CLOSED || v.job().state() == JobState.STOPPED)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
