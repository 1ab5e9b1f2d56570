package dev.wartung.web.job;

import dev.wartung.core.inspection.Finding;
import dev.wartung.core.message.Message;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Locked.Done;
import dev.wartung.core.sealing.OldSeal;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * What an event says in words: the reason, note or remark it was made with; empty where it says nothing more than that
 * it happened.
 */
public final class EventWords implements JobEvent.Cases<Message> {

    private static final EventWords WORDS = new EventWords();

    private EventWords() {}

    public static Message of(JobEvent event) {
        return event.in(WORDS);
    }

    @Override
    public Message reported(JobEvent.Reported event) {
        return Message.words(event.text());
    }

    @Override
    public Message begun(JobEvent.Begun event) {
        return Message.NONE;
    }

    @Override
    public Message cancelled(JobEvent.Cancelled event) {
        return Message.NONE;
    }

    @Override
    public Message confirmed(JobEvent.Confirmed event) {
        return Message.joined(
                "; ",
                Stream.of(
                                locks(event, Done.ON, "event.locked", "Locked: {locks}"),
                                locks(event, Done.NOT_PUT, "event.not-locked", "Not locked: {locks}"),
                                locks(event, Done.OFF, "event.locks-off", "Locks off: {locks}"))
                        .filter(m -> !m.isEmpty())
                        .toList());
    }

    private static Message locks(JobEvent.Confirmed event, Done done, String id, String english) {
        List<String> locks = event.locks().stream()
                .filter(l -> l.done() == done)
                .map(l -> done == Done.NOT_PUT ? l.at() + ", because " + l.how() : l.at())
                .toList();
        return locks.isEmpty() ? Message.NONE : Message.of(id, english, "locks", String.join(", ", locks));
    }

    /** The readings that failed, and why. */
    @Override
    public Message readingFailed(JobEvent.ReadingFailed event) {
        List<Message> failed = event.tried().answers().stream()
                .filter(a -> !a.settled())
                .map(a -> Message.of(
                        "event.failed",
                        "{asked} {found}",
                        "asked",
                        a.asked(),
                        "found",
                        a.verdict().finding()))
                .toList();
        return Message.joined("; ", failed);
    }

    @Override
    public Message takenBack(JobEvent.TakenBack event) {
        return Message.words(event.reason());
    }

    @Override
    public Message noted(JobEvent.Noted event) {
        return Message.words(event.note());
    }

    @Override
    public Message found(JobEvent.Found event) {
        Finding finding = event.finding();
        List<Message> seen = new ArrayList<>(List.of(Message.words(finding.inWords())));
        finding.size().ifPresent(size -> seen.add(Message.of("event.size", "{size}", "size", size)));
        finding.direction().ifPresent(d -> seen.add(Message.words(d.words())));
        if (!finding.note().isEmpty()) {
            seen.add(Message.words(finding.note()));
        }
        return Message.of(
                "event.found",
                "{seen}: {decision}. {reason}",
                "seen",
                Message.joined(", ", seen),
                "decision",
                finding.decision().words(),
                "reason",
                finding.reason());
    }

    @Override
    public Message arrived(JobEvent.Arrived event) {
        return Message.of(
                "event.arrived",
                "{piece}, lot {lot}",
                "piece",
                event.piece().name(),
                "lot",
                event.piece().lot());
    }

    @Override
    public Message oldSeal(JobEvent.OldSealJudged event) {
        OldSeal seal = event.seal();
        return Message.of(
                "event.old-seal",
                "{seal}: {looked}. Most likely: {cause}",
                "seal",
                seal.name(),
                "looked",
                seal.looked()
                        + (seal.hasLeaked() ? ", opened because it leaked" : "")
                        + (seal.note().isEmpty() ? "" : ", " + seal.note()),
                "cause",
                seal.causes().stream().findFirst().orElse(""));
    }

    @Override
    public Message checked(JobEvent.Checked event) {
        return Message.of("event.checked", "{say}: {answer}", "say", event.say(), "answer", event.answer());
    }

    @Override
    public Message takenOver(JobEvent.TakenOver event) {
        return Message.words(event.reason());
    }

    @Override
    public Message corrected(JobEvent.Corrected event) {
        return Message.words(event.reason());
    }

    @Override
    public Message closingUp(JobEvent.ClosingUp event) {
        return Message.NONE;
    }

    @Override
    public Message stopped(JobEvent.Stopped event) {
        return Message.words(event.reason());
    }

    @Override
    public Message closed(JobEvent.Closed event) {
        return Message.words(event.remark());
    }
}
