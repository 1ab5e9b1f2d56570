package dev.wartung.web.demo;

import dev.wartung.core.calibration.Capability;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.tool.Toolbox;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * What lies in the demo's stores: enough for most of what is planned, a bush short, kits that pass their shelf life, a
 * lot of diaphragms that runs through a whole suite.
 */
@Component
class DemoStores {

    /** Diaphragms of a quarter come from one lot. */
    static String diaphragmLot(LocalDate day) {
        return "LD-" + day.toString().substring(2, 4) + "Q" + ((day.getMonthValue() + 2) / 3);
    }

    private final Jobs jobs;
    private final Stores stores;
    private final Items items;
    private final Toolbox toolbox;
    private final Clock clock;

    DemoStores(Jobs jobs, Stores stores, Items items, Toolbox toolbox, Clock clock) {
        this.jobs = jobs;
        this.stores = stores;
        this.items = items;
        this.toolbox = toolbox;
        this.clock = clock;
    }

    /** Takes in what the planned jobs need, but for a bush; somebody is logged in. */
    void fill() {
        LocalDate today = LocalDate.now(clock);
        Map<String, Integer> needed = new LinkedHashMap<>();
        for (Job job : jobs.planned()) {
            Supplies supplies = jobs.view(job.number()).map(JobView::supplies).orElseThrow();
            supplies.kit().ifPresent(kit -> needed.merge(kit.id(), 1, Integer::sum));
            supplies.notInKit().stream()
                    .filter(p -> !p.article().isEmpty()
                            && !p.name().toLowerCase(Locale.ROOT).contains("bush"))
                    .forEach(p -> needed.merge(p.article(), 1, Integer::sum));
        }
        int n = 10;
        for (Map.Entry<String, Integer> item : needed.entrySet()) {
            n++;
            take(
                    item.getKey(),
                    "L" + today.minusDays(20).toString().substring(2, 7).replace("-", "") + "-" + n,
                    item.getValue() + 1,
                    today.minusMonths(8),
                    today.minusDays(20));
        }
        // left from an earlier order: good for this week's jobs, past their shelf life before the next shutdown
        take("K50-PE", "L1701-04", 3, today.minusYears(10).plusDays(19), today.minusYears(4));
        take("K50-PF", "L2501-18", 2, today.minusYears(2), today.minusMonths(20));
        // what is left of the lot whose diaphragms run through the enzyme suite
        String lot = diaphragmLot(today.minusMonths(4));
        items.all().stream()
                .filter(i -> i.number().startsWith("TS25-")
                        && i.name().toLowerCase(Locale.ROOT).contains("diaphragm"))
                .limit(1)
                .forEach(i -> take(i.number(), lot, 4, today.minusMonths(9), today.minusMonths(5)));
        wrench("W-04", "5 to 25 N·m, with crowfoot set", 5, 25, today.minusMonths(5), "CC-26-118");
        wrench("W-07", "20 to 100 N·m", 20, 100, today.minusMonths(3), "CC-26-201");
        wrench("W-02", "2 to 10 N·m", 2, 10, today.minusMonths(13), "CC-25-077");
        // a 5 N·m wrench that does not reach the first stage of a small diaphragm
        wrench("W-05", "1 to 5 N·m", 1, 5, today.minusMonths(2), "CC-26-233");
        toolbox.add(
                "G-11",
                ToolKind.GAUGE,
                "0 to 10 bar, on the local hose",
                12,
                today.minusMonths(8),
                "CC-26-040",
                Optional.of(new Capability(Quantity.of(0, Unit.BAR), Quantity.of(10, Unit.BAR), 0.05e5, 0.1e5, 0)));
        toolbox.add(
                "C-21",
                ToolKind.CALIPER,
                "150 mm, with feeler gauges",
                24,
                today.minusMonths(10),
                "CC-26-012",
                Optional.of(new Capability(
                        Quantity.of(0, Unit.MILLIMETRE), Quantity.of(150, Unit.MILLIMETRE), 1e-5, 3e-5, 0)));
        toolbox.add(
                "T-03",
                ToolKind.THERMOMETER,
                "surface probe",
                12,
                today.minusMonths(11).minusDays(10),
                "CC-25-310",
                Optional.of(new Capability(Quantity.of(-20, Unit.CELSIUS), Quantity.of(200, Unit.CELSIUS), 0.1, 1, 0)));
    }

    /** A torque wrench with ± 4 %, as ISO 6789 allows it, read to a fiftieth of its range. */
    private void wrench(String number, String name, double from, double to, LocalDate calibrated, String certificate) {
        toolbox.add(
                number,
                ToolKind.TORQUE_WRENCH,
                name,
                12,
                calibrated,
                certificate,
                Optional.of(new Capability(
                        Quantity.of(from, Unit.NEWTON_METRE), Quantity.of(to, Unit.NEWTON_METRE), to / 50, 0, 0.04)));
    }

    private void take(String number, String lot, int pieces, LocalDate cured, LocalDate received) {
        items.item(number)
                .ifPresent(item -> stores.takeIn(
                        item, lot, pieces, "Seals and Sundries, Marrowbank", Optional.of(cured), received));
    }
}
