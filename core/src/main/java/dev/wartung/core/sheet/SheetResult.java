package dev.wartung.core.sheet;

import java.util.List;

/** What reading a sheet gives: the sheet, or every problem found in it. */
public sealed interface SheetResult<T> {

    /** The sheet is sound. */
    record Accepted<T>(T sheet) implements SheetResult<T> {}

    /** The sheet is refused. {@code problems} is not empty. */
    record Refused<T>(List<SheetProblem> problems) implements SheetResult<T> {}
}
