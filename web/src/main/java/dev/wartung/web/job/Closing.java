package dev.wartung.web.job;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What was counted and said when a job was closed, and who signed it.
 *
 * @param binCount    old parts counted in the bin
 * @param leftInBag   pieces left over in the bag
 * @param remark      in the technician's words; may be empty
 * @param left        what became of them: {@value #RETURNED} or {@value #SCRAPPED}
 * @param signatures  whoever did it first, then whoever agreed; none for a job that was entered later
 */
public record Closing(int binCount, int leftInBag, String remark, String left, List<Signature> signatures) {

    static final String RETURNED = "returned";
    static final String SCRAPPED = "scrapped";

    /** Jobs closed with earlier versions were not signed. */
    public Closing(int binCount, int leftInBag, String remark, @Nullable String left, @Nullable List<Signature> signatures) {
        this.binCount = binCount;
        this.leftInBag = leftInBag;
        this.remark = remark;
        this.left = left == null ? SCRAPPED : left;
        this.signatures = signatures == null ? List.of() : List.copyOf(signatures);
    }
}
