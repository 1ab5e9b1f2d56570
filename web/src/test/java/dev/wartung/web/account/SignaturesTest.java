package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.web.account.Signatures.Kept;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.transaction.IllegalTransactionStateException;
import org.springframework.transaction.support.TransactionTemplate;

/** Signatures under decisions, and who can be the second person. */
@ExtendWith(RunningApplication.class)
class SignaturesTest {

    private final Signatures signatures;
    private final CurrentAccount current;
    private final TransactionTemplate transaction;
    private final JdbcTemplate jdbc;

    SignaturesTest(Signatures signatures, CurrentAccount current, TransactionTemplate transaction, JdbcTemplate jdbc) {
        this.signatures = signatures;
        this.current = current;
        this.transaction = transaction;
        this.jdbc = jdbc;
    }

    private Optional<String> sign(String who, String row, String password) {
        Optional<?>[] answer = new Optional<?>[1];
        current.as(
                who,
                () -> answer[0] = transaction.execute(t -> signatures.sign(
                        password, new Signed(Meaning.RELEASED, "lot", row, "K50-PE, lot A", "it was the glove"))));
        return answer[0].map(String::valueOf);
    }

    @Test
    @DisplayName(
            "A signature says who, by name and account, what it means, about what and when; a wrong password leaves none, nor does a decision that is taken back")
    void kept() {
        assertThat(sign("pia", "900", "wrong"))
                .contains("That is not your password. You sign with the one you log in with.");
        assertThat(sign("pia", "900", "")).contains("Sign with your password.");
        assertThat(signatures.under("lot", "900")).isEmpty();
        current.as(
                "pia",
                () -> transaction.executeWithoutResult(t -> {
                    signatures.sign(TestSite.PASSWORD, new Signed(Meaning.RELEASED, "lot", "900", "lot A", ""));
                    t.setRollbackOnly();
                }));
        assertThat(signatures.under("lot", "900")).isEmpty();
        assertThat(sign("pia", "900", TestSite.PASSWORD)).isEmpty();
        List<Kept> given = signatures.under("lot", "900");
        assertThat(given).hasSize(1);
        Kept one = given.get(0);
        assertThat(List.of(one.username(), one.name(), one.meaning(), one.says(), one.reason()))
                .containsExactly(
                        "pia", "Pia Planner", "releases it from quarantine", "K50-PE, lot A", "it was the glove");
        assertThat(Duration.between(one.at(), Instant.now()).abs()).isLessThan(Duration.ofMinutes(1));
        assertThat(jdbc.queryForList(
                        "select by_name from audit_entry where table_name = 'signature' and new_values ->> 'about_row' = '900'",
                        String.class))
                .hasSize(1);
        assertThatThrownBy(() -> current.as(
                        "pia",
                        () -> signatures.sign(TestSite.PASSWORD, new Signed(Meaning.RELEASED, "lot", "901", "", ""))))
                .as("never without the decision it stands under")
                .isInstanceOf(IllegalTransactionStateException.class);
    }

    @ParameterizedTest
    @EnumSource(Role.class)
    @DisplayName("The second person has the role the step asks for; another with the right password does not agree")
    void second(Role role) {
        String second =
                switch (role) {
                    case TECHNICIAN -> "theo";
                    case PLANNER -> "pia";
                    case REVIEWER -> "rita";
                    case PROCESS_OWNER -> "oskar";
                    case ADMINISTRATOR -> "ada";
                };
        current.as("tessa", () -> {
            assertThat(current.second(second, TestSite.PASSWORD, Signing.WORKS)
                            .who()
                            .isPresent())
                    .isEqualTo(role == Role.TECHNICIAN);
            assertThat(current.second(second, TestSite.PASSWORD, Signing.AGREES)
                            .who()
                            .isPresent())
                    .isEqualTo(role == Role.TECHNICIAN || role == Role.REVIEWER);
        });
        current.as("tessa", () -> assertThat(current.second("tessa", TestSite.PASSWORD, Signing.AGREES)
                        .who())
                .as("one's own second")
                .isEmpty());
        current.as("tessa", () -> assertThat(
                        current.second("pia", TestSite.PASSWORD, Signing.AGREES).trouble())
                .isEqualTo("Pia Planner cannot agree here: the second person is a technician or a reviewer."));
    }

    @Test
    @DisplayName("An administrator holds no other role; any others may be one person's")
    void together() {
        assertThat(Role.together(Set.of(Role.ADMINISTRATOR))).isTrue();
        assertThat(Role.together(Set.of(Role.TECHNICIAN, Role.PLANNER, Role.REVIEWER, Role.PROCESS_OWNER)))
                .isTrue();
        for (Role other : EnumSet.complementOf(EnumSet.of(Role.ADMINISTRATOR))) {
            assertThat(Role.together(Set.of(Role.ADMINISTRATOR, other)))
                    .as(other.words())
                    .isFalse();
        }
    }
}
