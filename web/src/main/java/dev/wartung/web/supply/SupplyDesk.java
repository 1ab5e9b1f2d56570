package dev.wartung.web.supply;

import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.stores.Allocation;
import dev.wartung.core.stores.Allocation.Batch;
import dev.wartung.core.stores.Allocation.Demand;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.stores.Lot;
import dev.wartung.web.stores.Stores;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Works out what the planned jobs need of the stores, and what to order. */
@Service
public class SupplyDesk {

    /** Days from order to arrival where nobody has said otherwise: the site's usual. */
    static final int USUAL_LEAD_DAYS = 21;

    private final Jobs jobs;
    private final Stores stores;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    SupplyDesk(Jobs jobs, Stores stores, JdbcTemplate jdbc, Clock clock) {
        this.jobs = jobs;
        this.stores = stores;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * What came of it.
     *
     * @param allocation over all planned jobs
     * @param planned    the jobs, by number
     * @param names      of items
     */
    public record Plan(Allocation allocation, Map<Integer, Job> planned, Map<String, String> names) {

        /** What a job gets, together. */
        public Map<Job, List<Allocation.Covered>> byJob() {
            Map<Job, List<Allocation.Covered>> byJob = new LinkedHashMap<>();
            allocation.jobs().forEach(c -> byJob.computeIfAbsent(
                            planned.get(c.demand().job()), j -> new ArrayList<>())
                    .add(c));
            return byJob;
        }

        /** Jobs that have all they need. */
        public long covered() {
            return byJob().values().stream()
                    .filter(all -> all.stream().allMatch(c -> c.shortOf() == 0))
                    .count();
        }
    }

    /** Overdue jobs are taken to be done today. Lots in quarantine do not count. */
    @Transactional(readOnly = true)
    Plan plan() {
        LocalDate today = LocalDate.now(clock);
        Map<Integer, Job> planned = new TreeMap<>();
        Map<String, String> names = new HashMap<>();
        List<Demand> demands = new ArrayList<>();
        for (JobView view : jobs.views(jobs.planned())) {
            Job job = view.job();
            planned.put(job.number(), job);
            LocalDate on = job.dueOn().isBefore(today) ? today : job.dueOn();
            Supplies supplies = view.supplies();
            supplies.kit().ifPresent(kit -> {
                names.put(kit.id(), kit.name());
                demands.add(new Demand(job.number(), kit.id(), 1, on));
            });
            Map<String, Integer> loose = new LinkedHashMap<>();
            supplies.notInKit().stream().filter(p -> !p.article().isEmpty()).forEach(p -> {
                names.put(p.article(), p.name());
                loose.merge(p.article(), 1, Integer::sum);
            });
            loose.forEach((article, pieces) -> demands.add(new Demand(job.number(), article, pieces, on)));
        }
        List<Batch> batches = stores.inStock().stream()
                .filter(l -> !l.quarantined())
                .map(l -> batch(l, names))
                .toList();
        return new Plan(Allocation.of(demands, batches, leadTimes(), USUAL_LEAD_DAYS, today), planned, names);
    }

    /** Days from order to arrival, by item, where somebody has said so. */
    Map<String, Integer> leadTimes() {
        Map<String, Integer> lead = new HashMap<>();
        jdbc.query("select item, days from lead_time", row -> {
            lead.put(row.getString(1), row.getInt(2));
        });
        return lead;
    }

    private static Batch batch(Lot lot, Map<String, String> names) {
        names.putIfAbsent(lot.item(), lot.name());
        return new Batch(lot.lot(), lot.item(), lot.pieces(), lot.receivedOn(), lot.useBy());
    }

    /** Says how long an item takes from order to arrival. */
    @Transactional
    void leadTime(String item, int days) {
        jdbc.update(
                "insert into lead_time (item, days) values (?, ?) on conflict (item) do update set days = excluded.days",
                item,
                days);
    }
}
