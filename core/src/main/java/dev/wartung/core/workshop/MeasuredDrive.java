package dev.wartung.core.workshop;

import dev.wartung.core.anatomy.Drive;

/**
 * Spring and friction of an actuator that no manual states, from what can be measured. Each value with how far it may be
 * off, k = 2.
 *
 * @param preload  spring force with the valve at rest, newton
 * @param rate     newton per metre
 * @param friction of seals and guides, newton; not known from a weighing
 */
public record MeasuredDrive(Value preload, Value rate, Value friction) {

    /**
     * A value and how far it may be off either way, k = 2.
     *
     * @param si        in the SI unit
     * @param uncertain 0 or more, in the same
     */
    public record Value(double si, double uncertain) {}

    private static final Value NOT_KNOWN = new Value(0, Double.POSITIVE_INFINITY);

    /**
     * Air at the actuator in one slow run up and down, with the line empty, pascal.
     *
     * @param first     at which it leaves its rest, the air rising
     * @param full      at which it is at its far end
     * @param firstBack at which it leaves that, the air falling
     * @param home      at which it is at rest again
     * @param uncertain of the gauge, k = 2
     */
    public record Run(double first, double full, double firstBack, double home, double uncertain) {

        /** Whether a valve that a spring brings back can have done this. */
        public boolean isPossible() {
            return home > 0 && first > home && full > firstBack && full >= first && firstBack >= home;
        }
    }

    /**
     * What the air works on.
     *
     * @param drive     NC: the air is on the rod's side; NO: on the other
     * @param piston    across, metre
     * @param rod       across, metre
     * @param stroke    metre, above 0
     * @param uncertain of each of these lengths, k = 2
     */
    public record Cylinder(Drive drive, double piston, double rod, double stroke, double uncertain) {

        double area() {
            return Math.PI / 4 * (piston * piston - (drive == Drive.NO ? 0 : rod * rod));
        }

        double uncertainArea() {
            return Math.PI / 2 * uncertain * Math.hypot(piston, drive == Drive.NO ? 0 : rod);
        }
    }

    /**
     * From one proving run. Rising air has to overcome spring and friction, falling air is helped by friction: the
     * difference of the two is twice the friction, their mean is the spring. At rest and at the far end it is worked out
     * on its own; the spring's rate is what it rises by over the stroke. Source: balance of forces on the piston,
     * p·A = F ± friction. Worked for a piston of 100 mm, a rod of 20 mm, 22 mm of stroke and 3.25, 4.04, 3.64, 2.85 bar:
     * 7540 mm², 2300 N, 27 N/mm, 150 N.
     *
     * @throws IllegalArgumentException if no sprung valve can have done that, or there is no stroke or area
     */
    public static MeasuredDrive from(Run run, Cylinder cylinder) {
        if (!run.isPossible() || !(cylinder.stroke() > 0) || !(cylinder.area() > 0)) {
            throw new IllegalArgumentException("not a run of a valve that a spring brings back");
        }
        double area = cylinder.area();
        double rest = (run.first() + run.home()) / 2;
        double far = (run.full() + run.firstBack()) / 2;
        double rubs = (run.first() - run.home() + run.full() - run.firstBack()) / 4;
        Value preload = new Value(
                area * rest, Math.hypot(area * run.uncertain() / Math.sqrt(2), rest * cylinder.uncertainArea()));
        double uncertainFar = Math.hypot(area * run.uncertain() / Math.sqrt(2), far * cylinder.uncertainArea());
        double rate = area * (far - rest) / cylinder.stroke();
        return new MeasuredDrive(
                preload,
                new Value(
                        rate,
                        Math.hypot(
                                Math.hypot(preload.uncertain(), uncertainFar) / cylinder.stroke(),
                                rate * cylinder.uncertain() / cylinder.stroke())),
                new Value(area * rubs, Math.hypot(area * run.uncertain() / 2, rubs * cylinder.uncertainArea())));
    }

    /**
     * Force and length of a spring in the press.
     *
     * @param force  newton
     * @param length metre
     */
    public record Weighed(double force, double length) {}

    /**
     * From a spring weighed at two lengths: it is as strong at the length it is built in at as the line through both
     * says. Source: a straight characteristic, F = F₁ + c·(L₁ − L). Worked for 2000 N at 150 mm and 3080 N at 110 mm,
     * built in at 140 mm: 27 N/mm, 2270 N.
     *
     * @param one             at some length
     * @param other           at another
     * @param fitted          length built in at, the valve at rest, metre
     * @param uncertainForce  of each weighing, newton, k = 2
     * @param uncertainLength of each length, metre, k = 2
     * @throws IllegalArgumentException if both are of one length, or the shorter spring pushes less
     */
    public static MeasuredDrive weighed(
            Weighed one, Weighed other, double fitted, double uncertainForce, double uncertainLength) {
        double shorter = one.length() - other.length();
        double rate = (other.force() - one.force()) / shorter;
        if (!(rate > 0) || !Double.isFinite(rate)) {
            throw new IllegalArgumentException("a spring pushes more the shorter it is");
        }
        double uncertainRate = Math.sqrt(2) * Math.hypot(uncertainForce, rate * uncertainLength) / Math.abs(shorter);
        double beyond = one.length() - fitted;
        return new MeasuredDrive(
                new Value(
                        one.force() + rate * beyond,
                        Math.hypot(
                                Math.hypot(uncertainForce, rate * uncertainLength * Math.sqrt(2)),
                                uncertainRate * beyond)),
                new Value(rate, uncertainRate),
                NOT_KNOWN);
    }
}
