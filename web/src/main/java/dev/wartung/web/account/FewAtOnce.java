package dev.wartung.web.account;

import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Hashes passwords a few at a time; whoever comes meanwhile waits. Each hash takes 16 MB on purpose: at the change of a
 * shift, or from somebody who means harm, fifty at once would
 * be more memory than the application has.
 */
final class FewAtOnce implements PasswordEncoder {

    static final int MOST = 4;

    private final PasswordEncoder encoder;
    private final Semaphore places = new Semaphore(MOST, true);

    FewAtOnce(PasswordEncoder encoder) {
        this.encoder = encoder;
    }

    @Override
    public @Nullable String encode(@Nullable CharSequence password) {
        return inTurn(() -> encoder.encode(password));
    }

    @Override
    public boolean matches(@Nullable CharSequence password, @Nullable String hash) {
        return Boolean.TRUE.equals(inTurn(() -> encoder.matches(password, hash)));
    }

    @Override
    public boolean upgradeEncoding(@Nullable String hash) {
        return encoder.upgradeEncoding(hash);
    }

    /** How many wait for their turn. */
    int waiting() {
        return places.getQueueLength();
    }

    private <T> @Nullable T inTurn(Supplier<@Nullable T> work) {
        places.acquireUninterruptibly();
        try {
            return work.get();
        } finally {
            places.release();
        }
    }
}
