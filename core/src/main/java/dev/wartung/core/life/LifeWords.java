package dev.wartung.core.life;

import dev.wartung.core.life.LifeStudy.Between;
import dev.wartung.core.life.Weibull.Limits;
import dev.wartung.core.message.Message;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * What a life study found, in words: each number with how far the data leave it open, and no number where they leave
 * everything open.
 *
 * @param bias by how much such fits come out too steep on average, as a part; empty where that is not known
 */
public record LifeWords(LifeStudy study, OptionalDouble bias) {

    /** A limit of the shape beyond this says no more than that there is none. */
    private static final double ANYTHING = 100;
    /** Limits of days wider than this say nothing of the days. */
    private static final double FAR_APART = 100;

    private static final double WORTH_SAYING = 0.03;

    /** Shape, with what it tells; empty without a fit. */
    public Optional<Message> shape() {
        return study.life().map(life -> {
            Limits limits = study.shape().orElseThrow();
            boolean open = study.sufficiency().state() == Sufficiency.State.UNSEEN;
            return Message.of(
                    open ? "life.shape-open" : "life.shape",
                    open ? "anything from {from} to {to}: {kind}" : "{shape}, between {from} and {to}: {kind}",
                    "shape",
                    number(life.shape(), 2),
                    "from",
                    number(limits.from(), 2),
                    "to",
                    limits.to() > ANYTHING
                            ? Message.of("life.no-limit", "no limit")
                            : Message.words(number(limits.to(), 2)),
                    "kind",
                    kind(limits));
        });
    }

    private static Message kind(Limits limits) {
        if (limits.from() > 1) {
            return Message.of("life.wear", "wear");
        }
        return limits.to() < 1
                ? Message.of("life.early", "early failures, not wear")
                : Message.of("life.open", "wear, chance or early failures, the data leave it open");
    }

    /** Days by which a part has failed; empty where the data hold them nowhere. */
    public static Message days(Between days) {
        Limits limits = days.limits();
        if (!(limits.from() > 0) || Double.isInfinite(limits.to()) || limits.ratio() > FAR_APART) {
            return Message.of("life.days-open", "the data do not say");
        }
        return Message.of(
                "life.days",
                "{days} days, between {from} and {to}",
                "days",
                number(days.days(), 0),
                "from",
                number(limits.from(), 0),
                "to",
                number(limits.to(), 0));
    }

    /** Whether a Weibull describes them; empty without a fit. */
    public Optional<Message> line() {
        return study.life().map(life -> study.fit()
                .map(fit -> Message.of(
                        "life.line",
                        "correlation {correlation}; data of such a life lie as badly or worse in {chance} of" + " 100",
                        "correlation",
                        number(fit.correlation(), 3),
                        "chance",
                        number(fit.chance() * 100, 0)))
                .orElse(Message.of("life.line-open", "too few points to say")));
    }

    /** How many such fits are too steep; empty where that is little or not known. */
    public Optional<Message> tooSteep() {
        return bias.isPresent() && bias.getAsDouble() > WORTH_SAYING
                ? Optional.of(Message.of(
                        "life.steep",
                        "Fits of so few failures come out too steep, here by about {part} % on average; the limits"
                                + " allow for it.",
                        "part",
                        number(bias.getAsDouble() * 100, 0)))
                : Optional.empty();
    }

    /** The best interval with what it saves; empty where there is none. */
    public Optional<Message> best() {
        return study.saving()
                .map(saving -> Message.of(
                        "life.best",
                        "{months} months would cost least by the fit. What is followed now costs {likely}; by the life"
                                + " that speaks most against it, of those the data leave open, {least}.",
                        "months",
                        number(study.bestDays().orElseThrow() / Present.DAYS_A_MONTH, 1),
                        "likely",
                        more(saving.likely()),
                        "least",
                        more(saving.least())));
    }

    private static Message more(double part) {
        return part < 0
                ? Message.of("life.less", "{part} % less", "part", number(-part * 100, 0))
                : Message.of("life.more", "{part} % more", "part", number(part * 100, 0));
    }

    private static String number(double value, int decimals) {
        return String.format(Locale.ROOT, "%." + decimals + "f", value);
    }
}
