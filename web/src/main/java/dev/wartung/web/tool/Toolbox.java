package dev.wartung.web.tool;

import dev.wartung.core.calibration.Capability;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.web.account.CurrentAccount;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The site's measuring tools: which may be used today, what they were used for, how their calibrations went. */
@Service
public class Toolbox {

    private static final int MOST = 1000;

    private final MeasuringTools tools;
    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    Toolbox(MeasuringTools tools, JdbcTemplate jdbc, CurrentAccount current, Clock clock) {
        this.tools = tools;
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    /**
     * A calibration as it is on record.
     *
     * @param can what the tool can do, as its certificate said; empty where it did not
     */
    public record Calibration(
            LocalDate on, boolean good, String certificate, String note, String by, Optional<Capability> can) {}

    /**
     * A tool with what it can do.
     *
     * @param can by its last certificate that said; empty where none did
     */
    public record Ready(MeasuringTool tool, Optional<Capability> can) {}

    /** Every tool in use, with what it can do. */
    @Transactional(readOnly = true)
    public List<Ready> ready() {
        List<MeasuringTool> all = all();
        Map<Long, ToolKind> kinds = all.stream().collect(Collectors.toMap(MeasuringTool::id, MeasuringTool::kind));
        Map<Long, Capability> can = new HashMap<>();
        jdbc.query(
                """
                select distinct on (tool_id) tool_id, reaches_from, reaches_to, resolution, uncertainty, share
                from calibration where reaches_to is not null order by tool_id, on_day desc, id desc""",
                row -> {
                    long tool = row.getLong(1);
                    ToolKind kind = kinds.get(tool);
                    if (kind != null) {
                        capability(kind, row, 2).ifPresent(c -> can.put(tool, c));
                    }
                });
        return all.stream()
                .map(t -> new Ready(t, Optional.ofNullable(can.get(t.id()))))
                .toList();
    }

    /** What stands in a row from a column on. */
    private static Optional<Capability> capability(ToolKind kind, ResultSet row, int column) throws SQLException {
        double from = row.getDouble(column);
        return row.wasNull()
                ? Optional.empty()
                : Optional.of(new Capability(
                        new Quantity(from, kind.measures()),
                        new Quantity(row.getDouble(column + 1), kind.measures()),
                        row.getDouble(column + 2),
                        row.getDouble(column + 3),
                        row.getDouble(column + 4)));
    }

    /** A reading a tool stands behind. */
    public record Use(String tag, int jobNumber, String what, Instant at) {}

    @Transactional(readOnly = true)
    public List<MeasuringTool> all() {
        return tools.findByRetiredOnIsNullOrderByKindAscNumberAsc();
    }

    @Transactional(readOnly = true)
    public Optional<MeasuringTool> tool(long id) {
        return tools.findById(id);
    }

    LocalDate today() {
        return LocalDate.now(clock);
    }

    /** @return false if there is one of that number already */
    @Transactional
    public boolean add(
            String number,
            ToolKind kind,
            String name,
            int months,
            LocalDate calibrated,
            String certificate,
            Optional<Capability> can) {
        if (tools.findByNumberIgnoreCase(number).isPresent()) {
            return false;
        }
        MeasuringTool tool = tools.saveAndFlush(new MeasuringTool(number, kind, name, months, calibrated));
        keep(tool, calibrated, true, certificate, "", can);
        return true;
    }

    @Transactional
    public void calibrated(
            MeasuringTool known,
            LocalDate on,
            boolean good,
            String certificate,
            String note,
            Optional<Capability> can) {
        MeasuringTool tool = tools.findById(known.id()).orElseThrow();
        if (good) {
            tool.foundGood(on);
        } else {
            tool.foundOut(on);
        }
        keep(tool, on, good, certificate, note, can);
    }

    private void keep(
            MeasuringTool tool, LocalDate on, boolean good, String certificate, String note, Optional<Capability> can) {
        jdbc.update(
                "insert into calibration (tool_id, on_day, good, certificate, note, by_id, at, reaches_from, reaches_to, resolution, uncertainty, share) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                tool.id(),
                on,
                good,
                certificate,
                note,
                current.get().id(),
                Timestamp.from(clock.instant()),
                can.map(c -> c.from().si()).orElse(null),
                can.map(c -> c.to().si()).orElse(null),
                can.map(Capability::resolution).orElse(null),
                can.map(Capability::absolute).orElse(null),
                can.map(Capability::share).orElse(null));
    }

    @Transactional
    public void retire(long id) {
        tools.findById(id).ifPresent(t -> t.retired(LocalDate.now(clock)));
    }

    @Transactional(readOnly = true)
    public List<Calibration> calibrations(long toolId) {
        ToolKind kind = tools.findById(toolId).orElseThrow().kind();
        return jdbc.query(
                "select c.on_day, c.good, c.certificate, c.note, a.name, c.reaches_from, c.reaches_to, c.resolution, c.uncertainty, c.share from calibration c join account a on a.id = c.by_id where c.tool_id = ? order by c.on_day desc, c.id desc",
                (row, i) -> new Calibration(
                        row.getObject(1, LocalDate.class),
                        row.getBoolean(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        capability(kind, row, 6)),
                toolId);
    }

    /** Notes that a reading was taken with a tool. */
    @Transactional
    public void used(long toolId, long valveId, int jobNumber, String stepId, String what) {
        jdbc.update(
                "insert into tool_use (tool_id, valve_id, job_number, step_id, what, used_at) values (?, ?, ?, ?, ?, ?)",
                toolId,
                valveId,
                jobNumber,
                stepId,
                what.length() > 500 ? what.substring(0, 500) : what,
                Timestamp.from(clock.instant()));
    }

    /** Everything read with a tool since it was last found good; all of it where it never was. The latest first. */
    @Transactional(readOnly = true)
    public List<Use> sinceLastGood(long toolId) {
        return jdbc.query(
                """
                select v.tag, u.job_number, u.what, u.used_at from tool_use u join valve v on v.id = u.valve_id
                where u.tool_id = ? and u.used_at >= coalesce((select max(on_day) from calibration where tool_id = u.tool_id and good), date '1900-01-01')
                order by u.used_at desc limit"""
                        + " " + MOST,
                (row, i) -> new Use(
                        row.getString(1),
                        row.getInt(2),
                        row.getString(3),
                        row.getTimestamp(4).toInstant()),
                toolId);
    }
}
