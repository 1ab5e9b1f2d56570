package dev.wartung.core.lab;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import dev.wartung.core.lab.Lab.Worked;
import dev.wartung.core.lab.Result.Figure;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Wording;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class LabTest {

    static Stream<Instrument> instruments() {
        return Lab.instruments().stream();
    }

    /**
     * What an instrument begins with is a worked example, and says the same whichever units it is typed and read in.
     */
    @ParameterizedTest
    @MethodSource("instruments")
    void everyInstrumentBeginsWithAnExampleInEitherUnits(Instrument instrument) {
        Worked metric = Lab.work(instrument, Map.of(), UnitSystem.METRIC);
        Worked us = Lab.work(instrument, Map.of(), UnitSystem.US);
        assertTrue(metric.result().isPresent(), metric.inputs().troubles()::toString);
        assertTrue(us.result().isPresent(), us.inputs().troubles()::toString);
        List<Figure> figures = metric.result().get().figures();
        assertFalse(figures.isEmpty() || metric.result().get().findings().isEmpty());
        for (int i = 0; i < figures.size(); i++) {
            int at = i;
            figures.get(i)
                    .value()
                    .ifPresent(v -> assertEquals(
                            v,
                            us.result().get().figures().get(at).value().orElseThrow(),
                            Math.abs(v) * 0.15 + 0.06,
                            figures.get(at).id()));
        }
        assertFalse(instrument.plate().formula().isEmpty()
                || instrument.plate().source().isEmpty());
    }

    /** Whatever is typed, the answer is a result or a reason beside a field that exists; never an exception. */
    @ParameterizedTest
    @MethodSource("instruments")
    void nonsenseIsRefusedBesideItsField(Instrument instrument) {
        List<String> nonsense = List.of(
                "",
                "NaN",
                "-1",
                "1e400",
                "0",
                "1/0 mm",
                "-300 °C",
                "12 N·m",
                "999999999",
                "a;b;c",
                "0 0; 0 0",
                "3,5",
                "yes",
                "<script>",
                "0.0000001",
                "7 bar",
                "½");
        Random random = new Random(instrument.plate().id().hashCode());
        int refused = 0;
        for (int round = 0; round < 400; round++) {
            Map<String, String> typed = new HashMap<>();
            for (Field field : instrument.fields(typed)) {
                if (random.nextInt(3) == 0) {
                    typed.put(
                            field.id(),
                            field.options().isEmpty() || random.nextInt(4) == 0
                                    ? nonsense.get(random.nextInt(nonsense.size()))
                                    : field.options().keySet().stream()
                                            .skip(random.nextInt(field.options().size()))
                                            .findFirst()
                                            .orElseThrow());
                }
            }
            Worked worked = Lab.work(instrument, typed, random.nextBoolean() ? UnitSystem.METRIC : UnitSystem.US);
            if (worked.inputs().units() == UnitSystem.US) {
                worked.result()
                        .ifPresent(r -> assertFalse(METRIC.matcher(said(r)).find(), () -> said(r)));
            }
            assertTrue(
                    worked.result().isPresent() != !worked.inputs().troubles().isEmpty(), typed::toString);
            worked.inputs().troubles().forEach((field, reason) -> {
                assertFalse(reason.isBlank());
                assertTrue(
                        worked.inputs().fields().stream().anyMatch(f -> f.id().equals(field))
                                || field.equals("bolts")
                                || field.equals("places"),
                        field + " is no field, of " + typed);
            });
            worked.result().ifPresent(r -> r.figures()
                    .forEach(f -> f.value().ifPresent(v -> assertTrue(Double.isFinite(v), f.id() + " of " + typed))));
            refused += worked.result().isPresent() ? 0 : 1;
        }
        assertTrue(refused > 0);
    }

    /** An amount in metric units; a screw's length is part of its name. */
    private static final Pattern METRIC = Pattern.compile(
            "(?:(?<!× )\\b\\d+(?:\\.\\d+)? ?|, )(mm|µm|bar|mbar|MPa|°C|N·m|k?N|ml|l|kg|J|mm³/s|m³/h|N/mm)(?![\\w·/³²])");

    private static String said(Result result) {
        Wording us = new Wording(UnitSystem.US);
        return Stream.of(
                                result.figures().stream().flatMap(f -> Stream.of(f.label(), f.text())),
                                result.findings().stream().flatMap(f -> Stream.of(f.text(), f.next())),
                                result.tables().stream()
                                        .flatMap(t -> Stream.concat(
                                                Stream.concat(Stream.of(t.caption()), t.heads().stream()),
                                                t.rows().stream().flatMap(List::stream))))
                        .flatMap(s -> s)
                        .map(us::of)
                        .collect(Collectors.joining("\n"))
                // what is written in the picture; Kv is one in every system
                + result.picture().replaceAll("<[^>]*>", "\n").replace("Kv, m³/h at 1 bar", "");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "diaphragm-map | gap.1 | 5 mm | gap.1 | More than the free thickness",
                "bolt-up | attachment | 400 mm | attachment | Longer than the wrench",
                "leak-decay | start-t | -300 °C | start-t | below absolute zero",
                "spring-press | fitted | 220 mm | fitted | Longer than the free spring",
                "groove-fill | depth | 6 mm | depth | would not be squeezed",
                "shelf-life | cured | soon | cured | not a date",
                "shelf-life | cured | 1 Mar 1900 | cured | No seal is that old",
                "settling | value.2 | NaN | value.2 | not a number"
            })
    void whatMakesNoSenseIsSaidWhereItWasTyped(String id, String field, String typed, String beside, String says) {
        Worked worked = Lab.work(Lab.instrument(id).orElseThrow(), Map.of(field, typed), UnitSystem.METRIC);
        assertTrue(
                worked.inputs().troubles().getOrDefault(beside, "").contains(says),
                worked.inputs().troubles()::toString);
    }

    @Test
    void aNumberMayBeTypedInEitherUnit() {
        Instrument boltUp = Lab.instrument("bolt-up").orElseThrow();
        Map<String, String> typed = Map.of("torque", "85 lbf·in", "wrench", "15 3/4 in", "attachment", "50");
        Figure set = Lab.work(boltUp, typed, UnitSystem.METRIC)
                .result()
                .orElseThrow()
                .figures()
                .get(0);
        assertEquals(85 * 0.1129848 * 400.05 / 450.05, set.value().orElseThrow(), 1e-4);
        Map<String, String> inches = Map.of("torque", "85", "wrench", "15 3/4", "attachment", "50 mm");
        assertEquals(
                set.value().orElseThrow(),
                Lab.work(boltUp, inches, UnitSystem.US)
                        .result()
                        .orElseThrow()
                        .figures()
                        .get(0)
                        .value()
                        .orElseThrow(),
                1e-9);
    }

    @Test
    void theRunningBoltFollowsTheTurnsDone() {
        Instrument boltUp = Lab.instrument("bolt-up").orElseThrow();
        assertTrue(next(boltUp, 0).startsWith("Stage 1, bolt 1"));
        assertTrue(next(boltUp, 9).startsWith("Stage 2, bolt 5"));
        assertTrue(next(boltUp, 24).startsWith("Round pass, bolt 1"));
        assertEquals("All turns done", next(boltUp, 32));
    }

    private static String next(Instrument boltUp, int done) {
        return Lab.work(boltUp, Map.of("done", String.valueOf(done)), UnitSystem.METRIC)
                .result()
                .orElseThrow()
                .figures()
                .stream()
                .filter(f -> f.id().equals("next"))
                .findFirst()
                .orElseThrow()
                .text()
                .toString();
    }
}
