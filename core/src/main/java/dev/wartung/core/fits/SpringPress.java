package dev.wartung.core.fits;

/**
 * A spring that is held down in a press while its ring comes out, then let go slowly. F = k·(L_free − L), energy
 * ½·k·(L_free − L)².
 *
 * <p>Source: linear spring. Worked: 40 N/mm, free 210 mm, fitted 150 mm, pushed down 14 mm further: fitted 2400 N and
 * 72 J; pushed down 2960 N and 109.5 J;
 * the press travels 14 + 60 = 74 mm until it is fully relieved.
 *
 * @param rateNPerM   above 0
 * @param freeM       length without load
 * @param fittedM     length as it is built in, above 0, not above the free length
 * @param pushDownM   how far past the ring it is pushed, 0 or more, less than the fitted length
 */
public record SpringPress(double rateNPerM, double freeM, double fittedM, double pushDownM) {

    public SpringPress {
        if (!(rateNPerM > 0) || !(fittedM > 0) || !(freeM >= fittedM) || !(pushDownM >= 0) || pushDownM >= fittedM) {
            throw new IllegalArgumentException("a rate above zero, and free ≥ fitted > push-down ≥ 0");
        }
    }

    public double fittedForceN() {
        return rateNPerM * (freeM - fittedM);
    }

    public double fittedEnergyJ() {
        return energyJ(freeM - fittedM);
    }

    /** The largest force, at the pushed-down length: what the press must carry. */
    public double pressForceN() {
        return rateNPerM * squeezedM();
    }

    /** What flies out if it slips at the pushed-down length. */
    public double pressEnergyJ() {
        return energyJ(squeezedM());
    }

    /** Travel the press needs: the push, and the full relief of the spring. */
    public double pressTravelM() {
        return squeezedM();
    }

    private double squeezedM() {
        return freeM - fittedM + pushDownM;
    }

    private double energyJ(double squeezedM) {
        return 0.5 * rateNPerM * squeezedM * squeezedM;
    }
}
