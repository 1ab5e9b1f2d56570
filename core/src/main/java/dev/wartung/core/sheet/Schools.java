package dev.wartung.core.sheet;

import dev.wartung.core.school.SchoolTable;

/** The questions of practice and the special tools that come with Wartung. */
public final class Schools {

    private static final SchoolTable TABLE =
            SheetReader.readOwn("schools.yaml", SheetLibrary.resource("schools.yaml"), SchoolTable.class);

    private Schools() {}

    public static SchoolTable table() {
        return TABLE;
    }
}
