package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.life.Sufficiency.State;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Fits against published data with known answers, and laws that hold for any data. */
class LifeTest {

    /** Lieblein and Zelen, 1956: million revolutions to failure of 23 deep groove ball bearings. */
    private static final List<Lifetime> BEARINGS = DoubleStream.of(
                    17.88, 28.92, 33.00, 41.52, 42.12, 45.60, 48.40, 51.84, 51.96, 54.12, 55.56, 67.80, 68.64, 68.64,
                    68.88, 84.12, 93.12, 98.64, 105.12, 105.84, 127.92, 128.04, 173.40)
            .mapToObj(t -> Lifetime.failed(t, ""))
            .toList();
    /** Kilometres of 38 shock absorbers, 11 of them failed (F). */
    private static final List<Lifetime> SHOCK = Stream.of(
                    ("6700F 6950 7820 8790 9120F 9660 9820 11310 11690 11850 11880 12140 12200F 12870 13150F 13330 13470 14040 14300F 17520F 17540 17890 18450 18960 18980 "
                                    + "19410 20100F 20100 20150 20320 20900F 22700F 23490 26510F 27410 27490F 27890 28100")
                            .split(" "))
            .map(t -> t.endsWith("F")
                    ? Lifetime.failed(Double.parseDouble(t.replace("F", "")), "")
                    : Lifetime.good(Double.parseDouble(t)))
            .toList();

    private static void close(double value, double reference) {
        assertThat(value).isCloseTo(reference, within(Math.abs(reference) * 1e-6));
    }

    private static Weibull fit(List<Lifetime> lives) {
        return Weibull.fit(lives).orElseThrow();
    }

    /** Lives drawn from a Weibull, looked at until a day. */
    private static List<Lifetime> drawn(
            double shape, double scale, int pieces, double until, String cause, Random random) {
        List<Lifetime> lives = new ArrayList<>();
        for (int i = 0; i < pieces; i++) {
            double days = scale * Math.pow(-Math.log(1 - random.nextDouble()), 1 / shape);
            lives.add(days <= until ? Lifetime.failed(days, cause) : Lifetime.good(until));
        }
        return lives;
    }

    @Test
    @DisplayName("Ball bearings: the published fit, its likelihood and its limits, to a millionth of a reference")
    void bearings() {
        Weibull life = fit(BEARINGS);
        close(life.shape(), 2.1018468637648784);
        close(life.scale(), 81.87455872410813);
        close(life.logLikelihood(), -113.6919590876901);
        close(life.shapeLimits(BEARINGS).from(), 1.5039912425491644);
        close(life.shapeLimits(BEARINGS).to(), 2.7912653509594314);
        close(life.quantile(0.1), 28.065088962931313);
        close(life.quantileLimits(BEARINGS, 0.1).from(), 16.284929339884506);
        close(life.quantileLimits(BEARINGS, 0.1).to(), 40.75997563420539);
    }

    @Test
    @DisplayName("Shock absorbers, most of them still good: the published fit and its limits")
    void shockAbsorbers() {
        Weibull life = fit(SHOCK);
        close(life.shape(), 3.160470314534571);
        close(life.scale(), 27718.718128515124);
        assertThat(Math.log(life.scale())).as("published μ").isCloseTo(10.23, within(0.005));
        assertThat(1 / life.shape()).as("published σ").isCloseTo(0.3164, within(0.00005));
        close(life.logLikelihood(), -123.99536118883309);
        close(life.shapeLimits(SHOCK).from(), 1.8985321700061437);
        close(life.shapeLimits(SHOCK).to(), 4.771390780640434);
        close(life.quantileLimits(SHOCK, 0.1).from(), 9371.20239405866);
        close(life.quantileLimits(SHOCK, 0.1).to(), 17291.237935622354);
        assertThat(life.failures()).isEqualTo(11);
    }

    @Test
    @DisplayName(
            "Kaplan and Meier by hand: 3 of 4 after the first failure, half of that after the second, the censored one between leaving without a step")
    void survival() {
        List<Lifetime> lives =
                List.of(Lifetime.failed(10, ""), Lifetime.good(20), Lifetime.failed(30, ""), Lifetime.good(40));
        assertThat(Survival.points(lives))
                .containsExactly(
                        new Survival.Point(10, 10, (1 + 0.75) / 2), new Survival.Point(30, 30, (0.75 + 0.375) / 2));
    }

    @Test
    @DisplayName(
            "Law: other units scale the scale and leave the shape; the limits hold the fit; what failed by a quantile is that part")
    void laws() {
        Random random = new Random(11);
        for (int i = 0; i < 60; i++) {
            List<Lifetime> lives = drawn(
                    0.6 + 4 * random.nextDouble(),
                    100 + 900 * random.nextDouble(),
                    12 + random.nextInt(40),
                    700,
                    "",
                    random);
            Optional<Weibull> fitted = Weibull.fit(lives);
            if (fitted.isEmpty()) {
                continue;
            }
            Weibull life = fitted.get();
            Weibull hours = fit(lives.stream()
                    .map(l -> l.failed() ? Lifetime.failed(l.days() * 24, "") : Lifetime.good(l.days() * 24))
                    .toList());
            close(hours.shape(), life.shape());
            close(hours.scale(), life.scale() * 24);
            Weibull.Limits limits = life.shapeLimits(lives);
            assertThat(limits.from()).isLessThan(life.shape());
            assertThat(limits.to()).isGreaterThan(life.shape());
            assertThat(life.reliability(life.quantile(0.3))).isCloseTo(0.7, within(1e-9));
        }
        assertThat(Weibull.fit(List.of(Lifetime.good(5)))).as("no failure").isEmpty();
        assertThat(Weibull.fit(List.of(Lifetime.failed(5, ""), Lifetime.good(2))))
                .as("all failures at the end")
                .isEmpty();
    }

    @Test
    @DisplayName("Best age: a worked example, no age where failures come by chance, and no other age costs less")
    void ageReplacement() {
        AgeReplacement worked = new AgeReplacement(new Weibull(2, 365, 10, 10, 0), 1, 10);
        assertThat(worked.best().orElseThrow()).isCloseTo(122.80468, within(0.01));
        assertThat(worked.costPerDay(122.80468)).isCloseTo(0.016592113541361617, within(1e-8));
        assertThat(new AgeReplacement(new Weibull(1, 365, 10, 10, 0), 1, 10).best())
                .isEmpty();
        assertThat(new AgeReplacement(new Weibull(0.7, 365, 10, 10, 0), 1, 100).best())
                .isEmpty();
        Random random = new Random(3);
        for (int i = 0; i < 40; i++) {
            AgeReplacement age = new AgeReplacement(
                    new Weibull(1.2 + 4 * random.nextDouble(), 50 + 1000 * random.nextDouble(), 9, 9, 0),
                    1,
                    2 + 30 * random.nextDouble());
            age.best().ifPresent(best -> random.doubles(20, 0.05, 3).forEach(f -> assertThat(age.costPerDay(best * f))
                    .isGreaterThanOrEqualTo(age.costPerDay(best) - 1e-12)));
        }
    }

    @Test
    @DisplayName(
            "Two causes of different kind are told apart, two of the same kind are not; what is no Weibull does not pass for one")
    void causes() {
        Random random = new Random(19);
        List<Lifetime> mixed = new ArrayList<>(drawn(0.7, 400, 40, 900, "nibbled", random));
        mixed.addAll(drawn(5, 600, 40, 900, "hard", random));
        Causes told = Causes.of(mixed).orElseThrow();
        assertThat(told.mixed()).isTrue();
        assertThat(told.each().get("nibbled").shape())
                .isLessThan(told.each().get("hard").shape());
        List<Lifetime> same = drawn(2, 400, 80, 700, "", random).stream()
                .map(l -> l.failed() ? Lifetime.failed(l.days(), random.nextBoolean() ? "a" : "b") : l)
                .toList();
        assertThat(Causes.of(same).orElseThrow().chance()).isGreaterThan(0.01);
        assertThat(Causes.of(BEARINGS)).isEmpty();
        assertThat(Fit.of(fit(BEARINGS), BEARINGS, new Random(1)::nextDouble)
                        .orElseThrow()
                        .describes())
                .isTrue();
        List<Lifetime> lumps = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            lumps.add(Lifetime.failed(10 + 0.01 * i, ""));
            lumps.add(Lifetime.failed(1000 + i, ""));
        }
        assertThat(Fit.of(fit(lumps), lumps, new Random(1)::nextDouble)
                        .orElseThrow()
                        .describes())
                .isFalse();
        assertThat(Fit.of(fit(lumps), lumps, new Random(1)::nextDouble))
                .as("the same data, the same answer")
                .isEqualTo(Fit.of(fit(lumps), lumps, new Random(1)::nextDouble));
    }

    @Test
    @DisplayName("Few failures are said to be few, with how many more it takes; more of them suffice")
    void sufficiency() {
        List<Lifetime> two = List.of(Lifetime.failed(100, ""), Lifetime.failed(200, ""), Lifetime.good(300));
        assertThat(Sufficiency.of(Weibull.fit(two), two)).isEqualTo(new Sufficiency(State.FEW, 8));
        assertThat(Sufficiency.of(Weibull.fit(List.of()), List.of())).isEqualTo(new Sufficiency(State.FEW, 8));
        assertThat(Sufficiency.of(Weibull.fit(BEARINGS), BEARINGS).enough()).isTrue();
        List<Lifetime> five = BEARINGS.subList(0, 5);
        Sufficiency some = Sufficiency.of(Weibull.fit(five), five);
        assertThat(some.state()).isEqualTo(State.WIDE);
        assertThat(some.more()).isBetween(1, 40);
    }
}
