package dev.wartung.web.job;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.app.RunningApplication;
import java.util.Optional;
import java.util.UUID;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.IllegalTransactionStateException;

/** The log is written within the transaction of whoever asks for it, or not at all. */
@ExtendWith(RunningApplication.class)
class LogBookTest {

    private final LogBook log;

    LogBookTest(LogBook log) {
        this.log = log;
    }

    @Test
    @DisplayName("Outside a transaction every way of writing is refused: half of something would stay")
    void alone() {
        Job job = new Job();
        assertThatThrownBy(() -> log.add(job, UUID.randomUUID(), Optional.empty(), new JobEvent.Begun()))
                .isInstanceOf(IllegalTransactionStateException.class);
        assertThatThrownBy(() -> log.takeOver(job, UUID.randomUUID(), "x"))
                .isInstanceOf(IllegalTransactionStateException.class);
        assertThatThrownBy(() -> log.cancel(job, UUID.randomUUID()))
                .isInstanceOf(IllegalTransactionStateException.class);
        assertThatThrownBy(() -> log.during(1, UUID.randomUUID(), view -> Outcome.DONE))
                .isInstanceOf(IllegalTransactionStateException.class);
    }
}
