package dev.wartung.web.line;

import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.anatomy.Ways;
import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.Isolating;
import dev.wartung.core.line.Isolation;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.Standing;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import dev.wartung.web.valve.Valves;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The lines of the site as they run. */
@Service
public class LineDrawings {

    /** More than anybody draws, or reads on one picture. */
    static final int MOST_FITTINGS = 200;

    private static final String SEAT = "seat/seat-diameter";

    private static final String SELECT =
            "select d.id, d.area, d.line, d.content, d.revision, c.name, d.changed_at, w.name, d.walked_at from line_drawing d join account c on c.id = d.changed_by_id left join account w on w.id = d.walked_by_id";

    private final JdbcTemplate jdbc;
    private final Valves valves;
    private final Sheets sheets;
    private final CurrentAccount current;
    private final Clock clock;

    LineDrawings(JdbcTemplate jdbc, Valves valves, Sheets sheets, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.valves = valves;
        this.sheets = sheets;
        this.current = current;
        this.clock = clock;
    }

    public Optional<DrawnLine> of(String area, String line) {
        return jdbc.query(SELECT + " where d.area = ? and d.line = ?", (row, i) -> read(row), area, line).stream()
                .findFirst();
    }

    Optional<DrawnLine> find(long id) {
        return jdbc.query(SELECT + " where d.id = ?", (row, i) -> read(row), id).stream()
                .findFirst();
    }

    /**
     * Every line that is drawn.
     *
     * @param tags of the valves of the site, by their numbers; a valve that is not among them is left without its tag
     */
    List<DrawnLine> all(Map<Long, String> tags) {
        return jdbc.query(SELECT + " order by d.id", (row, i) -> read(row, id -> tags.getOrDefault(id, "")));
    }

    /** Which lines are drawn: their numbers, by area and line. */
    Map<List<String>, Long> drawn() {
        Map<List<String>, Long> drawn = new HashMap<>();
        jdbc.query("select area, line, id from line_drawing", row -> {
            drawn.put(List.of(row.getString(1), row.getString(2)), row.getLong(3));
        });
        return drawn;
    }

    /** Every line of the register, by area and line. */
    List<List<String>> lines() {
        return valves.lines().stream()
                .map(l -> List.of(String.valueOf(l[0]), String.valueOf(l[1])))
                .toList();
    }

    private DrawnLine read(ResultSet row) throws SQLException {
        Map<Long, String> tags = valves.findAllById(LineFormat.valves(row.getString(4))).stream()
                .collect(Collectors.toMap(Valve::id, Valve::tag));
        return read(row, id -> Optional.ofNullable(tags.get(id)).orElseThrow());
    }

    private static DrawnLine read(ResultSet row, Function<Long, String> tags) throws SQLException {
        Timestamp walked = row.getTimestamp(9);
        return new DrawnLine(
                row.getLong(1),
                row.getString(2),
                row.getString(3),
                LineFormat.read(row.getString(4), tags),
                row.getInt(5),
                row.getString(6),
                row.getTimestamp(7).toInstant(),
                walked == null
                        ? Optional.empty()
                        : Optional.of(new DrawnLine.Walked(row.getString(8), walked.toInstant())));
    }

    /** Begins one with the valves of a line in a row, as the register has them: how it really runs is for whoever walks it. */
    @Transactional
    public long begin(String area, String line) {
        Optional<DrawnLine> there = of(area, line);
        if (there.isPresent()) {
            return there.get().id();
        }
        LineDrawing drawing = LineDrawing.EMPTY.with(new Fitting("f1", FittingKind.SUPPLY, ""));
        LineEnd last = LineEnd.of("f1");
        for (Valve valve : valves.findByAreaAndLine(area, line).stream()
                .sorted(Comparator.comparing(Valve::place).thenComparing(Valve::tag))
                .limit(MOST_FITTINGS - 2L)
                .toList()) {
            String id = drawing.freeId();
            List<String> ends = standing(valve).ends();
            drawing = drawing.with(new Fitting(id, FittingKind.VALVE, valve.tag()))
                    .joined(last, new LineEnd(id, ends.get(0)));
            last = new LineEnd(id, ends.get(ends.size() > 1 ? 1 : 0));
        }
        String outlet = drawing.freeId();
        drawing = drawing.with(new Fitting(outlet, FittingKind.OUTLET, "")).joined(last, LineEnd.of(outlet));
        return keep(area, line, drawing);
    }

    /** Keeps one that is made elsewhere; nobody has walked along it. */
    @Transactional
    public long keep(String area, String line, LineDrawing drawing) {
        jdbc.update(
                "insert into line_drawing (area, line, content, changed_by_id, changed_at) values (?, ?, ?::jsonb, ?, ?)",
                area,
                line,
                written(drawing),
                current.get().id(),
                Timestamp.from(clock.instant()));
        return of(area, line).orElseThrow().id();
    }

    /**
     * Changes one, if it is still as it was seen. Whoever has walked along it has seen another.
     *
     * @return whether it was
     */
    @Transactional
    public boolean change(long id, int revision, UnaryOperator<LineDrawing> change) {
        DrawnLine before = find(id).orElseThrow();
        return jdbc.update(
                        "update line_drawing set content = ?::jsonb, revision = revision + 1, changed_by_id = ?, changed_at = ?, walked_by_id = null, walked_at = null where id = ? and revision = ?",
                        written(change.apply(before.drawing())),
                        current.get().id(),
                        Timestamp.from(clock.instant()),
                        id,
                        revision)
                == 1;
    }

    /**
     * Whoever is here has walked along it with the drawing in hand; from now on locks are worked out from it.
     *
     * @return whether it is still as it was seen, and nothing is wrong in it
     */
    @Transactional
    public boolean walked(long id, int revision) {
        return problems(find(id).orElseThrow().drawing()).isEmpty()
                && jdbc.update(
                                "update line_drawing set walked_by_id = ?, walked_at = ? where id = ? and revision = ?",
                                current.get().id(),
                                Timestamp.from(clock.instant()),
                                id,
                                revision)
                        == 1;
    }

    private String written(LineDrawing drawing) {
        return LineFormat.write(
                drawing, tag -> valves.findByTagIgnoreCase(tag).map(Valve::id).orElseThrow());
    }

    /** How every valve of a drawing stands without air, by its fitting; one that is on the bench holds nothing. */
    Map<String, Standing> standings(LineDrawing drawing) {
        Map<String, Valve> known =
                valves.findByTagIn(tags(drawing)).stream().collect(Collectors.toMap(Valve::tag, v -> v));
        Map<String, Standing> standings = new LinkedHashMap<>();
        drawing.fittings().stream()
                .filter(f -> f.kind() == FittingKind.HAND_VALVE)
                .forEach(f -> standings.put(f.id(), Standing.HAND_VALVE));
        drawing.fittings().stream()
                .filter(f -> f.kind() == FittingKind.VALVE)
                .forEach(f -> standings.put(
                        f.id(),
                        Optional.ofNullable(known.get(f.name()))
                                .map(this::standing)
                                .orElse(Standing.open(Ways.NOT_SAID.ends()))));
        return standings;
    }

    /** Tags of the valves on record that stand in a drawing. */
    static List<String> tags(LineDrawing drawing) {
        return drawing.fittings().stream()
                .filter(f -> f.kind() == FittingKind.VALVE)
                .map(Fitting::name)
                .toList();
    }

    private Standing standing(Valve valve) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        Standing there =
                Standing.of(pair.anatomy().ways(), valve.configuration().facts());
        boolean tooWeak = there.how() == Standing.How.SPRING
                && ValveStudy.heldShutPa(pair.type(), valve.configuration()).orElse(0) < 0;
        return valve.state() == ValveState.IN_SERVICE && !tooWeak ? there : Standing.open(there.ends());
    }

    private LockList.Held held(Fitting fitting) {
        return valves.findByTagIgnoreCase(fitting.name())
                .map(valve -> {
                    Sheets.Pair pair = sheets.of(valve.typeId());
                    OptionalDouble pa = ValveStudy.heldShutPa(pair.type(), valve.configuration());
                    return pa.isPresent()
                            ? new LockList.Held(
                                    pa.getAsDouble() < Double.POSITIVE_INFINITY
                                            ? Optional.of(new Quantity(pa.getAsDouble(), Dimension.PRESSURE))
                                            : Optional.empty(),
                                    false)
                            : new LockList.Held(
                                    Optional.empty(),
                                    pair.anatomy().numbers().containsKey(SEAT)
                                            && pair.type().seat().isEmpty());
                })
                .orElse(LockList.Held.NOTHING_TO_SAY);
    }

    /** What to lock, in words. */
    LockList list(DrawnLine line, Isolation isolation) {
        return LockList.of(line.id(), line.drawing(), isolation, this::held);
    }

    /** What pipes are joined to at a valve. */
    public List<String> endsOf(Valve valve) {
        return standing(valve).ends();
    }

    List<String> problems(LineDrawing drawing) {
        Map<String, Standing> standings = standings(drawing);
        return drawing.problems(f ->
                Optional.ofNullable(standings.get(f.id())).map(Standing::ends).orElse(List.of()));
    }

    /** What to lock before some of its valves are opened, at once. */
    Isolation isolation(LineDrawing drawing, Collection<String> tags) {
        Set<String> opened = tags.stream()
                .flatMap(tag -> drawing.valve(tag).stream())
                .map(Fitting::id)
                .collect(Collectors.toSet());
        return Isolating.of(drawing, standings(drawing), opened);
    }

    /** Every valve that stands in a drawing in which this one does, itself among them. */
    public List<Valve> drawnWith(Valve valve) {
        Set<Long> beside = new TreeSet<>(Set.of(valve.id()));
        jdbc.queryForList(
                        "select content::text from line_drawing where content @> jsonb_build_object('fittings', jsonb_build_array(jsonb_build_object('valve', ?::bigint)))",
                        String.class,
                        valve.id())
                .forEach(content -> beside.addAll(LineFormat.valves(content)));
        return valves.findAllById(beside);
    }

    /** A valve stands elsewhere than it is drawn, maybe: whoever goes by a drawing with it walks along that line first. */
    public void doubt(Valve valve) {
        jdbc.update(
                "update line_drawing set walked_by_id = null, walked_at = null where walked_at is not null and content @> jsonb_build_object('fittings', jsonb_build_array(jsonb_build_object('valve', ?::bigint)))",
                valve.id());
    }

    /**
     * What to lock before a valve is opened; empty where its line is not drawn with it, or nobody has walked along it
     * since it was.
     */
    public Optional<AtValve> locks(Valve valve) {
        return worked(valve.area(), valve.line(), List.of(valve)).map(d -> {
            Isolation isolation = isolation(d.drawing(), List.of(valve.tag()));
            return new AtValve(
                    list(d, isolation),
                    LineView.around(d.drawing(), standings(d.drawing()), isolation, Set.of(valve.tag())));
        });
    }

    /** What to lock while several valves of a line are open at once; empty where the line is not drawn with all of them. */
    public Optional<LockList> together(String area, String line, Collection<Valve> opened) {
        return worked(area, line, opened)
                .map(d -> list(
                        d,
                        isolation(d.drawing(), opened.stream().map(Valve::tag).toList())));
    }

    /** A line from which locks are worked out: drawn with these valves, and walked along since. */
    private Optional<DrawnLine> worked(String area, String line, Collection<Valve> with) {
        return of(area, line)
                .filter(d -> d.walked().isPresent())
                .filter(d ->
                        with.stream().allMatch(v -> d.drawing().valve(v.tag()).isPresent()))
                // a valve of another type since then has other ends
                .filter(d -> problems(d.drawing()).isEmpty());
    }

    /**
     * What to lock before a valve is opened.
     *
     * @param around the part of the line in which it is
     */
    public record AtValve(LockList list, LineView around) {}
}
