package dev.wartung.web.record;

import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Writes down outside the database, a minute after the start and every hour, where both chains end. */
@Component
class AnchorKeeper {

    private static final Logger LOG = LoggerFactory.getLogger(AnchorKeeper.class);

    private final JdbcTemplate jdbc;
    private final String folder;
    private final String key;

    /**
     * @param folder where the lines go; empty: nowhere, as in tests
     * @param key    file with the signing key, made at the first line
     */
    AnchorKeeper(
            JdbcTemplate jdbc,
            @Value("${wartung.anchors.folder:}") String folder,
            @Value("${wartung.anchors.key:}") String key) {
        this.jdbc = jdbc;
        this.folder = folder;
        this.key = key;
    }

    @Scheduled(fixedRate = 60, initialDelay = 1, timeUnit = TimeUnit.MINUTES)
    void write() {
        if (folder.isEmpty() || key.isEmpty()) {
            return;
        }
        try {
            Anchor now = jdbc.execute((ConnectionCallback<Anchor>) Anchors::now);
            new Anchors(Path.of(folder)).add(Objects.requireNonNull(now), Keys.in(Path.of(key)));
        } catch (UncheckedIOException | DataAccessException e) {
            LOG.error("No anchor of the records could be written to {}", folder, e);
        }
    }
}
