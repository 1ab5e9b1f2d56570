package dev.wartung.core.life;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Failures that were found at an opening: they lie between the last good look and this one. */
class IntervalLifeTest {

    /** Nelson's turbine parts, looked at once each: months, cracks found since the look before, 73 of 167 without. */
    private static final double[] LOOKS = {6.12, 19.92, 29.64, 35.40, 39.72, 45.24, 52.32, 63.48};

    private static final int[] CRACKED = {5, 16, 12, 18, 18, 2, 6, 17};

    private static List<Lifetime> cracks() {
        List<Lifetime> lives = new ArrayList<>();
        for (int i = 0; i < LOOKS.length; i++) {
            for (int n = 0; n < CRACKED[i]; n++) {
                lives.add(Lifetime.foundFailed(i == 0 ? 0 : LOOKS[i - 1], LOOKS[i], ""));
            }
        }
        for (int n = 0; n < 73; n++) {
            lives.add(Lifetime.good(LOOKS[LOOKS.length - 1]));
        }
        return lives;
    }

    /** The likelihood as one writes it down, without any of the ways round large numbers. */
    private static double plainly(List<Lifetime> lives, double shape, double scale) {
        return lives.stream()
                .mapToDouble(l -> {
                    double good = Math.exp(-Math.pow(l.good() / scale, shape));
                    double end = Math.exp(-Math.pow(l.days() / scale, shape));
                    if (!l.failed()) {
                        return Math.log(end);
                    }
                    return l.isBetween()
                            ? Math.log(good - end)
                            : Math.log(shape / scale * Math.pow(l.days() / scale, shape - 1) * end);
                })
                .sum();
    }

    /** The best of a grid that closes in on its best: ten times as fine each time. */
    private static double[] grid(List<Lifetime> lives) {
        double shape = 1.5;
        double scale = lives.stream().mapToDouble(Lifetime::days).average().orElseThrow();
        for (double width = 1.2; width > 1e-9; width *= 0.6) {
            double bestShape = shape;
            double bestScale = scale;
            double best = Double.NEGATIVE_INFINITY;
            for (int i = -8; i <= 8; i++) {
                for (int j = -8; j <= 8; j++) {
                    double a = shape * Math.exp(width * i / 8);
                    double b = scale * Math.exp(width * j / 8);
                    double value = plainly(lives, a, b);
                    if (value > best) {
                        best = value;
                        bestShape = a;
                        bestScale = b;
                    }
                }
            }
            shape = bestShape;
            scale = bestScale;
        }
        return new double[] {shape, scale};
    }

    private static List<Lifetime> drawn(double shape, int pieces, SplittableRandom random) {
        List<Lifetime> lives = new ArrayList<>();
        for (int i = 0; i < pieces; i++) {
            double fails = 400 * Math.pow(-Math.log(1 - random.nextDouble()), 1 / shape);
            double first = 100 + 200 * random.nextDouble();
            double second = first + 50 + 300 * random.nextDouble();
            if (i % 3 == 0) {
                lives.add(fails < second ? Lifetime.failed(fails, "") : Lifetime.good(second));
            } else if (fails < second) {
                lives.add(Lifetime.foundFailed(fails < first ? 0 : first, fails < first ? first : second, ""));
            } else {
                lives.add(Lifetime.good(second));
            }
        }
        return lives;
    }

    @Test
    @DisplayName("The published cracks: shape 1.485, scale 71.69 months")
    void published() {
        Weibull life = Weibull.fit(cracks()).orElseThrow();
        assertThat(life.shape()).isCloseTo(1.4854, within(5e-5));
        assertThat(life.scale()).isCloseTo(71.6904, within(5e-4));
        assertThat(life.logLikelihood()).isCloseTo(plainly(cracks(), life.shape(), life.scale()), within(1e-9));
        assertThat(Sufficiency.of(Weibull.fit(cracks()), cracks()).enough()).isTrue();
    }

    @Test
    @DisplayName("Fits of days and intervals mixed agree with a grid search of the plain likelihood to a millionth")
    void reference() {
        SplittableRandom random = new SplittableRandom(5);
        for (int i = 0; i < 20; i++) {
            List<Lifetime> lives = drawn(0.7 + 3 * random.nextDouble(), 15 + random.nextInt(20), random);
            Weibull life = Weibull.fit(lives).orElseThrow();
            double[] reference = grid(lives);
            assertThat(life.shape()).isCloseTo(reference[0], within(2e-6 * reference[0]));
            assertThat(life.scale()).isCloseTo(reference[1], within(2e-6 * reference[1]));
            Weibull.Limits limits = life.shapeLimits(lives);
            LikelyLives likely = LikelyLives.of(life, lives);
            assertThat(likely.lowest(Weibull::shape))
                    .as("the region's ends are the limits")
                    .isCloseTo(limits.from(), within(0.02 * limits.from()));
            assertThat(likely.highest(Weibull::shape)).isCloseTo(limits.to(), within(0.02 * limits.to()));
            likely.lives().forEach(l -> assertThat(plainly(lives, l.shape(), l.scale()))
                    .isGreaterThanOrEqualTo(life.logLikelihood() - Weibull.DROP_95 - 1e-6));
        }
    }

    @Test
    @DisplayName(
            "Failures by chance, seen at renewals only, are never told as wear: 20 sites, openings at 330 to 390 days")
    void seenAtRenewals() {
        SplittableRandom random = new SplittableRandom(8);
        int asDays = 0;
        int wear = 0;
        for (int site = 0; site < 20; site++) {
            List<Lifetime> lives = new ArrayList<>();
            List<Lifetime> taken = new ArrayList<>();
            for (int i = 0; i < 60; i++) {
                double opened = 330 + 60 * random.nextDouble();
                boolean failed = -500 * Math.log(1 - random.nextDouble()) < opened;
                lives.add(failed ? Lifetime.foundFailed(0, opened, "hard") : Lifetime.good(opened));
                taken.add(failed ? Lifetime.failed(opened, "hard") : Lifetime.good(opened));
            }
            LifeStudy study = LifeStudy.of(lives, 10, new Present(Map.of(12, 60), 0), random::nextDouble);
            assertThat(study.proposal()).isEmpty();
            assertThat(study.against()).isNotEmpty();
            wear += study.shape().map(Weibull.Limits::from).orElse(0.0) > 1 ? 1 : 0;
            asDays += Weibull.fit(taken).orElseThrow().shape() > 10 ? 1 : 0;
        }
        assertThat(asDays)
                .as("taken for the days of failure, they would look like wear")
                .isEqualTo(20);
        List<Lifetime> oneAge = new ArrayList<>();
        for (int i = 0; i < 30; i++) {
            oneAge.add(i < 12 ? Lifetime.foundFailed(0, 365, "") : Lifetime.good(365));
        }
        assertThat(Weibull.fit(oneAge)).as("any shape fits").isEmpty();
        assertThat(Sufficiency.of(Weibull.fit(oneAge), oneAge).state()).isEqualTo(Sufficiency.State.UNSEEN);
    }

    @Test
    @DisplayName(
            "Turnbull by hand: of four, one failed by 10, one between 10 and 20, two good at 20: 3/4, then half left")
    void turnbull() {
        List<Lifetime> lives = List.of(
                Lifetime.foundFailed(0, 10, ""),
                Lifetime.foundFailed(10, 20, ""),
                Lifetime.good(20),
                Lifetime.good(20));
        List<Survival.Point> points = Survival.points(lives);
        assertThat(points).hasSize(2);
        assertThat(points.get(0).good()).isCloseTo((1 + 0.75) / 2, within(1e-6));
        assertThat(points.get(1).good()).isCloseTo((0.75 + 0.5) / 2, within(1e-6));
        assertThat(points.get(1).from()).isEqualTo(10);
        assertThat(points.get(1).middle()).isEqualTo(15);
        // one more that overlaps both: it goes where they are, in equal parts
        List<Lifetime> wide = new ArrayList<>(lives);
        wide.add(Lifetime.foundFailed(0, 20, ""));
        assertThat(Survival.points(wide).get(0).good()).isCloseTo((1 + 0.7) / 2, within(1e-6));
        // an interval so short that it is a day: what Kaplan and Meier say
        List<Lifetime> days =
                List.of(Lifetime.failed(10, ""), Lifetime.good(20), Lifetime.failed(30, ""), Lifetime.good(40));
        List<Lifetime> nearly = new ArrayList<>(days);
        nearly.set(0, Lifetime.foundFailed(9.999, 10, ""));
        for (int i = 0; i < 2; i++) {
            assertThat(Survival.points(nearly).get(i).good())
                    .isCloseTo(Survival.points(days).get(i).good(), within(1e-6));
        }
    }

    @Test
    @DisplayName(
            "No number that is none, and none without end, reaches a sentence: few, alike, far apart, early and late")
    void inWords() {
        SplittableRandom random = new SplittableRandom(77);
        for (int i = 0; i < 150; i++) {
            double shape = Math.exp(random.nextDouble() * 4 - 1.5);
            List<Lifetime> lives = drawn(shape, 3 + random.nextInt(12), random);
            if (lives.stream().noneMatch(Lifetime::failed)) {
                continue;
            }
            LifeStudy study = LifeStudy.of(
                    lives, 1.5 + 30 * random.nextDouble(), new Present(Map.of(6, 2, 24, 1), i % 2), random::nextDouble);
            LifeWords words = new LifeWords(study, LifeStudy.bias(lives));
            List<String> said = new ArrayList<>(
                    study.against().stream().map(Object::toString).toList());
            words.shape().ifPresent(m -> said.add(m.toString()));
            words.line().ifPresent(m -> said.add(m.toString()));
            words.tooSteep().ifPresent(m -> said.add(m.toString()));
            words.best().ifPresent(m -> said.add(m.toString()));
            study.tenth().ifPresent(d -> said.add(LifeWords.days(d).toString()));
            study.half().ifPresent(d -> said.add(LifeWords.days(d).toString()));
            said.add(study.present().inWords().toString());
            said.add(LifePlot.svg(lives, study.life(), study.present()));
            assertThat(said).allSatisfy(s -> assertThat(s).doesNotContain("NaN", "Infinity", "922337", "E1"));
            assertThat(study.proposal().isPresent())
                    .isEqualTo(study.against().isEmpty() && study.bestDays().isPresent());
        }
    }
}
