package dev.wartung.core.bolting;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A joint's tightening, turn by turn: every stage goes crosswise, and at the full value once more round.
 *
 * @param pattern the bolts
 * @param shares  of the full torque, rising, the last one 1; at least three for a joint that seals
 */
public record Tightening(BoltPattern pattern, List<Double> shares) {

    /** 35, 70 and 100 % of the torque: our demo plant's stages. */
    public static final List<Double> USUAL = List.of(0.35, 0.7, 1.0);

    public Tightening {
        shares = List.copyOf(shares);
        if (shares.size() < 3) {
            throw new IllegalArgumentException("at least three stages, so that the parts come down level");
        }
        double before = 0;
        for (double share : shares) {
            if (!(share > before)) {
                throw new IllegalArgumentException("each stage is more than the one before");
            }
            before = share;
        }
        if (before != 1) {
            throw new IllegalArgumentException("the last stage is the full torque");
        }
    }

    /**
     * One bolt turned once.
     *
     * @param stage counted from 1; one more than there are shares: the round pass
     * @param bolt  index from 0
     * @param share of the full torque
     */
    public record Turn(int stage, int bolt, double share) {}

    /** Every turn in order: the stages crosswise, then the round pass from bolt 1 in the order of the numbers. */
    public List<Turn> turns() {
        List<Turn> turns = new ArrayList<>();
        List<Integer> order = pattern.order();
        for (int stage = 0; stage < shares.size(); stage++) {
            for (int bolt : order) {
                turns.add(new Turn(stage + 1, bolt, shares.get(stage)));
            }
        }
        for (int bolt = 0; bolt < pattern.size(); bolt++) {
            turns.add(new Turn(shares.size() + 1, bolt, 1));
        }
        return List.copyOf(turns);
    }

    /** The turn after so many; empty when all are done. */
    public Optional<Turn> after(int done) {
        List<Turn> turns = turns();
        return done < turns.size() ? Optional.of(turns.get(done)) : Optional.empty();
    }
}
