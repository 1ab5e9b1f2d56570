package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.sheet.Sheets;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.security.concurrent.DelegatingSecurityContextExecutorService;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes files in, in two moves: a dry run that lists every problem, and, once there is none, the taking in, which is
 * all or nothing and tells how far it is. What was uploaded waits in
 * the database between the two.
 */
@Service
class ExchangeDesk implements DisposableBean {

    private static final Logger LOG = LoggerFactory.getLogger(ExchangeDesk.class);
    /** An import waits for the one before it at most so long. */
    private static final Duration QUEUED = Duration.ofMinutes(5);

    static final int MOST_BYTES = 20 * 1024 * 1024;

    private final ValveRows valves;
    private final LotRows lots;
    private final CycleRows cycles;
    private final TypeRows types;
    private final SiteFile site;
    private final Sheets sheets;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate whole;
    private final TransactionTemplate apart;
    private final CurrentAccount current;
    private final Clock clock;
    private final ExecutorService one =
            new DelegatingSecurityContextExecutorService(Executors.newSingleThreadExecutor(r -> {
                Thread thread = new Thread(r, "import");
                thread.setDaemon(true);
                return thread;
            }));

    ExchangeDesk(
            ValveRows valves,
            LotRows lots,
            CycleRows cycles,
            TypeRows types,
            SiteFile site,
            Sheets sheets,
            JdbcTemplate jdbc,
            PlatformTransactionManager transactions,
            CurrentAccount current,
            Clock clock) {
        this.valves = valves;
        this.lots = lots;
        this.cycles = cycles;
        this.types = types;
        this.site = site;
        this.sheets = sheets;
        this.jdbc = jdbc;
        this.whole = new TransactionTemplate(transactions);
        this.whole.setName("import");
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(Propagation.REQUIRES_NEW.value());
        this.current = current;
        this.clock = clock;
    }

    /**
     * An import on its way.
     *
     * @param state CHECKED, RUNNING, DONE or FAILED
     * @param said why it failed
     */
    public record Draft(UUID id, Kind kind, String name, String state, int done, int total, String said) {

        public int percent() {
            return total == 0 ? 0 : (int) (100L * done / total);
        }
    }

    @Transactional(readOnly = true)
    String written(Kind kind) {
        return switch (kind) {
            case VALVES -> Table.write(kind.columns(), valves.written());
            case LOTS -> Table.write(kind.columns(), lots.written());
            case CYCLES -> Table.write(kind.columns(), cycles.written());
            case TYPES -> Table.write(kind.columns(), types.written());
            case SITE -> site.written();
            case TYPE -> throw new IllegalArgumentException("type sheets are given out one by one");
        };
    }

    /** What a file would do; nothing of it is taken in yet. */
    @Transactional(readOnly = true)
    public Checked check(Kind kind, String content) {
        return switch (kind) {
            case SITE -> site.check(content);
            case TYPE -> type(content);
            default -> {
                Table table = Table.read(content, kind.columns());
                if (!table.problems().isEmpty()) {
                    yield new Checked(0, 0, table.problems(), progress -> {});
                }
                yield switch (kind) {
                    case VALVES -> valves.check(table.rows(), List.of());
                    case LOTS -> lots.check(table.rows(), List.of());
                    case TYPES -> types.checked(types.check(table.rows()));
                    default -> cycles.check(table.rows(), Set.of());
                };
            }
        };
    }

    private Checked type(String yaml) {
        SheetResult<TypeSheet> read = sheets.readType(yaml);
        if (read instanceof SheetResult.Accepted<TypeSheet> accepted) {
            boolean shipped = sheets.isShipped(accepted.sheet().id());
            boolean known = sheets.types().stream()
                    .anyMatch(t -> t.id().equals(accepted.sheet().id()));
            return shipped
                    ? new Checked(
                            0,
                            0,
                            List.of(new Problem(
                                    0,
                                    "type",
                                    "“" + accepted.sheet().id() + "” comes with Wartung; give yours another name")),
                            progress -> {})
                    : new Checked(known ? 0 : 1, known ? 1 : 0, List.of(), progress -> {
                        sheets.keepOwn(
                                accepted.sheet().id(), yaml, current.get().id(), clock.instant());
                        progress.at(1);
                    });
        }
        return new Checked(
                0,
                0,
                ((SheetResult.Refused<TypeSheet>) read)
                        .problems().stream()
                                .map(p -> new Problem(p.line(), p.place(), p.reason()))
                                .toList(),
                progress -> {});
    }

    /** Keeps a file that had no problem, until it is taken in. */
    @Transactional
    public UUID keep(Kind kind, String name, String content, int total) {
        UUID id = UUID.randomUUID();
        jdbc.update(
                "delete from import_draft where at < ?",
                Timestamp.from(clock.instant().minusSeconds(7 * 86_400)));
        jdbc.update(
                "insert into import_draft (id, kind, name, content, state, total, by_id, at) values (?, ?, ?, ?, 'CHECKED', ?, ?, ?)",
                id,
                kind.path(),
                name,
                content,
                total,
                current.get().id(),
                Timestamp.from(clock.instant()));
        return id;
    }

    /** How far an import is. One whose application ended under way has taken nothing in, and says so. */
    @Transactional
    public Optional<Draft> draft(UUID id) {
        jdbc.update(
                "update import_draft set state = 'FAILED', said = 'It was broken off when the application ended. Nothing of it was taken in; try the file again.' "
                        + "where id = ? and state = 'RUNNING' and at < ? and pg_try_advisory_xact_lock(hashtextextended(id::text, 0))",
                id,
                Timestamp.from(clock.instant().minus(QUEUED)));
        return read(id);
    }

    private Optional<Draft> read(UUID id) {
        return jdbc
                .query(
                        "select id, kind, name, state, done, total, said from import_draft where id = ?",
                        (row, i) -> new Draft(
                                row.getObject(1, UUID.class),
                                Kind.named(row.getString(2)).orElseThrow(),
                                row.getString(3),
                                row.getString(4),
                                row.getInt(5),
                                row.getInt(6),
                                row.getString(7)),
                        id)
                .stream()
                .findFirst();
    }

    /** Begins to take a file in; once, however often it is asked for. */
    void begin(UUID id) {
        Integer begun = apart.execute(status -> jdbc.update(
                "update import_draft set state = 'RUNNING', at = ? where id = ? and state = 'CHECKED'",
                Timestamp.from(clock.instant()),
                id));
        if (begun != null && begun == 1) {
            one.execute(() -> takeIn(id));
        }
    }

    /** The file is looked at once more: the site may be another by now. */
    private void takeIn(UUID id) {
        try {
            whole.executeWithoutResult(status -> {
                // held while it runs, whichever instance it runs in
                jdbc.queryForList("select pg_advisory_xact_lock(hashtextextended(?, 0))", id.toString());
                Draft draft = read(id).orElseThrow();
                String content = jdbc.queryForObject("select content from import_draft where id = ?", String.class, id);
                Checked checked = check(draft.kind(), content == null ? "" : content);
                if (!checked.problems().isEmpty()) {
                    throw new IllegalStateException("Since the dry run something has changed: row "
                            + checked.problems().get(0).row() + " "
                            + checked.problems().get(0).reason());
                }
                checked.apply()
                        .apply(rows -> apart.executeWithoutResult(
                                s -> jdbc.update("update import_draft set done = ? where id = ?", rows, id)));
                // with the rows, so that it is said if and only if they are in
                end(id, "DONE", "");
            });
        } catch (RuntimeException e) {
            LOG.warn("Import {} was not taken in", id, e);
            apart.executeWithoutResult(s -> end(
                    id,
                    "FAILED",
                    e instanceof IllegalStateException && e.getMessage() != null
                            ? e.getMessage()
                            : "The database refused it. Nothing was taken in."));
        }
    }

    private void end(UUID id, String state, String said) {
        jdbc.update(
                "update import_draft set state = ?, said = ?, content = '' where id = ?",
                state,
                said.length() > 900 ? said.substring(0, 900) : said,
                id);
    }

    @Override
    public void destroy() {
        one.shutdown();
    }
}
