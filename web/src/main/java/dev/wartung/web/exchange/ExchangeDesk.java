package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.longwork.LongTask;
import dev.wartung.web.longwork.LongWork;
import dev.wartung.web.longwork.Running;
import dev.wartung.web.sheet.Sheets;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.jdbc.core.JdbcTemplate;
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
class ExchangeDesk implements LongTask, Running.Source {

    private static final Logger LOG = LoggerFactory.getLogger(ExchangeDesk.class);
    private static final String NAME = "import";
    private static final int MOST_BROKEN_OFF = 3;
    private static final String REFUSED = "The database refused it.";

    static final int MOST_BYTES = 20 * 1024 * 1024;

    private final ValveRows valves;
    private final LotRows lots;
    private final CycleRows cycles;
    private final TypeRows types;
    private final SiteFile site;
    private final FamilyFile families;
    private final MadeSo made;
    private final Sheets sheets;
    private final JdbcTemplate jdbc;
    private final TransactionTemplate whole;
    private final TransactionTemplate apart;
    private final CurrentAccount current;
    private final Signatures signatures;
    private final Clock clock;
    private final LongWork work;

    ExchangeDesk(
            ValveRows valves,
            LotRows lots,
            CycleRows cycles,
            TypeRows types,
            SiteFile site,
            FamilyFile families,
            MadeSo made,
            Sheets sheets,
            JdbcTemplate jdbc,
            PlatformTransactionManager transactions,
            LongWork work,
            CurrentAccount current,
            Signatures signatures,
            Clock clock) {
        this.signatures = signatures;
        this.valves = valves;
        this.lots = lots;
        this.cycles = cycles;
        this.types = types;
        this.site = site;
        this.families = families;
        this.made = made;
        this.sheets = sheets;
        this.jdbc = jdbc;
        this.whole = new TransactionTemplate(transactions);
        this.whole.setName("import");
        this.apart = new TransactionTemplate(transactions);
        this.apart.setPropagationBehavior(Propagation.REQUIRES_NEW.value());
        this.work = work;
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
            case TYPE, FAMILY -> throw new IllegalArgumentException("sheets are given out one by one");
        };
    }

    @Transactional(readOnly = true)
    public Optional<FamilyArchive> family(String id) {
        return families.written(id);
    }

    /** A family that came in, as the text that is checked and kept. */
    String kept(FamilyArchive archive) {
        return families.kept(archive);
    }

    /** What a file would do; nothing of it is taken in yet. */
    @Transactional(readOnly = true)
    public Checked check(Kind kind, String content) {
        return check(kind, content, 2);
    }

    /** @param firstRow where the first row of a table stands, as whoever made it counts them */
    @Transactional(readOnly = true)
    public Checked check(Kind kind, String content, int firstRow) {
        return switch (kind) {
            case SITE -> siteAsIfFamiliesWere(content);
            case TYPE -> type(content);
            case FAMILY -> families.check(content);
            default -> {
                Table table = Table.read(content, kind.columns(), firstRow);
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

    /** Types and valves of a site are looked at with its families in place, which are taken out again. */
    private Checked siteAsIfFamiliesWere(String content) {
        Checked checked = apart.execute(status -> {
            status.setRollbackOnly();
            return site.check(content);
        });
        return Objects.requireNonNull(checked);
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
                    : new Checked(
                            known ? 0 : 1,
                            known ? 1 : 0,
                            made.problems(accepted.sheet(), sheets.anatomyOf(accepted.sheet())),
                            progress -> {
                                sheets.keepOwn(
                                        accepted.sheet().id(),
                                        yaml,
                                        current.get().id(),
                                        clock.instant());
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

    /** How far an import is. */
    @Transactional(readOnly = true)
    public Optional<Draft> draft(UUID id) {
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

    /**
     * Begins to take a file in; once, however often it is asked for. What puts types in force is signed.
     *
     * @return why the password does not sign; empty where it did, or where none is asked for
     */
    @Transactional
    public Optional<String> begin(UUID id, String password) {
        int begun = jdbc.update(
                "update import_draft set state = 'RUNNING', at = ? where id = ? and state = 'CHECKED'",
                Timestamp.from(clock.instant()),
                id);
        if (begun == 0) {
            return Optional.empty();
        }
        Draft draft = draft(id).orElseThrow();
        Optional<String> refused = draft.kind().putsInForce()
                ? signatures.sign(password, new Signed(Meaning.IN_FORCE, "import", id.toString(), says(draft), ""))
                : Optional.empty();
        if (refused.isPresent()) {
            jdbc.update("update import_draft set state = 'CHECKED' where id = ?", id);
            return refused;
        }
        work.begin(NAME, id.toString());
        return Optional.empty();
    }

    /** The file that is signed for, so that it can be told from any other. */
    private String says(Draft draft) {
        return draft.kind().words() + ": " + draft.name() + ", SHA-256 "
                + jdbc.queryForObject(
                        "select encode(sha256(convert_to(content, 'UTF8')), 'hex') from import_draft where id = ?",
                        String.class,
                        draft.id());
    }

    @Override
    public String name() {
        return NAME;
    }

    /** All or nothing: it is not asked to stop under way. */
    @Override
    public void run(String named, Ask ask) {
        UUID id = UUID.fromString(named);
        String by = jdbc.queryForObject(
                "update import_draft set done = 0 where id = ? returning (select username from account where account.id = by_id)",
                String.class,
                id);
        try {
            current.as(String.valueOf(by), () -> takeIn(id));
        } catch (Refused | DataIntegrityViolationException e) {
            LOG.warn("Import {} was not taken in", id, e);
            failed(id, e instanceof Refused ? String.valueOf(e.getMessage()) : REFUSED);
        }
    }

    /** Nothing of it is in, and what was uploaded is still there. */
    @Override
    public boolean again(String named) {
        UUID id = UUID.fromString(named);
        Integer times = jdbc.queryForObject(
                "update import_draft set broken_off = broken_off + 1 where id = ? returning broken_off",
                Integer.class,
                id);
        boolean again = times != null && times < MOST_BROKEN_OFF;
        if (!again) {
            failed(
                    id,
                    "It was broken off " + MOST_BROKEN_OFF
                            + " times: Wartung was stopped while it was taken in, or lost its database.");
        }
        return again;
    }

    @Override
    public void givenUp(String id) {
        failed(UUID.fromString(id), "It failed again and again; the server's log says how.");
    }

    private void failed(UUID id, String why) {
        apart.executeWithoutResult(s -> end(id, "FAILED", why));
    }

    /** The file is looked at once more: the site may be another by now. */
    private void takeIn(UUID id) {
        whole.executeWithoutResult(status -> {
            // one after the other, whichever instance they run in
            jdbc.queryForList("select pg_advisory_xact_lock(hashtextextended(?, 0))", NAME);
            Draft draft = read(id).orElseThrow();
            if (!draft.state().equals("RUNNING")) {
                return;
            }
            String content = jdbc.queryForObject("select content from import_draft where id = ?", String.class, id);
            Checked checked = check(draft.kind(), content == null ? "" : content);
            if (!checked.problems().isEmpty()) {
                throw new Refused("Since the dry run something has changed: row "
                        + checked.problems().get(0).row() + " "
                        + checked.problems().get(0).reason());
            }
            checked.apply()
                    .apply(rows -> apart.executeWithoutResult(
                            s -> jdbc.update("update import_draft set done = ? where id = ?", rows, id)));
            // with the rows, so that it is said if and only if they are in
            end(id, "DONE", "");
        });
    }

    /** Will not go in, however often it is tried. */
    private static final class Refused extends RuntimeException {

        Refused(String why) {
            super(why);
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
    public List<Running> running() {
        return jdbc.query(
                "select d.id, d.name, a.name, d.at, d.done::float8 / greatest(d.total, 1) from import_draft d join account a on a.id = d.by_id where d.state = 'RUNNING'",
                (row, i) -> new Running(
                        "Taking in " + row.getString(2),
                        "/exchange/" + row.getString(1),
                        row.getString(3),
                        row.getTimestamp(4).toInstant(),
                        Optional.of(row.getDouble(5)),
                        Optional.empty()));
    }
}
