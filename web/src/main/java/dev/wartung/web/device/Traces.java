package dev.wartung.web.device;

import dev.wartung.core.proving.Sample;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Repository;

/** Traces of proving runs, kept in the pieces in which they came: a piece is written at once and never again. */
@Repository
class Traces {

    private final JdbcTemplate sql;

    Traces(JdbcTemplate sql) {
        this.sql = sql;
    }

    /**
     * @param piece at least one sample
     * @return whether it was not there yet
     */
    boolean keep(long run, List<Sample> piece) {
        return sql.update(
                        "insert into proving_samples (run_id, first, samples) values (?, ?, ?) on conflict do nothing",
                        run,
                        piece.get(0).seq(),
                        piece.stream().map(Traces::line).collect(Collectors.joining("\n")))
                == 1;
    }

    List<Sample> of(long run) {
        List<Sample> all = new ArrayList<>();
        sql.queryForList("select samples from proving_samples where run_id = ? order by first", String.class, run)
                .forEach(piece -> piece.lines().map(Traces::sample).forEach(all::add));
        return all;
    }

    /** The trace as a table for other programs: SI units, a head line, a point for decimals. */
    String csv(long run) {
        StringBuilder csv = new StringBuilder(
                "sample,seconds,air_pa,travel_share,closed_end,open_end,air_lost,line_pa,phase,upper_seat_mm,lower_seat_mm\n");
        of(run).forEach(s -> csv.append(line(s)).append('\n'));
        return csv.toString();
    }

    private static String line(Sample s) {
        return s.seq() + "," + s.seconds() + "," + s.airPa() + "," + s.travel() + "," + (s.closedEnd() ? 1 : 0) + ","
                + (s.openEnd() ? 1 : 0) + "," + (s.airLost() ? 1 : 0) + "," + s.linePa() + "," + s.mark() + ","
                + s.upperMm() + "," + s.lowerMm();
    }

    /** Traces of earlier versions end with the phase. */
    private static Sample sample(String line) {
        String[] f = line.split(",");
        return new Sample(
                Integer.parseInt(f[0]),
                Double.parseDouble(f[1]),
                Double.parseDouble(f[2]),
                Double.parseDouble(f[3]),
                f[4].equals("1"),
                f[5].equals("1"),
                f[6].equals("1"),
                Double.parseDouble(f[7]),
                Integer.parseInt(f[8]),
                f.length > 10 ? Double.parseDouble(f[9]) : 0,
                f.length > 10 ? Double.parseDouble(f[10]) : 0);
    }
}
