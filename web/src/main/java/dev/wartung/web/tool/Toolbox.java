package dev.wartung.web.tool;

import dev.wartung.core.measure.ToolKind;
import dev.wartung.web.account.CurrentAccount;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
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

    /** A calibration as it is on record. */
    public record Calibration(LocalDate on, boolean good, String certificate, String note, String by) {}

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
            String number, ToolKind kind, String name, int months, LocalDate calibrated, String certificate) {
        if (tools.findByNumberIgnoreCase(number).isPresent()) {
            return false;
        }
        MeasuringTool tool = tools.saveAndFlush(new MeasuringTool(number, kind, name, months, calibrated));
        keep(tool, calibrated, true, certificate, "");
        return true;
    }

    @Transactional
    public void calibrated(MeasuringTool known, LocalDate on, boolean good, String certificate, String note) {
        MeasuringTool tool = tools.findById(known.id()).orElseThrow();
        if (good) {
            tool.foundGood(on);
        } else {
            tool.foundOut(on);
        }
        keep(tool, on, good, certificate, note);
    }

    private void keep(MeasuringTool tool, LocalDate on, boolean good, String certificate, String note) {
        jdbc.update(
                "insert into calibration (tool_id, on_day, good, certificate, note, by_id, at) values (?, ?, ?, ?, ?, ?, ?)",
                tool.id(),
                on,
                good,
                certificate,
                note,
                current.get().id(),
                Timestamp.from(clock.instant()));
    }

    @Transactional
    public void retire(long id) {
        tools.findById(id).ifPresent(t -> t.retired(LocalDate.now(clock)));
    }

    @Transactional(readOnly = true)
    public List<Calibration> calibrations(long toolId) {
        return jdbc.query(
                "select c.on_day, c.good, c.certificate, c.note, a.name from calibration c join account a on a.id = c.by_id where c.tool_id = ? order by c.on_day desc, c.id desc",
                (row, i) -> new Calibration(
                        row.getObject(1, LocalDate.class),
                        row.getBoolean(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5)),
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
