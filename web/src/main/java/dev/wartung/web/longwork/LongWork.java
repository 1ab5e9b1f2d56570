package dev.wartung.web.longwork;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerName;
import com.github.kagkarlsson.scheduler.jdbc.PostgreSqlJdbcCustomization;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.time.Clock;
import java.time.Duration;
import java.util.Objects;
import java.util.UUID;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Long work, by a library's queue in the database: whichever instance has a hand free does it, none does it twice, and
 * what an instance leaves behind is found by the others, or by itself when it is back.
 */
@Service
public class LongWork implements SmartLifecycle {

    /** Work of which nothing was heard for so long has lost its application. */
    public static final Duration LOST = Duration.ofSeconds(20);

    /** Pieces of work at once, in one instance; others wait. */
    static final int HANDS = 3;

    /** So often in a row it may fail, {@link #PAUSE} apart. */
    static final int TRIES = 6;

    static final Duration PAUSE = Duration.ofSeconds(10);

    private static final Logger LOG = LoggerFactory.getLogger(LongWork.class);
    private static final String TABLE = "long_work";
    private static final Duration HEARTBEAT = Duration.ofSeconds(5);
    private static final int MISSED = (int) LOST.dividedBy(HEARTBEAT);
    private static final Duration LET_GO = Duration.ofSeconds(5);

    private final DataSource database;
    private final ObjectProvider<LongTask> tasks;
    private final Clock clock;
    private volatile @Nullable Scheduler scheduler;
    private volatile boolean ending;

    /** @param tasks asked for when it starts: they begin work here, and so are made later */
    LongWork(DataSource database, ObjectProvider<LongTask> tasks, Clock clock) {
        this.database = new TransactionAwareDataSourceProxy(database);
        this.tasks = tasks;
        this.clock = clock;
    }

    /**
     * Has work done, once the transaction it is asked for in has come to pass. Asked for again while it waits or is
     * done, nothing happens.
     *
     * @param task of a {@link LongTask#name()}
     * @param id   what tells it from others of its kind
     * @throws IllegalStateException if the application ends
     */
    public void begin(String task, String id) {
        Scheduler hands = scheduler;
        if (hands == null) {
            throw new IllegalStateException("the application ends");
        }
        hands.scheduleIfNotExists(new TaskInstance<>(task, id), clock.instant());
        if (TransactionSynchronizationManager.isSynchronizationActive()) {
            TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
                @Override
                public void afterCommit() {
                    hands.triggerCheckForDueExecutions();
                }
            });
        } else {
            hands.triggerCheckForDueExecutions();
        }
    }

    @Override
    public void start() {
        ending = false;
        Scheduler hands = Scheduler.create(
                        database, tasks.stream().<Task<?>>map(this::known).toList())
                .tableName(TABLE)
                .schedulerName(new SchedulerName.Fixed(UUID.randomUUID().toString()))
                .jdbcCustomization(new PostgreSqlJdbcCustomization(false, true))
                .threads(HANDS)
                .pollUsingLockAndFetch(0.5, 1)
                .pollingInterval(Duration.ofSeconds(2))
                .heartbeatInterval(HEARTBEAT)
                .missedHeartbeatsLimit(MISSED)
                .shutdownMaxWait(LET_GO)
                .build();
        hands.start();
        scheduler = hands;
    }

    private Task<Void> known(LongTask task) {
        return Tasks.oneTime(task.name())
                .onFailure((failed, next) -> {
                    String id = failed.getExecution().getId();
                    if (failed.getExecution().consecutiveFailures + 1 < TRIES) {
                        next.reschedule(failed, clock.instant().plus(PAUSE));
                    } else {
                        LOG.error(
                                "{} {} was given up",
                                task.name(),
                                id,
                                failed.getCause().orElse(null));
                        task.givenUp(id);
                        next.remove();
                    }
                })
                .onDeadExecution((dead, next) -> {
                    if (task.again(dead.getExecution().getId())) {
                        next.reschedule(dead, clock.instant());
                    } else {
                        next.remove();
                    }
                })
                .execute((instance, context) -> task.run(
                        instance.getId(),
                        () -> ending
                                || context.getSchedulerState().isShuttingDown()
                                || Thread.currentThread().isInterrupted()));
    }

    @Override
    public void stop() {
        ending = true;
        Objects.requireNonNull(scheduler).stop();
        scheduler = null;
    }

    @Override
    public boolean isRunning() {
        return scheduler != null;
    }
}
