package dev.wartung.web.job.look;

import dev.wartung.web.valve.Valve;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Looks at valves that are due or will be: raised by what was done or read, until somebody has looked. */
@Service
@Transactional
public class Looks {

    private final RecheckRepository rows;

    Looks(RecheckRepository rows) {
        this.rows = rows;
    }

    @Transactional(readOnly = true)
    public Optional<Recheck> find(Long id) {
        return rows.findById(id);
    }

    /** Those of a valve that nobody has done, by day. */
    @Transactional(readOnly = true)
    public List<Recheck> openAt(Valve valve) {
        return rows.findByValveIdAndDoneOnIsNullOrderByDueOn(valve.id());
    }

    /** Those that are due by a day and not done. */
    @Transactional(readOnly = true)
    public List<Recheck> openBy(LocalDate day) {
        return inUse(rows.findByDoneOnIsNullAndDueOnLessThanEqualOrderByDueOn(day));
    }

    /** Open ones with a day from here to there. */
    @Transactional(readOnly = true)
    public List<Recheck> openBetween(LocalDate from, LocalDate to) {
        return inUse(rows.openBetween(from, to));
    }

    private static List<Recheck> inUse(List<Recheck> looks) {
        return looks.stream().filter(r -> r.valve().state().inUse()).toList();
    }

    /** Open ones on a line's valves that an event makes due. */
    @Transactional(readOnly = true)
    public List<Recheck> waitingOn(String area, String line) {
        return rows.waitingOn(area, line);
    }

    public void raise(Recheck look) {
        rows.save(look);
    }
}
