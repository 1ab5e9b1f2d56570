package dev.wartung.web.area;

import dev.wartung.core.exposure.LineUse;
import dev.wartung.core.exposure.WettedSeals;
import dev.wartung.core.exposure.WettedSeals.Judged;
import dev.wartung.core.exposure.WettedSeals.Seal;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The lines of the site, those of the register and those that were only named, with what they are used for. */
@Service
public class Lines {

    private final JdbcTemplate jdbc;
    private final Valves valves;
    private final Sheets sheets;

    Lines(JdbcTemplate jdbc, Valves valves, Sheets sheets) {
        this.jdbc = jdbc;
        this.valves = valves;
        this.sheets = sheets;
    }

    /** All of them, area by area, in the plant's order where it has said one. */
    @Transactional(readOnly = true)
    public List<Line> all() {
        return jdbc.query(
                """
                with known as (
                    select area, line, count(*) filter (where state not in ('RETIRED', 'DECOMMISSIONED')) as valves from valve group by area, line
                    union all select u.area, u.line, 0 from line_use u where not exists (select from valve v where v.area = u.area and v.line = u.line)
                )
                select k.area, k.line, coalesce(u.place, 0), u.medium, u.cleaning_k, u.steam_k, k.valves
                from known k left join line_use u on u.area = k.area and u.line = k.line
                order by k.area, coalesce(nullif(u.place, 0), 100000), k.line""",
                (row, i) -> new Line(
                        row.getString(1),
                        row.getString(2),
                        row.getInt(3),
                        use(row.getString(4), (Double) row.getObject(5), (Double) row.getObject(6)),
                        row.getInt(7)));
    }

    /** What a line is used for, as far as anybody has said. */
    @Transactional(readOnly = true)
    public LineUse use(String area, String line) {
        return jdbc
                .query(
                        "select medium, cleaning_k, steam_k from line_use where area = ? and line = ?",
                        (row, i) -> use(row.getString(1), (Double) row.getObject(2), (Double) row.getObject(3)),
                        area,
                        line)
                .stream()
                .findFirst()
                .orElse(LineUse.UNSAID);
    }

    private static LineUse use(@Nullable String medium, @Nullable Double cleaningK, @Nullable Double steamK) {
        return new LineUse(Optional.ofNullable(medium), Optional.ofNullable(cleaningK), Optional.ofNullable(steamK));
    }

    /** How a valve's product seals stand the line it is in, the worst first; empty where nobody has said what runs there. */
    @Transactional(readOnly = true)
    public List<Judged> judged(Valve valve) {
        LineUse use = use(valve.area(), valve.line());
        return use.isUnsaid() ? List.of() : WettedSeals.judge(seals(valve), use, Knowledge.exposure());
    }

    /** How the seals of all valves of a line stand it, the worst first. */
    @Transactional(readOnly = true)
    public List<Judged> judged(Line line) {
        if (line.use().isUnsaid()) {
            return List.of();
        }
        Set<Seal> seals = new LinkedHashSet<>();
        valves.findByAreaAndLine(line.area(), line.name()).stream()
                .filter(v -> v.state().inUse())
                .forEach(v -> seals(v).forEach(s -> seals.add(new Seal(v.tag(), s.polymer(), s.covered()))));
        return WettedSeals.judge(List.copyOf(seals), line.use(), Knowledge.exposure());
    }

    private List<Seal> seals(Valve valve) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        return WettedSeals.of(pair.anatomy(), pair.type(), valve.configuration());
    }

    /** Says what a line is used for and where it comes along the plant. */
    @Transactional
    public void keep(String area, String line, int place, LineUse use) {
        jdbc.update(
                "insert into line_use (area, line, place, medium, cleaning_k, steam_k) values (?, ?, ?, ?, ?, ?) on conflict (area, line) do update set place = excluded.place, medium = excluded.medium, cleaning_k = excluded.cleaning_k, steam_k = excluded.steam_k",
                area,
                line,
                place,
                use.medium().orElse(null),
                use.cleaningK().orElse(null),
                use.steamK().orElse(null));
    }

    /**
     * A line is called otherwise, or stands in another area.
     *
     * @return why not; empty where it is done
     */
    @Transactional
    public Optional<String> rename(String area, String line, String newArea, String newLine) {
        if (isThere(newArea, newLine)) {
            return Optional.of("There is a line “" + newLine + "” in " + newArea
                    + " already. Move the valves one by one: what is drawn and noted of both is not made one.");
        }
        call(area, line, newArea, newLine);
        return Optional.empty();
    }

    /**
     * An area is called otherwise.
     *
     * @return why not; empty where it is done
     */
    @Transactional
    public Optional<String> renameArea(String area, String newArea) {
        if (all().stream().anyMatch(l -> l.area().equals(newArea))) {
            return Optional.of("There is an area “" + newArea + "” already. Move its lines one by one.");
        }
        call(area, null, newArea, null);
        return Optional.empty();
    }

    private void call(String area, @Nullable String line, String newArea, @Nullable String newLine) {
        jdbc.query("select line_is_called(?, ?, ?, ?)", row -> {}, area, line, newArea, newLine);
    }

    boolean isThere(String area, String line) {
        return all().stream().anyMatch(l -> l.area().equals(area) && l.name().equals(line));
    }
}
