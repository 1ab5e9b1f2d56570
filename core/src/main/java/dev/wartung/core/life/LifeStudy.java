package dev.wartung.core.life;

import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleSupplier;

/**
 * What lives say of an interval, and whether a planner may make a rule of it.
 *
 * <p>An interval is proposed only where every life that the data leave open comes with age (the lower limit of the
 * shape is above 1) and costs less with it than with what the valves follow now, and than with waiting; where there are
 * data enough, of one kind, that a Weibull describes.
 *
 * @param life   the fit; empty where nothing can be fitted
 * @param shape  its limits, 95 %
 * @param tenth  days by which one in ten has failed (B10)
 * @param half   days by which half have failed
 * @param fit    whether a Weibull describes them; empty where there are too few points to say
 * @param bestDays the age at which renewing costs least; empty where renewing by plan does not pay
 * @param saving what it saves against what the valves follow now
 * @param against why no rule may be made of it
 */
public record LifeStudy(
        Optional<Weibull> life,
        Optional<Weibull.Limits> shape,
        Optional<Between> tenth,
        Optional<Between> half,
        Sufficiency sufficiency,
        Optional<Fit> fit,
        Optional<Causes> causes,
        OptionalDouble bestDays,
        Optional<Saving> saving,
        Present present,
        List<Message> against) {

    private static final double TENTH = 0.1;
    private static final double HALF = 0.5;
    /** From so many times as much on, how many no longer matters. */
    private static final double MANY = 10;

    /** Days, with their limits. */
    public record Between(double days, Weibull.Limits limits) {}

    /**
     * What the present interval costs more, as a part of the proposed one's cost: 0.5 where it costs half as much
     * again; below 0 where it costs less.
     *
     * @param likely by the fit
     * @param least  by the life, of those the data leave open, that speaks most against the proposal
     */
    public record Saving(double likely, double least) {}

    /**
     * Makes it.
     *
     * @param failureCost what a failure costs where a planned renewal costs 1; above 1
     * @param chance      numbers from 0 up to 1, evenly spread; the same ones give the same answer
     */
    public static LifeStudy of(List<Lifetime> lives, double failureCost, Present present, DoubleSupplier chance) {
        Optional<Weibull> life = Weibull.fit(lives);
        Optional<Weibull.Limits> shape = life.map(l -> l.shapeLimits(lives));
        Sufficiency sufficiency = Sufficiency.of(life, lives);
        Optional<Fit> fit = sufficiency.state() == Sufficiency.State.UNSEEN
                ? Optional.empty()
                : life.flatMap(l -> Fit.of(l, lives, chance));
        Optional<Causes> causes = Causes.of(lives);
        List<Message> against = new ArrayList<>();
        enough(sufficiency, lives).ifPresent(against::add);
        oneKind(causes, lives).ifPresent(against::add);
        if (life.isPresent() && fit.isEmpty() && sufficiency.enough()) {
            against.add(Message.of(
                    "life.few-points", "Too few different ages of failure to say whether a Weibull describes them."));
        }
        fit.filter(f -> !f.describes())
                .ifPresent(f -> against.add(Message.of(
                        "life.no-weibull", "A Weibull does not describe these data; do not go by its line.")));
        OptionalDouble best =
                life.map(l -> new AgeReplacement(l, 1, failureCost).best()).orElse(OptionalDouble.empty());
        shape.filter(s -> s.from() <= 1)
                .ifPresent(s -> against.add(Message.of(
                        "life.maybe-chance",
                        "The data leave open that these seals fail by chance, not with age (a shape of {from} or"
                                + " more): then renewing them earlier saves nothing.",
                        "from",
                        digits(s.from()))));
        Optional<Saving> saving = life.filter(l -> best.isPresent())
                .map(l -> saving(l, lives, failureCost, present, months(best.getAsDouble())));
        if (best.isPresent()) {
            pays(saving, present, months(best.getAsDouble())).ifPresent(against::add);
        }
        return new LifeStudy(
                life,
                shape,
                life.map(l -> new Between(l.quantile(TENTH), l.quantileLimits(lives, TENTH))),
                life.map(l -> new Between(l.quantile(HALF), l.quantileLimits(lives, HALF))),
                sufficiency,
                fit,
                causes,
                best,
                saving,
                present,
                List.copyOf(against));
    }

    private static Optional<Message> enough(Sufficiency sufficiency, List<Lifetime> lives) {
        return switch (sufficiency.state()) {
            case ENOUGH -> Optional.empty();
            case FEW -> Optional.of(Message.of(
                    "life.few",
                    "Not enough data to go by: {failures} failed. With about {more} failures more the limits are narrow"
                            + " enough.",
                    "failures",
                    lives.stream().filter(Lifetime::failed).count(),
                    "more",
                    sufficiency.more()));
            case UNSEEN -> Optional.of(Message.of(
                    "life.unseen",
                    "They were found failed at openings of much the same age: that tells how many fail by then, not"
                            + " when. It takes looks at other ages, or seals that leaked and were renewed for it."));
            case WIDE -> Optional.of(Message.of(
                    "life.wide",
                    "Not enough data to go by: the limits of the shape are too far apart. About {more} failures more"
                            + " make them narrow enough.",
                    "more",
                    sufficiency.more()));
        };
    }

    private static Optional<Message> oneKind(Optional<Causes> causes, List<Lifetime> lives) {
        if (causes.isPresent()) {
            return causes.filter(Causes::mixed)
                    .map(c -> Message.of(
                            "life.mixed",
                            "Two causes are mixed here, each with a life of its own (below). One interval for both"
                                    + " would mislead: remove the one that is no wear first."));
        }
        Map<String, Long> named = Causes.named(lives);
        return named.size() < 2
                ? Optional.empty()
                : Optional.of(Message.of(
                        "life.untold",
                        "The old seals tell of different causes ({causes}), and on too few of them is the day they"
                                + " failed known to say whether one life is behind both.",
                        "causes",
                        String.join(", ", named.keySet())));
    }

    private static Saving saving(Weibull life, List<Lifetime> lives, double failureCost, Present present, int months) {
        LikelyLives likely = LikelyLives.of(life, lives);
        return new Saving(
                gain(life, failureCost, present, months),
                likely.lowest(
                        l -> Math.min(gain(l, failureCost, present, months), gainOnWaiting(l, failureCost, months))));
    }

    /** A life so flat that its mean has no end makes waiting cost nothing. */
    private static double known(double gain) {
        return Double.isNaN(gain) ? -1 : gain;
    }

    private static double gain(Weibull life, double failureCost, Present present, int months) {
        AgeReplacement costs = new AgeReplacement(life, 1, failureCost);
        return known(present.costPerDay(costs) / costs.costPerDay(months * Present.DAYS_A_MONTH) - 1);
    }

    private static double gainOnWaiting(Weibull life, double failureCost, int months) {
        AgeReplacement costs = new AgeReplacement(life, 1, failureCost);
        return known(costs.costPerDayOfWaiting() / costs.costPerDay(months * Present.DAYS_A_MONTH) - 1);
    }

    private static Optional<Message> pays(Optional<Saving> saving, Present present, int months) {
        if (present.isAll(months)) {
            return Optional.of(
                    Message.of("life.same", "{months} months is what these valves follow already.", "months", months));
        }
        return saving.filter(s -> !(s.least() > 0)).map(s -> {
            double dearer = 1 / (1 + s.least()) - 1;
            return Message.of(
                    dearer < MANY ? "life.no-gain" : "life.no-gain-many",
                    "Within what the data leave open, {months} months could also cost more than what these valves follow"
                            + " now, or than waiting: "
                            + (dearer < MANY ? "up to {part} % more." : "many times as much."),
                    "months",
                    months,
                    "part",
                    Math.round(dearer * 100));
        });
    }

    private static int months(double days) {
        return Math.max(1, (int) Math.round(days / Present.DAYS_A_MONTH));
    }

    private static String digits(double shape) {
        return shape <= 0 ? "0" : String.format(Locale.ROOT, "%.2f", shape);
    }

    /** The months a rule may be made of; empty where none may. */
    public Optional<Integer> proposal() {
        return against.isEmpty() && bestDays.isPresent()
                ? Optional.of(months(bestDays.getAsDouble()))
                : Optional.empty();
    }

    /**
     * By how much fits with as many failures come out too steep on average, as a part of the shape.
     *
     * <p>Source: 1.37/(r − 1.92)·√(n/r), after Ross (1996), for n pieces of which r failed on known days. Worked: 10 of
     * 10: 0.170; 20 of 20: 0.076. Checked by simulation. The limits need no such correction.
     *
     * @return empty below five failures, and where days of failure are not known, for which no formula is known to us
     */
    public static OptionalDouble bias(List<Lifetime> lives) {
        long failures = lives.stream().filter(Lifetime::failed).count();
        return failures < Sufficiency.FEWEST || lives.stream().anyMatch(Lifetime::isBetween)
                ? OptionalDouble.empty()
                : OptionalDouble.of(1.37 / (failures - 1.92) * Math.sqrt(lives.size() / (double) failures));
    }
}
