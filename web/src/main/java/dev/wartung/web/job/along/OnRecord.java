package dev.wartung.web.job.along;

import dev.wartung.core.message.Message;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.job.EventWords;
import dev.wartung.web.job.JobEntry;
import dev.wartung.web.job.JobView;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/**
 * What the record has of a step, to be shown beside what was done without network.
 *
 * @param words what was read, or what was noted
 */
public record OnRecord(Instant at, String by, Message words) {

    /** In order, by the step's id. */
    static Map<String, List<OnRecord>> byStep(JobView view) {
        Map<String, List<OnRecord>> all = new LinkedHashMap<>();
        for (JobEntry entry : view.entries()) {
            entry.stepId().ifPresent(step -> all.computeIfAbsent(step, s -> new ArrayList<>())
                    .add(new OnRecord(
                            entry.doneAt().orElse(entry.at()), entry.by().name(), words(entry))));
        }
        return all;
    }

    private static Message words(JobEntry entry) {
        Stream<Message> read = entry.event() instanceof JobEvent.Confirmed confirmed
                ? Stream.concat(
                        Stream.of(Message.of("apart.confirmed", "Confirmed")),
                        confirmed.answers().stream().map(OnRecord::read))
                : entry.event() instanceof JobEvent.TakenBack
                        ? Stream.of(Message.of("apart.taken-back", "Taken back"))
                        : Stream.empty();
        return Message.joined(
                "; ",
                Stream.concat(read, Stream.of(EventWords.of(entry.event())))
                        .filter(m -> !m.isEmpty())
                        .toList());
    }

    private static Message read(Answer answer) {
        return Message.of(
                "apart.read",
                "{asked}: {finding}",
                "asked",
                answer.asked(),
                "finding",
                answer.verdict().finding());
    }
}
