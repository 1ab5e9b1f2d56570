package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.mockito.Mock;
import org.mockito.junit.jupiter.MockitoExtension;

/** The counting rule alone; that it holds for real logins is in {@link SecurityTest}. */
@ExtendWith(MockitoExtension.class)
class LoginThrottleTest {

    private static final Instant NOW = Instant.parse("2027-03-01T06:00:00Z");
    private static final Instant SINCE = NOW.minus(LoginThrottle.WINDOW);

    @Mock
    private LoginAttempts attempts;

    private LoginThrottle throttle;

    @BeforeEach
    void atSix() {
        throttle = new LoginThrottle(attempts, Clock.fixed(NOW, ZoneOffset.UTC));
    }

    @Test
    @DisplayName("Only failures within the window count, for the name in any spelling")
    void byName() {
        when(attempts.countByUsernameAndAtAfter("tessa", SINCE))
                .thenReturn(LoginThrottle.TRIES - 1L, (long) LoginThrottle.TRIES);
        assertThat(throttle.refuses(" Tessa ", "10.0.0.1")).isFalse();
        assertThat(throttle.refuses("TESSA", "10.0.0.1")).isTrue();
    }

    @Test
    @DisplayName("One address trying many names is held up too, later than one name")
    void byAddress() {
        when(attempts.countByAddressAndAtAfter("10.0.0.1", SINCE))
                .thenReturn((long) LoginThrottle.TRIES_FROM_ONE_PLACE);
        assertThat(throttle.refuses("anybody", "10.0.0.1")).isTrue();
        assertThat(throttle.refuses("anybody", "10.0.0.2")).isFalse();
        assertThat(LoginThrottle.TRIES_FROM_ONE_PLACE).isGreaterThan(LoginThrottle.TRIES);
    }

    @Test
    @DisplayName(
            "A failure is kept and old ones are cleared away; a success forgets the name's failures; an endless name is cut")
    void keeping() {
        throttle.failed("x".repeat(5000), "10.0.0.1");
        verify(attempts).deleteByAtBefore(SINCE);
        verify(attempts).save(any());
        throttle.succeeded("Tessa");
        verify(attempts).deleteByUsername("tessa");
        throttle.refuses("y".repeat(5000), "10.0.0.1");
        verify(attempts).countByUsernameAndAtAfter("y".repeat(60), SINCE);
    }
}
