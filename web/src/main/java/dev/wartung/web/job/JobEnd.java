package dev.wartung.web.job;

import dev.wartung.web.account.Account;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** How a job ends: what stands in the way of closing it, its own and other features', and telling them when it has. */
@Component
class JobEnd {

    private final List<JobWatch> watches;

    JobEnd(List<JobWatch> watches) {
        this.watches = watches;
    }

    List<String> hindrances(JobView view) {
        return Stream.of(
                        view.progress().hindrances().stream(),
                        view.judgement().hindrances().stream(),
                        watches.stream().flatMap(w -> w.hindrances(view.job()).stream()))
                .flatMap(s -> s)
                .toList();
    }

    void ended(Job job, Account by, Instant at) {
        watches.forEach(w -> w.ended(job, by, at));
    }
}
