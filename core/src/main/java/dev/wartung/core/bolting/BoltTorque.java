package dev.wartung.core.bolting;

import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What a stated torque means on the thread in hand, and what it does to the bolt. T = K·F·d, with K by thread
 * condition.
 *
 * <p>Worked: 12 N·m stated for dry M8 threads, anti-seize in use: 12·0.16/0.30 = 6.4 N·m; the preload stays 12/(0.30·8
 * mm) = 5000 N, 30 % of the proof
 * load 450 MPa·36.6 mm² = 16 470 N.
 *
 * @param size         of the bolt
 * @param material     its property class
 * @param statedNm     torque of the type sheet, above 0
 * @param statedFor    the thread condition the sheet states it for; empty if it states none: then it cannot be
 *     converted
 * @param used         the thread condition in use
 * @param prevailingNm what a lock nut takes before it clamps, 0 or more
 */
public record BoltTorque(
        BoltSize size,
        BoltClass material,
        double statedNm,
        Optional<ThreadCondition> statedFor,
        ThreadCondition used,
        double prevailingNm) {

    /** Preload up to this share of the proof load is usual in joints that are opened again. */
    public static final double HIGHEST_SHARE = 0.7;
    /** From here on the thread in use takes so much more torque for the same preload that it galls. */
    private static final double GALLS = 1.5;

    public BoltTorque {
        if (!(statedNm > 0) || prevailingNm < 0) {
            throw new IllegalArgumentException("a torque above zero, and no negative prevailing torque");
        }
    }

    /**
     * The torque for the thread in use, newton metre: converted where the sheet states its condition, and with the lock
     * nut's share.
     */
    public double torqueNm() {
        return clampingNm() + prevailingNm;
    }

    /**
     * The torque of a stage: its share of what clamps, and all of what the lock nut takes.
     *
     * @param share of the full torque, above 0, at most 1
     */
    public double stageNm(double share) {
        return clampingNm() * share + prevailingNm;
    }

    private double clampingNm() {
        return statedNm * factor(statedFor, used);
    }

    /** What a stated torque is multiplied with; 1 where the sheet does not state its condition. */
    public static double factor(Optional<ThreadCondition> statedFor, ThreadCondition used) {
        return statedFor.map(s -> used.k() / s.k()).orElse(1.0);
    }

    /** Preload of the bolt, newton. */
    public double preloadN() {
        return clampingNm() / (used.k() * size.diameterM());
    }

    /** Preload where friction is higher than expected: the least. */
    public double leastPreloadN() {
        return preloadN() / (1 + used.scatter());
    }

    /** Preload where friction is lower than expected: the most. */
    public double mostPreloadN() {
        return preloadN() / (1 - used.scatter());
    }

    /** Proof load, newton. */
    public double proofN() {
        return material.proofPa() * size.stressAreaM2();
    }

    /** Expected preload as a share of the proof load. */
    public double shareOfProof() {
        return preloadN() / proofN();
    }

    /**
     * Whether nobody should tighten to this: the expected preload is beyond the usual share of the proof load, or with
     * low friction beyond all of it.
     */
    public boolean isTooMuch() {
        return shareOfProof() > HIGHEST_SHARE || mostPreloadN() > proofN();
    }

    /** What has to be known before this is tightened, each in a sentence; empty when there is nothing. */
    public List<Message> warnings() {
        List<Message> warnings = new ArrayList<>();
        if (statedFor.isEmpty()) {
            warnings.add(Message.of(
                    "bolting.not-converted",
                    "The sheet does not say for which thread condition its torque holds, so it is not converted. Ask the maker before you trust it on a thread that is {thread}.",
                    "thread",
                    used.words()));
        }
        if (factor(statedFor, used) > GALLS) {
            warnings.add(Message.of(
                    "bolting.galls",
                    "This thread takes {times} times the stated torque for the same clamping force. Stainless galls on the way: treat the thread instead.",
                    "times",
                    Math.round(factor(statedFor, used) * 10) / 10.0));
        }
        if (shareOfProof() > HIGHEST_SHARE) {
            warnings.add(Message.of(
                    "bolting.beyond-share",
                    "The expected preload is {share} % of the bolt's proof load; more than 70 % leaves nothing for scatter. Do not tighten to this.",
                    "share",
                    Math.round(shareOfProof() * 100)));
        } else if (mostPreloadN() > proofN()) {
            warnings.add(Message.of(
                    "bolting.stretches",
                    "With low friction the preload may reach {share} % of the proof load: the bolt would stretch for good. Do not tighten to this.",
                    "share",
                    Math.round(mostPreloadN() / proofN() * 100)));
        } else if (mostPreloadN() > HIGHEST_SHARE * proofN()) {
            warnings.add(Message.of(
                    "bolting.by-stages",
                    "With low friction the preload may reach {share} % of the proof load. Use the stages, and stop when a bolt turns easily.",
                    "share",
                    Math.round(mostPreloadN() / proofN() * 100)));
        }
        return List.copyOf(warnings);
    }
}
