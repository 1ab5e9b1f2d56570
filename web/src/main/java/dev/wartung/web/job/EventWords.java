package dev.wartung.web.job;

import dev.wartung.core.inspection.Finding;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.sealing.OldSeal;
import java.util.stream.Collectors;

/**
 * What an event says in words: the reason, note or remark it was made with; empty where it says nothing more than that
 * it happened.
 */
public final class EventWords implements JobEvent.Cases<String> {

    private static final EventWords WORDS = new EventWords();

    private EventWords() {}

    public static String of(JobEvent event) {
        return event.in(WORDS);
    }

    @Override
    public String reported(JobEvent.Reported event) {
        return event.text();
    }

    @Override
    public String begun(JobEvent.Begun event) {
        return "";
    }

    @Override
    public String cancelled(JobEvent.Cancelled event) {
        return "";
    }

    @Override
    public String confirmed(JobEvent.Confirmed event) {
        return "";
    }

    /** The readings that failed, and why. */
    @Override
    public String readingFailed(JobEvent.ReadingFailed event) {
        return event.tried().answers().stream()
                .filter(a -> !a.settled())
                .map(a -> a.asked() + " " + a.verdict().finding())
                .collect(Collectors.joining("; "));
    }

    @Override
    public String takenBack(JobEvent.TakenBack event) {
        return event.reason();
    }

    @Override
    public String noted(JobEvent.Noted event) {
        return event.note();
    }

    @Override
    public String found(JobEvent.Found event) {
        Finding finding = event.finding();
        return finding.inWords() + finding.size().map(q -> ", " + q.shown()).orElse("")
                + finding.direction().map(d -> ", " + d.words()).orElse("")
                + (finding.note().isEmpty() ? "" : ", " + finding.note()) + ": "
                + finding.decision().words() + ". " + finding.reason();
    }

    @Override
    public String arrived(JobEvent.Arrived event) {
        return event.piece().name() + ", lot " + event.piece().lot();
    }

    @Override
    public String oldSeal(JobEvent.OldSealJudged event) {
        OldSeal seal = event.seal();
        return seal.name() + ": " + seal.looked() + (seal.note().isEmpty() ? "" : ", " + seal.note())
                + ". Most likely: " + seal.causes().stream().findFirst().orElse("");
    }

    @Override
    public String checked(JobEvent.Checked event) {
        return event.say() + ": " + event.answer();
    }

    @Override
    public String takenOver(JobEvent.TakenOver event) {
        return event.reason();
    }

    @Override
    public String corrected(JobEvent.Corrected event) {
        return event.reason();
    }

    @Override
    public String closingUp(JobEvent.ClosingUp event) {
        return "";
    }

    @Override
    public String stopped(JobEvent.Stopped event) {
        return event.reason();
    }

    @Override
    public String closed(JobEvent.Closed event) {
        return event.remark();
    }
}
