package dev.wartung.core.stores;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.stores.Allocation.Batch;
import dev.wartung.core.stores.Allocation.Demand;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class AllocationTest {

    private static final LocalDate TODAY = LocalDate.of(2026, 11, 25);

    private static LocalDate in(int days) {
        return TODAY.plusDays(days);
    }

    private static Batch batch(String lot, int pieces, int here, int useBy) {
        return new Batch(lot, "K50-PE", pieces, in(here), Optional.of(in(useBy)));
    }

    @ParameterizedTest(name = "{0}, extended {1}: {2}")
    @CsvSource(
            delimiter = '|',
            nullValues = "never",
            value = {
                "EPDM | false | 2030-03-01",
                "EPDM | true | 2035-03-01",
                "NBR | false | 2027-03-01",
                "NBR | true | 2030-03-01",
                "PTFE/EPDM | false | 2030-03-01",
                "PTFE | false | never",
                "composite | false | never",
                "EPDM,NBR,PTFE | false | 2027-03-01",
                "TFM | false | never",
            })
    @DisplayName("Kept as long as the shortest of its materials, from the cure date")
    void useBy(String materials, boolean extended, LocalDate last) {
        assertThat(UseBy.of(List.of(materials.split(",")), LocalDate.of(2020, 3, 1), extended))
                .isEqualTo(Optional.ofNullable(last));
    }

    @Test
    @DisplayName("First to expire goes first, but not past its day; what is short says why and when to order")
    void worked() {
        List<Demand> demands = List.of(
                new Demand(3, "K50-PE", 1, in(40)),
                new Demand(1, "K50-PE", 1, in(5)),
                new Demand(2, "K50-PE", 1, in(20)),
                new Demand(2, "K50-51N", 2, in(20)));
        List<Batch> batches = List.of(batch("B", 1, -10, 900), batch("A", 2, -400, 10));
        Allocation allocation = Allocation.of(demands, batches, Map.of("K50-PE", 30), 60, TODAY);
        assertThat(allocation.jobs())
                .extracting(c -> c.demand().job() + " " + c.demand().item() + " "
                        + c.shares().stream().map(s -> s.from().lot()).toList() + " " + c.shortOf())
                .containsExactly("1 K50-PE [A] 0", "2 K50-51N [] 2", "2 K50-PE [B] 0", "3 K50-PE [] 1");
        assertThat(allocation.jobs().get(3).why()).asString().contains("A passes its shelf life on 5 Dec 2026");
        assertThat(allocation.orders())
                .extracting(o -> o.item() + " " + o.pieces() + " " + o.orderBy() + " " + o.late() + " " + o.forJobs())
                .containsExactly("K50-51N 2 2026-10-16 true [2]", "K50-PE 1 2026-12-05 false [3]");
        assertThat(allocation.idle())
                .extracting(i -> i.batch().lot() + " " + i.pieces())
                .containsExactly("A 1");
    }

    private static String shortOf(int on, Batch... batches) {
        Demand demand = new Demand(1, "K50-PE", 1, in(on));
        return Allocation.of(List.of(demand), List.of(batches), Map.of(), 10, TODAY)
                .jobs()
                .get(0)
                .why()
                .toString();
    }

    @Test
    @DisplayName(
            "Short for want of any, for one that comes later, for those that expire before, each by its lot and day")
    void why() {
        assertThat(shortOf(5)).isEqualTo("none is left for it");
        assertThat(shortOf(5, new Batch("X", "K50-51N", 4, in(0), Optional.empty())))
                .isEqualTo("none is left for it");
        assertThat(shortOf(5, batch("L", 0, 0, 900))).isEqualTo("none is left for it");
        assertThat(shortOf(5, batch("L", 1, 6, 900))).isEqualTo("it is not here by then");
        assertThat(shortOf(5, new Batch("L", "K50-PE", 1, in(6), Optional.empty())))
                .isEqualTo("it is not here by then");
        assertThat(shortOf(20, batch("A", 1, -400, 10), batch("B", 2, -10, 12), batch("C", 1, 30, 20)))
                .isEqualTo("A passes its shelf life on 5 Dec 2026, B passes its shelf life on 7 Dec 2026, before it is"
                        + " fitted");
        assertThat(shortOf(10, batch("A", 1, -400, 10))).as("on its last day").isEmpty();
        assertThat(shortOf(6, batch("L", 1, 6, 900))).as("on the day it comes").isEmpty();
    }

    @Test
    @DisplayName(
            "Law: no piece is given twice, none outside its days, nothing is lost, and for single pieces nobody could cover more jobs")
    void laws() {
        Random random = new Random(41);
        for (int round = 0; round < 400; round++) {
            List<Demand> demands = IntStream.range(0, random.nextInt(7))
                    .mapToObj(i -> new Demand(i, "K50-PE", 1, in(random.nextInt(12))))
                    .toList();
            List<Batch> batches = new ArrayList<>();
            for (int i = random.nextInt(6); i > 0; i--) {
                int here = random.nextInt(10) - 3;
                batches.add(batch("L" + i, 1, here, here + random.nextInt(8)));
            }
            Allocation allocation = Allocation.of(demands, batches, Map.of(), 10, TODAY);
            assertThat(allocation.jobs()).allSatisfy(c -> c.shares()
                    .forEach(s -> assertThat(s.from().usableOn(c.demand().on())).isTrue()));
            int given = allocation.jobs().stream()
                    .flatMap(c -> c.shares().stream())
                    .mapToInt(Allocation.Share::pieces)
                    .sum();
            assertThat(given
                            + allocation.idle().stream()
                                    .mapToInt(Allocation.Idle::pieces)
                                    .sum())
                    .isEqualTo(batches.size());
            assertThat(allocation.orders().stream()
                            .mapToInt(Allocation.Order::pieces)
                            .sum())
                    .isEqualTo(demands.size() - given);
            assertThat(given).isEqualTo(most(demands, 0, batches));
        }
    }

    /** The most jobs that can be covered, by trying everything. */
    private static int most(List<Demand> demands, int from, List<Batch> batches) {
        if (from == demands.size()) {
            return 0;
        }
        int best = most(demands, from + 1, batches);
        for (Batch batch : batches) {
            if (batch.usableOn(demands.get(from).on())) {
                List<Batch> rest = new ArrayList<>(batches);
                rest.remove(batch);
                best = Math.max(best, 1 + most(demands, from + 1, rest));
            }
        }
        return best;
    }
}
