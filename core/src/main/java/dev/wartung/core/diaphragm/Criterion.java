package dev.wartung.core.diaphragm;

import java.util.Collections;
import java.util.List;

/** What makes a diaphragm joint right; by the generation of the diaphragm, so the type sheet says which. */
public sealed interface Criterion {

    /** Gap to aim for, metre, given the gap at the most tightened side. */
    double aimM(double leastGapM);

    boolean isMetBy(List<Double> gapsM);

    /**
     * Compressed within a band, slightly and evenly bulged. Compression is (t0 − gap)/t0.
     *
     * @param freeM  free thickness t0 of the diaphragm's rim, above 0
     * @param least  least compression, share of t0
     * @param most   most compression
     * @param damage from here on the diaphragm is spoilt, not below {@code most}
     */
    record Compression(double freeM, double least, double most, double damage) implements Criterion {

        public Compression {
            if (!(freeM > 0) || !(least >= 0) || !(most > least) || !(damage >= most) || damage >= 1) {
                throw new IllegalArgumentException("compressions rise from least to most to damage, all below 1");
            }
        }

        public double compression(double gapM) {
            return (freeM - gapM) / freeM;
        }

        @Override
        public double aimM(double leastGapM) {
            return freeM * (1 - (least + most) / 2);
        }

        @Override
        public boolean isMetBy(List<Double> gapsM) {
            return gapsM.stream().mapToDouble(this::compression).allMatch(x -> x >= least - 1e-9 && x <= most + 1e-9);
        }
    }

    /**
     * Flat and parallel, tightened by torque.
     *
     * @param differenceM widest gap less smallest, at most
     */
    record Parallel(double differenceM) implements Criterion {

        public Parallel {
            if (!(differenceM > 0)) {
                throw new IllegalArgumentException("a difference above zero");
            }
        }

        @Override
        public double aimM(double leastGapM) {
            return leastGapM;
        }

        @Override
        public boolean isMetBy(List<Double> gapsM) {
            return Collections.max(gapsM) - Collections.min(gapsM) <= differenceM + 1e-9;
        }
    }
}
