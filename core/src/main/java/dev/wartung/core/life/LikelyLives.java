package dev.wartung.core.life;

import dev.wartung.core.life.Likelihood.Place;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;

/**
 * The lives that the data leave open: those less likely than the fit by no more than {@link Weibull#DROP_95}, which is
 * the region whose ends are the limits of the shape. It is convex in shape and place, so that it is walked along rays
 * from the fit, to its edge and half way there. An answer that holds for all of them holds as surely as the limits do.
 *
 * @param lives among them the fit itself
 * @param open  whether the region has no end in some direction: then the data do not hold the life anywhere
 */
public record LikelyLives(List<Weibull> lives, boolean open) {

    private static final int RAYS = 40;
    private static final double FAR = 64;
    private static final int HALVINGS = 40;

    public LikelyLives {
        lives = List.copyOf(lives);
    }

    public static LikelyLives of(Weibull fit, List<Lifetime> data) {
        Likelihood likelihood = new Likelihood(data);
        double wanted = fit.logLikelihood() - Weibull.DROP_95;
        Place best = likelihood.place(fit.shape(), Math.log(fit.scale()));
        List<Weibull> lives = new ArrayList<>(List.of(fit));
        boolean open = false;
        for (int ray = 0; ray < RAYS; ray++) {
            double angle = 2 * Math.PI * ray / RAYS;
            // across: a shape as large again, turned about the days at which they failed; along: z moved by one
            double across = Math.cos(angle) * best.shape();
            double along = Math.sin(angle) + across * likelihood.centre();
            double edge = edge(likelihood, best, across, along, wanted);
            open |= edge >= FAR;
            for (double part : new double[] {0.5, 1}) {
                Place there = step(best, across, along, edge * part);
                if (there.shape() > Likelihood.FLATTEST) {
                    lives.add(new Weibull(
                            there.shape(),
                            likelihood.scale(there),
                            fit.failures(),
                            fit.pieces(),
                            likelihood.value(there)));
                }
            }
        }
        return new LikelyLives(lives, open);
    }

    private static double edge(Likelihood likelihood, Place best, double across, double along, double wanted) {
        double inside = 0;
        double outside = FAR;
        if (isIn(likelihood, step(best, across, along, outside), wanted)) {
            return outside;
        }
        for (int i = 0; i < HALVINGS; i++) {
            double middle = (inside + outside) / 2;
            if (isIn(likelihood, step(best, across, along, middle), wanted)) {
                inside = middle;
            } else {
                outside = middle;
            }
        }
        return inside;
    }

    private static boolean isIn(Likelihood likelihood, Place place, double wanted) {
        // no shape is zero or less: a ray ends there
        return place.shape() > Likelihood.FLATTEST && likelihood.value(place) >= wanted;
    }

    private static Place step(Place from, double across, double along, double far) {
        return new Place(from.shape() + across * far, from.b() + along * far);
    }

    /** The highest of what they come to. */
    public double highest(ToDoubleFunction<Weibull> of) {
        return lives.stream().mapToDouble(of).max().orElse(Double.NaN);
    }

    /** The lowest of what they come to. */
    public double lowest(ToDoubleFunction<Weibull> of) {
        return lives.stream().mapToDouble(of).min().orElse(Double.NaN);
    }
}
