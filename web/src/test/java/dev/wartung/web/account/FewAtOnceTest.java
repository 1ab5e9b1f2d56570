package dev.wartung.web.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.BooleanSupplier;
import java.util.function.IntSupplier;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.security.crypto.password.PasswordEncoder;

/** What a shift that begins at once asks of the application's memory. */
class FewAtOnceTest {

    private static final int PEOPLE = 50;

    @Test
    @DisplayName(
            "Fifty at once: four are hashed, the others wait their turn, all are answered, also after one that failed")
    void waits() throws Exception {
        AtomicInteger now = new AtomicInteger();
        AtomicInteger most = new AtomicInteger();
        AtomicBoolean seen = new AtomicBoolean();
        AtomicReference<IntSupplier> waiting = new AtomicReference<>(() -> 0);
        CountDownLatch full = new CountDownLatch(FewAtOnce.MOST);
        PasswordEncoder slow = new PasswordEncoder() {
            @Override
            public String encode(CharSequence password) {
                throw new IllegalStateException("broken");
            }

            @Override
            public boolean matches(CharSequence password, String hash) {
                most.accumulateAndGet(now.incrementAndGet(), Math::max);
                full.countDown();
                await(full);
                // all the others have come, and wait: nobody more is let in
                until(() -> seen.get() || waiting.get().getAsInt() == PEOPLE - FewAtOnce.MOST);
                seen.set(true);
                now.decrementAndGet();
                return password.equals(hash);
            }
        };
        FewAtOnce few = new FewAtOnce(slow);
        waiting.set(few::waiting);
        IntStream.range(0, FewAtOnce.MOST + 1)
                .forEach(i -> org.assertj.core.api.Assertions.assertThatThrownBy(() -> few.encode("x"))
                        .hasMessage("broken"));
        ExecutorService hands = Executors.newFixedThreadPool(PEOPLE);
        List<Future<Boolean>> all = IntStream.range(0, PEOPLE)
                .mapToObj(i -> hands.submit(() -> few.matches("a" + i, "a" + i)))
                .toList();
        for (Future<Boolean> one : all) {
            assertThat(one.get(20, TimeUnit.SECONDS)).isTrue();
        }
        hands.shutdown();
        assertThat(most.get()).isEqualTo(4);
    }

    private static void until(BooleanSupplier all) {
        long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(10);
        while (!all.getAsBoolean()) {
            assertThat(System.nanoTime()).as("all the others wait").isLessThan(until);
            Thread.onSpinWait();
        }
    }

    private static void await(CountDownLatch latch) {
        try {
            assertThat(latch.await(10, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
