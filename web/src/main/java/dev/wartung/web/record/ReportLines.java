package dev.wartung.web.record;

import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Locked;
import dev.wartung.web.job.EventWords;
import dev.wartung.web.job.JobEntry;
import dev.wartung.web.job.JobView;
import dev.wartung.web.record.ServiceReport.Line;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;

/** What happened in a job, a line each, as a report tells it. */
final class ReportLines implements JobEvent.Cases<Line> {

    private final JobView view;
    private final Instant at;
    private final String who;
    private final Optional<Step> step;

    private ReportLines(JobView view, JobEntry entry) {
        this.view = view;
        this.at = entry.at();
        this.who = entry.by().name();
        this.step = entry.stepId().map(view.steps()::get);
    }

    static List<Line> of(JobView view) {
        return view.entries().stream()
                .map(entry -> entry.doneAt()
                        .map(done -> sentLater(entry.event().in(new ReportLines(view, entry)), done))
                        .orElseGet(() -> entry.event().in(new ReportLines(view, entry))))
                .toList();
    }

    /** Done where there was no network: how long before it was written. */
    private static Line sentLater(Line line, Instant done) {
        Message earlier = Message.of(
                "report.sent-later",
                "done without network {earlier} earlier",
                "earlier",
                inWords(Duration.between(done, line.at())));
        return new Line(
                line.at(),
                line.who(),
                line.what(),
                line.detail().isEmpty() ? earlier : Message.joined("; ", List.of(line.detail(), earlier)),
                line.notable());
    }

    private static String inWords(Duration earlier) {
        long minutes = Math.max(1, Math.round(earlier.toSeconds() / 60.0));
        return minutes < 60 ? minutes + " min" : minutes / 60 + " h " + minutes % 60 + " min";
    }

    private Message step() {
        return step.map(Step::say).orElse(Message.NONE);
    }

    /** Something that whoever reads the report should not miss. */
    private Line noteworthy(String what, JobEvent event) {
        return new Line(at, who, Message.of("report.event", what), EventWords.of(event), true);
    }

    private Line usual(String what, JobEvent event) {
        return new Line(at, who, Message.of("report.event", what), EventWords.of(event), false);
    }

    @Override
    public Line reported(JobEvent.Reported event) {
        return noteworthy("Reported", event);
    }

    @Override
    public Line begun(JobEvent.Begun event) {
        return usual("Job started", event);
    }

    @Override
    public Line cancelled(JobEvent.Cancelled event) {
        return noteworthy("Job cancelled", event);
    }

    @Override
    public Line confirmed(JobEvent.Confirmed event) {
        Message end = step.map(Step::done).orElse(Message.NONE);
        Message done = event.second()
                .map(s -> Message.of("report.agreed", "{done}, agreed: {second}", "done", end, "second", s))
                .orElse(end);
        if (!event.locks().isEmpty()) {
            done = Message.joined("; ", List.of(done, EventWords.of(event)));
        }
        boolean otherwise = event.locks().stream().anyMatch(l -> l.done() == Locked.Done.NOT_PUT);
        return new Line(
                at,
                who,
                step(),
                done,
                otherwise || step.filter(Step::secondPerson).isPresent());
    }

    @Override
    public Line readingFailed(JobEvent.ReadingFailed event) {
        return new Line(
                at,
                who,
                step(),
                Message.of("report.reading-failed", "Reading failed: {which}", "which", EventWords.of(event)),
                true);
    }

    @Override
    public Line takenBack(JobEvent.TakenBack event) {
        return new Line(
                at,
                who,
                Message.of("report.taken-back", "Taken back: {step}", "step", step()),
                EventWords.of(event),
                true);
    }

    @Override
    public Line noted(JobEvent.Noted event) {
        return noteworthy("Problem noted", event);
    }

    @Override
    public Line found(JobEvent.Found event) {
        return noteworthy("Found", event);
    }

    @Override
    public Line arrived(JobEvent.Arrived event) {
        return usual("Came in", event);
    }

    @Override
    public Line oldSeal(JobEvent.OldSealJudged event) {
        return noteworthy("Old seal judged", event);
    }

    @Override
    public Line checked(JobEvent.Checked event) {
        return usual("Checked because of an old seal", event);
    }

    @Override
    public Line takenOver(JobEvent.TakenOver event) {
        return noteworthy("Bench taken over", event);
    }

    @Override
    public Line corrected(JobEvent.Corrected event) {
        return noteworthy("Record corrected, job derived anew", event);
    }

    @Override
    public Line closingUp(JobEvent.ClosingUp event) {
        return noteworthy("Chose to close up from here", event);
    }

    @Override
    public Line stopped(JobEvent.Stopped event) {
        return noteworthy(
                view.ofNewValve() ? "Job stopped, the new valve left as it lies" : "Job stopped, valve out of service",
                event);
    }

    @Override
    public Line closed(JobEvent.Closed event) {
        return usual("Job closed", event);
    }
}
