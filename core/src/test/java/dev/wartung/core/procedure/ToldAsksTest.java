package dev.wartung.core.procedure;

import dev.wartung.core.WrittenOut;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Every reading of every family as it is asked on one type of it, and on sheets of that type which know less, written
 * out: {@code told-asks.txt}. What was written before is not written again.
 */
class ToldAsksTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();
    /** What a sheet may leave out, as a whole. */
    private static final List<String> UNKNOWN = List.of("", "bands", "sizes", "joints");

    @Test
    @DisplayName(
            "Every reading is asked as it is written: limits, places, notes, what is said where the sheet is silent")
    void askByAsk() throws IOException {
        Map<String, List<String>> written = new LinkedHashMap<>();
        Set<String> before = new HashSet<>();
        Set<String> families = new HashSet<>();
        for (TypeSheet type : LIBRARY.types()) {
            AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
            if (families.add(family.id())) {
                List<ValveConfiguration> valves = family.configurations(type);
                for (String unknown : UNKNOWN) {
                    for (int at : new int[] {0, valves.size() - 1}) {
                        written.merge(
                                "== " + type.id() + (unknown.isEmpty() ? "" : ", " + unknown + " not known"),
                                asked(family, without(type, unknown), valves.get(at), before),
                                ToldAsksTest::both);
                    }
                }
            }
        }
        new WrittenOut("told-asks.txt").holds(written);
    }

    private static List<String> both(List<String> some, List<String> more) {
        List<String> all = new ArrayList<>(some);
        all.addAll(more);
        return all;
    }

    private static List<String> asked(
            AnatomySheet family, TypeSheet type, ValveConfiguration valve, Set<String> before) {
        Stage stage = new Stage(family, type, valve, new Practice(Schools.table(), SiteChoices.NONE));
        AskedHere here = new AskedHere(stage, valve.facts());
        return family.readings().stream()
                .map(reading -> WrittenOut.rounded(told(here.ask(reading.id()))))
                .filter(before::add)
                .toList();
    }

    /** What is kept by key has no order of its own. */
    private static String told(Ask ask) {
        return ask instanceof Ask.Observation seen
                ? seen.toString()
                        .replace(seen.finds().toString(), String.valueOf(new TreeMap<>(seen.finds())))
                        .replace(seen.identifies().toString(), String.valueOf(new TreeMap<>(seen.identifies())))
                : ask.toString();
    }

    private static TypeSheet without(TypeSheet type, String section) {
        String text = SheetLibrary.typeText(type.id());
        String thinner = section.isEmpty()
                ? text
                : text.replaceFirst("(?m)^" + section + ":\\n(?:  .*\\n)+", section + ": {}\n");
        return ((SheetResult.Accepted<TypeSheet>) new SheetReader().readAsItIs("mine.yaml", thinner)).sheet();
    }
}
