package dev.wartung.web.stores;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which lot is in which valve, and which valve has had which lots; parts and greases. */
@Service
public class LotTraces {

    private static final int MOST = 2000;

    private final JdbcTemplate jdbc;

    LotTraces(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * A piece that is or was in a valve, or a grease on it.
     *
     * @param part   its id; for a grease what it was laid on, in words
     * @param item   article number, or what stands on the tin
     * @param out    the day it came out; empty while it is in
     */
    public record Piece(
            String tag,
            String service,
            String part,
            String item,
            String lot,
            LocalDate in,
            Optional<LocalDate> out,
            Optional<Integer> job) {

        public boolean stillIn() {
            return out.isEmpty();
        }
    }

    private static final RowMapper<Piece> PIECE = (row, i) -> new Piece(
            row.getString(1),
            row.getString(2),
            row.getString(3),
            row.getString(4),
            row.getString(5),
            row.getObject(6, LocalDate.class),
            Optional.ofNullable(row.getObject(7, LocalDate.class)),
            Optional.ofNullable((Integer) row.getObject(8)));

    private static final String FITTED =
            "select v.tag, v.service, f.part, f.article, f.lot, f.fitted_on, f.removed_on, f.job_number from fitted_part f join valve v on v.id = f.valve_id ";
    private static final String GREASED =
            "select v.tag, v.service, g.part, g.grease, g.lot, g.used_on, null::date, g.job_number from grease_use g join valve v on v.id = g.valve_id ";

    /** Where pieces of a lot went, those still in first. */
    @Transactional(readOnly = true)
    public List<Piece> ofLot(String lot) {
        return jdbc.query(
                FITTED + "where lower(f.lot) = lower(?) order by f.removed_on nulls first, v.tag, f.part limit " + MOST,
                PIECE,
                lot.strip());
    }

    /** On which valves a tin was used, the latest first. */
    @Transactional(readOnly = true)
    public List<Piece> ofTin(String lot) {
        return jdbc.query(
                GREASED + "where lower(g.lot) = lower(?) order by g.used_on desc, v.tag limit " + MOST,
                PIECE,
                lot.strip());
    }

    /** What a valve has had, the latest first. */
    @Transactional(readOnly = true)
    public List<Piece> ofValve(long valveId) {
        return jdbc.query(
                FITTED + "where f.valve_id = ? order by f.fitted_on desc, f.part limit " + MOST, PIECE, valveId);
    }

    /** Greases used on a valve, the latest first. */
    @Transactional(readOnly = true)
    public List<Piece> greasesOf(long valveId) {
        return jdbc.query(GREASED + "where g.valve_id = ? order by g.used_on desc limit " + MOST, PIECE, valveId);
    }

    /** Notes that a grease was used. */
    @Transactional
    public void greased(long valveId, int jobNumber, String grease, String lot, String part, LocalDate on) {
        jdbc.update(
                "insert into grease_use (valve_id, job_number, grease, lot, part, used_on) values (?, ?, ?, ?, ?, ?)",
                valveId,
                jobNumber,
                grease,
                lot,
                part.length() > 300 ? part.substring(0, 300) : part,
                on);
    }
}
