package dev.wartung.core.sheet;

/**
 * Why a sheet is refused.
 *
 * @param file   the sheet's file name
 * @param line   counted from 1; 0 where it concerns the whole sheet
 * @param place  the path of the entry, for instance "/operations/3/needs/0"
 * @param reason what is wrong, in words for whoever wrote the sheet
 */
public record SheetProblem(String file, int line, String place, String reason) {

    @Override
    public String toString() {
        return file + (line > 0 ? ":" + line : "") + (place.isEmpty() ? "" : " " + place) + ": " + reason;
    }
}
