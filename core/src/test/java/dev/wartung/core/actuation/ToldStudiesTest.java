package dev.wartung.core.actuation;

import static dev.wartung.core.WrittenOut.rounded;

import dev.wartung.core.WrittenOut;
import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.actuation.Duty.Line;
import dev.wartung.core.actuation.Duty.Scatter;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.sheet.SheetLibrary;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/**
 * Studies of fail positions as they are told: each kind of valve, each drive, under lines and air of every kind, written
 * out in {@code told-studies.txt}.
 */
class ToldStudiesTest {

    private static final Air PLANT = new Air(6e5, 5.2e5);
    private static final Air WEAK = new Air(4e5, 3.4e5);
    private static final Allowances HARD = new Allowances(1.5, 5e4, 2e4, 1.5);
    private static final Map<String, String> PLAIN = Map.of("plug", "profiled", "elastomer", "EPDM");
    private static final Set<String> DRAWN = Set.of("kolm-50", "fen-80");

    /** One seat, both seats, two plugs, a disc, a weir, a ball. */
    private static final List<String> TYPES =
            List.of("kolm-50", "kolm-t-50", "tvinn-50", "fen-80", "terskel-50", "kule-50");

    private static Duty duty(Line line, Air air, Allowances allow, Wet wet) {
        return new Duty(line, air, Scatter.USUAL, allow, wet);
    }

    private static Map<String, Duty> duties() {
        Map<String, Duty> duties = new LinkedHashMap<>();
        duties.put("3 bar from below", duty(new Line(Side.BELOW, 3e5), PLANT, Allowances.USUAL, Wet.DRY));
        duties.put("12 bar from above", duty(new Line(Side.ABOVE, 12e5), PLANT, Allowances.USUAL, Wet.PRODUCT));
        duties.put(
                "a vacuum to 10 bar, the flow turning",
                duty(new Line(Side.EITHER, -0.8e5, 10e5, 1e5), PLANT, HARD, Wet.LUBRICATED));
        duties.put("drained, weak air", duty(new Line(Side.BELOW, 0), WEAK, Allowances.USUAL, Wet.DRY));
        duties.put(
                "2 bar, nothing off",
                new Duty(new Line(Side.EITHER, 2e5), PLANT, Scatter.NONE, Allowances.NONE, Wet.PRODUCT));
        return duties;
    }

    private static List<String> told(TypeSheet type, Drive drive, Duty duty) {
        ValveStudy.Answer answer = ValveStudy.of(type, new ValveConfiguration(drive, PLAIN), duty);
        List<String> told = new ArrayList<>();
        told.add(answer.verdict() + ": " + answer.says());
        answer.ways().forEach(w -> told.add("or " + w));
        answer.notes().forEach(n -> told.add("note " + n));
        for (Judged judged : answer.judged()) {
            told.add(judged.name() + " " + judged.verdict() + ", air " + rounded(judged.supplyPa() / 1e5)
                    + " bar, tightest " + judged.tightest());
            judged.demands()
                    .forEach(d -> told.add("  " + d.verdict() + " " + d.says()
                            + (d.onlyIf().isEmpty() ? "" : " Only if " + d.onlyIf())));
            judged.onLossOfAir().forEach((side, then) -> told.add("  air fails, " + side + ": " + then));
            judged.held().forEach((what, up) -> told.add("  held, " + what + ": " + up));
        }
        return told;
    }

    private static Stream<String> drawn(TypeSheet type, Drive drive, Duty duty) {
        return ValveStudy.of(type, new ValveConfiguration(drive, PLAIN), duty).judged().stream()
                .flatMap(j -> j.drawings(UnitSystem.METRIC).stream())
                .map(svg -> "drawn " + rounded(svg));
    }

    @Test
    @DisplayName("Every study is told as it is written: verdict, figures, what would help, what the line does, drawn")
    void studyByStudy() throws IOException {
        Map<String, List<String>> written = new LinkedHashMap<>();
        for (String id : TYPES) {
            TypeSheet type = SheetLibrary.shipped().type(id).orElseThrow();
            for (Drive drive : ValveStudy.drives(type)) {
                duties().forEach((name, duty) ->
                        written.put("== " + id + " " + drive.code() + ", " + name, told(type, drive, duty)));
                if (DRAWN.contains(id)) {
                    written.put(
                            "== " + id + " " + drive.code() + ", drawn",
                            drawn(type, drive, duties().get("a vacuum to 10 bar, the flow turning"))
                                    .toList());
                }
            }
        }
        new WrittenOut("told-studies.txt").holds(written);
    }
}
