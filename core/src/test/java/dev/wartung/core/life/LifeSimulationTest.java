package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What is claimed of limits, widths and bias, tried on lives drawn from a known Weibull. */
class LifeSimulationTest {

    private static final double SCALE = 400;

    /** A way of looking at pieces that fail at some age. */
    private record Plan(String name, double shape, int pieces, Function<Double, Lifetime> look) {

        List<Lifetime> draw(SplittableRandom random) {
            List<Lifetime> lives = new ArrayList<>();
            for (int i = 0; i < pieces; i++) {
                lives.add(look.apply(SCALE * Math.pow(-Math.log(1 - random.nextDouble()), 1 / shape)));
            }
            return lives;
        }

        @Override
        public String toString() {
            return name;
        }
    }

    private static Lifetime until(double fails, double days) {
        return fails <= days ? Lifetime.failed(fails, "") : Lifetime.good(days);
    }

    /** Looked at every so many days, until an end. */
    private static Lifetime every(double fails, double days, int looks) {
        int look = (int) Math.ceil(fails / days);
        return look > looks ? Lifetime.good(days * looks) : Lifetime.foundFailed(days * (look - 1), days * look, "");
    }

    static Stream<Plan> plans() {
        return Stream.of(
                new Plan("all failed", 2, 20, f -> Lifetime.failed(f, "")),
                new Plan("half still good", 1, 40, f -> until(f, SCALE * 0.7)),
                new Plan("looked at every quarter", 2, 40, f -> every(f, 100, 4)));
    }

    @ParameterizedTest
    @MethodSource("plans")
    @DisplayName(
            "Limits at 95 % hold the truth 92 to 97 times in a hundred: of the shape, and of the day one in ten has failed")
    void coverage(Plan plan) {
        SplittableRandom random = new SplittableRandom(31);
        double tenth = SCALE * Math.pow(-Math.log(0.9), 1 / plan.shape());
        int draws = 1500;
        int shape = 0;
        int days = 0;
        for (int i = 0; i < draws; i++) {
            List<Lifetime> lives = plan.draw(random);
            Weibull life = Weibull.fit(lives).orElseThrow();
            shape += holds(life.shapeLimits(lives), plan.shape()) ? 1 : 0;
            days += holds(life.quantileLimits(lives, 0.1), tenth) ? 1 : 0;
        }
        assertThat(shape / (double) draws).isBetween(0.92, 0.97);
        assertThat(days / (double) draws).isBetween(0.92, 0.97);
    }

    private static boolean holds(Weibull.Limits limits, double truth) {
        return limits.from() <= truth && truth <= limits.to();
    }

    @Test
    @DisplayName(
            "With as many failures as it is said to take, the limits are as narrow as they must be: one factor of three, give or take a sixth")
    void width() {
        SplittableRandom random = new SplittableRandom(17);
        for (double share : new double[] {1, 0.5, 0.15}) {
            double end = SCALE * Math.pow(-Math.log(1 - Math.min(share, 1 - 1e-9)), 0.5);
            List<Lifetime> few = new ArrayList<>(List.of(Lifetime.failed(100, ""), Lifetime.failed(150, "")));
            while (few.size() < Math.round(2 / share)) {
                few.add(Lifetime.good(200));
            }
            Sufficiency told = Sufficiency.of(Weibull.fit(few), few);
            Plan plan = new Plan("", 2, (int) Math.round((2 + told.more()) / share), f -> until(f, end));
            double[] ratios = new double[400];
            for (int i = 0; i < ratios.length; i++) {
                List<Lifetime> lives = plan.draw(random);
                ratios[i] = Weibull.fit(lives)
                        .map(l -> l.shapeLimits(lives).ratio())
                        .orElse(Double.POSITIVE_INFINITY);
            }
            Arrays.sort(ratios);
            assertThat(ratios[ratios.length / 2]).as("%.2f fail", share).isBetween(2.5, 3.5);
        }
    }

    @Test
    @DisplayName("Fits of few failures come out too steep by about as much as is said")
    void bias() {
        SplittableRandom random = new SplittableRandom(3);
        for (int pieces : new int[] {6, 10, 20}) {
            Plan plan = new Plan("", 2, pieces, f -> Lifetime.failed(f, ""));
            double sum = 0;
            int draws = 3000;
            for (int i = 0; i < draws; i++) {
                sum += Weibull.fit(plan.draw(random)).orElseThrow().shape();
            }
            double told = LifeStudy.bias(plan.draw(random)).orElseThrow();
            assertThat(sum / draws / 2 - 1).isCloseTo(told, within(0.15 * told + 0.01));
        }
        assertThat(LifeStudy.bias(plan10()).orElseThrow()).isCloseTo(0.1696, within(0.0001));
        assertThat(LifeStudy.bias(List.of(Lifetime.failed(3, "")))).isEmpty();
    }

    private static List<Lifetime> plan10() {
        return Stream.iterate(1.0, d -> d + 1)
                .limit(10)
                .map(d -> Lifetime.failed(d, ""))
                .toList();
    }

    @Test
    @DisplayName(
            "Goodness: of thirty sites of eight failures that are Weibull, about one in twenty is doubted, not more than four")
    void goodness() {
        SplittableRandom random = new SplittableRandom(23);
        Plan plan = new Plan("", 2.5, 8, f -> Lifetime.failed(f, ""));
        int doubted = 0;
        for (int i = 0; i < 30; i++) {
            List<Lifetime> lives = plan.draw(random);
            Optional<Fit> fit = Fit.of(Weibull.fit(lives).orElseThrow(), lives, random::nextDouble);
            doubted += fit.orElseThrow().describes() ? 0 : 1;
        }
        assertThat(doubted).isLessThanOrEqualTo(4);
        List<Lifetime> two = List.of(Lifetime.failed(3, ""), Lifetime.failed(5, ""), Lifetime.good(7));
        assertThat(Fit.of(Weibull.fit(two).orElseThrow(), two, random::nextDouble))
                .as("two points always lie on a line")
                .isEmpty();
    }

    @Test
    @DisplayName("A proposal of wear is right: where it is made, it costs less than what is followed, by the true life")
    void proposals() {
        SplittableRandom random = new SplittableRandom(41);
        Plan wear = new Plan("", 3.2, 40, f -> until(f, 500));
        Plan chance = new Plan("", 1, 40, f -> until(f, 500));
        Present present = new Present(Map.of(12, 30, 18, 10), 0);
        int made = 0;
        int wrong = 0;
        for (int i = 0; i < 25; i++) {
            Optional<Integer> months = LifeStudy.of(wear.draw(random), 10, present, random::nextDouble)
                    .proposal();
            made += months.isPresent() ? 1 : 0;
            AgeReplacement truth = new AgeReplacement(new Weibull(3.2, SCALE, 40, 40, 0), 1, 10);
            wrong += months.filter(m -> truth.costPerDay(m * Present.DAYS_A_MONTH) >= present.costPerDay(truth))
                            .isPresent()
                    ? 1
                    : 0;
            assertThat(LifeStudy.of(chance.draw(random), 10, present, random::nextDouble)
                            .proposal())
                    .isEmpty();
        }
        assertThat(made).isGreaterThan(15);
        assertThat(wrong).isZero();
    }
}
