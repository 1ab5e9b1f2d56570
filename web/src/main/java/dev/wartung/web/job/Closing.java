package dev.wartung.web.job;

/**
 * What was counted and said when a job was closed.
 *
 * @param binCount    old parts counted in the bin
 * @param leftInBag   pieces left over in the bag
 * @param remark      in the technician's words; may be empty
 */
public record Closing(int binCount, int leftInBag, String remark) {}
