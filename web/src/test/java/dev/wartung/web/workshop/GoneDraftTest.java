package dev.wartung.web.workshop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.web.app.RunningApplication;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.server.ResponseStatusException;

@ExtendWith(RunningApplication.class)
class GoneDraftTest {

    @Test
    @DisplayName("Who types at a draft or approves it in the moment in which another drops it is told that it is gone")
    void gone(TypeDrafts drafts, TransactionTemplate transaction) {
        // what looked the draft up a moment before comes to this
        assertThatThrownBy(() -> transaction.executeWithoutResult(now -> drafts.change("gone-50", 1, sheet -> sheet)))
                .satisfies(GoneDraftTest::told);
        assertThatThrownBy(() -> transaction.execute(now -> drafts.held("gone-50")))
                .satisfies(GoneDraftTest::told);
    }

    private static void told(Throwable thrown) {
        assertThat(thrown).isInstanceOfSatisfying(ResponseStatusException.class, e -> {
            assertThat(e.getStatusCode()).isEqualTo(HttpStatus.NOT_FOUND);
            assertThat(e.getReason()).isEqualTo("There is no draft of gone-50 any more.");
        });
    }
}
