package dev.wartung.core.life;

import static dev.wartung.core.WrittenOut.rounded;

import dev.wartung.core.WrittenOut;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Lives of every kind as they are told: numbers, words and drawings, written out in {@code told-lives.txt}. */
class ToldLivesTest {

    private static final Present NOW = new Present(Map.of(6, 2, 12, 9), 3);

    /** Days by which pieces of a Weibull have failed, evenly spread over their chances. */
    private static Stream<Double> ages(double shape, double scale, int pieces) {
        return IntStream.range(0, pieces).mapToObj(i -> scale * Math.pow(-Math.log(1 - (i + 0.5) / pieces), 1 / shape));
    }

    private static List<Lifetime> failed(double shape, double scale, int pieces, String cause) {
        return ages(shape, scale, pieces).map(d -> Lifetime.failed(d, cause)).toList();
    }

    /** Looked at every so many days, and as good as new if good. */
    private static List<Lifetime> looked(double shape, double scale, int pieces, double each, double until) {
        return ages(shape, scale, pieces)
                .map(d -> d > until
                        ? Lifetime.good(until)
                        : Lifetime.foundFailed(Math.floor(d / each) * each, Math.ceil(d / each) * each, "swollen"))
                .toList();
    }

    private static List<Lifetime> all(List<Lifetime> some, List<Lifetime> others) {
        return Stream.concat(some.stream(), others.stream()).toList();
    }

    private static List<Lifetime> good(double days, int pieces) {
        return IntStream.range(0, pieces).mapToObj(i -> Lifetime.good(days)).toList();
    }

    private static Map<String, List<Lifetime>> lives() {
        Map<String, List<Lifetime>> lives = new LinkedHashMap<>();
        lives.put("wear, all gone", failed(3, 300, 20, "worn"));
        lives.put("wear, most in still", all(failed(2.5, 400, 12, "worn"), good(200, 30)));
        lives.put("wear, few", all(failed(3, 300, 3, "worn"), good(150, 4)));
        lives.put("wear, one", all(failed(3, 300, 1, "worn"), good(150, 4)));
        lives.put("steep", failed(9, 500, 25, "worn"));
        lives.put("by chance", failed(1, 300, 25, "cut"));
        lives.put("early", all(failed(0.6, 200, 20, "cut"), good(900, 10)));
        lives.put("looked at each half year", looked(2.5, 500, 40, 182, 910));
        lives.put("looked at often, chance", looked(1, 300, 40, 30, 910));
        lives.put("looked at once", all(looked(3, 300, 14, 365, 365), good(365, 6)));
        lives.put(
                "looked at and leaked",
                all(looked(2, 400, 15, 100, 700), all(failed(2, 380, 9, "worn"), good(300, 8))));
        lives.put("two causes", all(failed(0.7, 150, 12, "nicked"), failed(6, 700, 15, "worn")));
        lives.put("two causes, alike", all(failed(3, 300, 10, "nicked"), failed(3, 310, 10, "worn")));
        lives.put(
                "two causes, days not known",
                all(
                        looked(3, 300, 8, 50, 700),
                        looked(2, 400, 8, 60, 600).stream()
                                .map(l -> l.failed() ? Lifetime.foundFailed(l.good(), l.days(), "hard") : l)
                                .toList()));
        lives.put("long", failed(3, 4000, 15, "worn"));
        lives.put("short", failed(2, 3, 15, "worn"));
        lives.put(
                "all on one day",
                Stream.of(90.0, 90.0, 90.0).map(d -> Lifetime.failed(d, "")).toList());
        lives.put("none failed", good(400, 7));
        return lives;
    }

    private static List<String> told(List<Lifetime> lives, double failureCost, Present present) {
        LifeStudy study = LifeStudy.of(lives, failureCost, present, new SplittableRandom(7)::nextDouble);
        LifeWords words = new LifeWords(study, LifeStudy.bias(lives));
        List<String> told = new ArrayList<>();
        told.add("study " + rounded(study));
        told.add("proposal " + study.proposal() + ", now " + present.inWords());
        told.add("shape " + words.shape());
        study.tenth().ifPresent(days -> told.add("tenth " + LifeWords.days(days)));
        study.half().ifPresent(days -> told.add("half " + LifeWords.days(days)));
        told.add("line " + words.line() + " " + words.tooSteep());
        told.add("best " + words.best());
        return told;
    }

    @Test
    @DisplayName("Every life is told as it is written: what it is, what it leaves open, what may be made of it, drawn")
    void lifeByLife() throws IOException {
        Map<String, List<String>> written = new LinkedHashMap<>();
        lives().forEach((name, lives) -> {
            List<String> told = told(lives, 10, NOW);
            told.add("points " + rounded(Survival.points(lives)));
            Optional<Weibull> life = Weibull.fit(lives);
            told.add("plot " + rounded(LifePlot.svg(lives, life, NOW)));
            told.add("curve " + rounded(GoodCurve.svg(lives, name)));
            life.ifPresent(
                    l -> told.add("likely " + rounded(LikelyLives.of(l, lives).lowest(w -> w.quantile(0.1))) + " "
                            + rounded(LikelyLives.of(l, lives).lowest(w -> -w.quantile(0.9)))));
            written.put("== " + name, told);
        });
        List<Lifetime> wear = lives().get("wear, all gone");
        LifeStudy.of(wear, 10, NOW, new SplittableRandom(7)::nextDouble)
                .bestDays()
                .ifPresent(best -> {
                    int months = (int) Math.round(best / Present.DAYS_A_MONTH);
                    written.put("== followed already", told(wear, 10, new Present(Map.of(months, 4), 0)));
                    written.put("== followed by some", told(wear, 10, new Present(Map.of(months, 4), 1)));
                });
        written.put("== much earlier than need be", told(wear, 10, new Present(Map.of(1, 4), 0)));
        written.put("== a failure costs little more", told(wear, 1.5, NOW));
        written.put("== a failure costs much", told(wear, 1000, new Present(Map.of(60, 5), 0)));
        new WrittenOut("told-lives.txt").holds(written);
    }

    @Test
    @DisplayName("What renewing costs, and where readings change, come to the numbers that are written")
    void numbers() throws IOException {
        Map<String, List<String>> written = new LinkedHashMap<>();
        List<String> costs = new ArrayList<>();
        for (double shape : new double[] {0.7, 1, 1.02, 1.2, 2, 3.5, 8}) {
            Weibull life = new Weibull(shape, 365, 10, 10, 0);
            for (double failure : new double[] {1.1, 3, 10, 200}) {
                AgeReplacement each = new AgeReplacement(life, 1, failure);
                costs.add(rounded(shape + " " + failure + ": " + each.best() + " " + each.costPerDay(30) + " "
                        + each.costPerDay(400) + " " + each.costPerDayOfWaiting()));
            }
        }
        written.put("== costs a day", costs);
        List<String> changes = new ArrayList<>();
        for (List<Double> readings : List.of(
                List.of(5.0, 5.0, 5.0, 9.0, 9.0, 9.0),
                List.of(9.0, 9.0, 9.0, 5.0, 5.0, 5.0),
                List.of(5.0, 5.1, 4.9, 5.0, 5.2, 5.1, 4.9),
                List.of(5.0, 9.0, 9.1, 9.0, 8.9, 9.0, 9.1),
                List.of(3.0, 3.1, 3.0, 3.2, 3.1, 3.4, 3.6, 3.5, 3.6, 3.5),
                List.of(3.0, 3.1, 3.0, 3.2, 3.1, 3.0, 3.1, 3.2, 4.5, 4.6),
                List.of(1.0, 2.0, 3.0, 4.0, 5.0, 6.0, 7.0, 8.0),
                List.of(2.0, 2.0, 2.0, 2.0, 2.0, 2.0),
                List.of(2.0, 3.0, 2.0, 3.0, 2.0))) {
            for (double digit : new double[] {0, 0.1, 1}) {
                changes.add(readings + " to " + digit + ": "
                        + rounded(ChangePoint.in(readings, digit)
                                .map(c -> c + " " + c.changed())
                                .orElse("nothing"))
                        + ", smallest " + rounded(ChangePoint.smallest(readings, digit)));
            }
        }
        written.put("== readings", changes);
        written.put(
                "== parts and ages",
                Stream.of(0.5, 1.0, 3.0)
                        .map(shape -> new Weibull(shape, 200, 5, 5, 0))
                        .map(w -> rounded(w.shape() + ": "
                                + Stream.of(0.0, 1.0, 100.0, 200.0, 900.0)
                                        .map(w::reliability)
                                        .map(String::valueOf)
                                        .collect(Collectors.joining(" "))
                                + ", " + w.quantile(0.1) + " " + w.quantile(0.5)))
                        .toList());
        new WrittenOut("life-numbers.txt").holds(written);
    }
}
