package dev.wartung.core.lab;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.wartung.core.lab.Result.Figure;
import dev.wartung.core.measure.UnitSystem;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Worked by hand, each from the formula its instrument states. What is not named in the second column stays at the
 * instrument's example.
 */
class LabExamplesTest {

    private static Figure figure(String id, String typed, String figure) {
        Map<String, String> fields = typed == null
                ? Map.of()
                : Arrays.stream(typed.split(";"))
                        .map(f -> f.strip().split("=", 2))
                        .collect(Collectors.toMap(f -> f[0], f -> f[1]));
        Lab.Worked worked = Lab.work(Lab.instrument(id).orElseThrow(), fields, UnitSystem.METRIC);
        return worked
                .result()
                .orElseThrow(() -> new AssertionError(worked.inputs().troubles().toString()))
                .figures()
                .stream()
                .filter(f -> f.id().equals(figure))
                .findFirst()
                .orElseThrow(() -> new AssertionError("no figure " + figure));
    }

    @ParameterizedTest
    @DisplayName("Figures agree with what is worked out by hand")
    @CsvSource(
            delimiter = '|',
            value = {
                // T·L/(L + e·cosθ)
                "bolt-up | attachment=50 mm | setting | 10.2857",
                "bolt-up | attachment=50 mm; angle=90 | setting | 12",
                "bolt-up | attachment=50 mm; angle=180 | setting | 14.4",
                // K from 0.30 dry to 0.16 with anti-seize: 12·0.16/0.30
                "bolt-up | thread=anti-seize | torque | 6.4",
                "bolt-up | thread=oiled | torque | 7.2",
                // T/(K·d), of 36.6 mm² × 450 MPa
                "bolt-up | torque=12 N·m | preload | 5",
                "bolt-up | torque=12 N·m | proof-share | 30.358",
                "bolt-up | size=M6; torque=5 N·m | preload | 2.778",
                // a lock nut takes its torque before anything is clamped
                "bolt-up | lock-nut=2 N·m | torque | 14",
                "bolt-up | lock-nut=2 N·m | preload | 5",
                // flange + washer + 1.25 d and what the hole leaves after two pitches
                "screw-length | into=stainless | least | 23.6",
                "screw-length | into=stainless | most | 29.1",
                "screw-length | into=steel | least | 21.6",
                "screw-length | size=M6; flange=10 mm; depth=16 mm | least | 19.1",
                "screw-length | size=M6; flange=10 mm; depth=16 mm | most | 25.6",
                "screw-length | size=M6; flange=10 mm; depth=16 mm | engagement | 8.4",
                // k·(free − length), ½·k·(…)²
                "spring-press | rate=25 N/mm; free=180 mm; fitted=130 mm; push=10 mm | force | 1.5",
                "spring-press | rate=25 N/mm; free=180 mm; fitted=130 mm; push=10 mm | energy | 45",
                "spring-press | rate=25 N/mm; free=180 mm; fitted=130 mm; push=10 mm | fitted-force | 1.25",
                "spring-press | rate=25 N/mm; free=180 mm; fitted=130 mm; push=10 mm | fitted-energy | 31.25",
                "spring-press | rate=25 N/mm; free=180 mm; fitted=130 mm; push=10 mm | travel | 60",
                // half a turn at most, since holes and bead match twice a turn
                "turn-back | past=310 | back | 130",
                "turn-back | past=180 | back | 0",
                "turn-back | past=90; pitch=3 mm | lift | 0.75",
                // Kv = Q·√(SG/Δp) = 16, between 15 at 8 mm and 24 at 12 mm; (16 − 8.444)/1.5
                "stroke-flow | flow=8 | opening | 8.444",
                "stroke-flow | flow=12 | opening | 12",
                "stroke-flow | now=12 mm | flow-now | 12",
                "stroke-flow | drop=1 bar | flow-now | 30",
                "stroke-flow | density=2.25 | flow-now | 10",
                // π/4·d² ÷ (h·b); (1 + βΔT)/(1 + 4.8e-5·ΔT)
                "groove-fill | cord=5.3 mm | cold | 79.59",
                "groove-fill | polymer=FFKM | hot | 90.72",
                "groove-fill | hot=20 °C | hot | 83.57",
                "groove-fill | swelling=0 | hot | 83.04",
                "groove-fill | grease=20 | packed | 91.66",
                "groove-fill | grease=0 | packed | 87.19",
                "groove-fill | cord=5.3 mm | squeeze | 20.75",
                // V/Δt·(p1/T1 − p2/T2)·T0/p0 = 3.333e-6·700/293.15·273.15/101325
                "leak-decay | end=5.993 bar | leak | 21.46",
                "leak-decay | time=20 min | leak | 10.73",
                "leak-decay | volume=1 l | leak | 10.73",
                "leak-decay | end=5.986 bar | leak | 42.91",
                // 0.1 K at 7.013 bar absolute and 293.15 K
                "leak-decay | end-t=20.1 °C | temperature | 2.392",
                // ten drops of π/6·4³ mm³ in a minute
                "bubbles | count=10 | leak | 5.203",
                "bubbles | count=10; size=2 mm | leak | 0.650",
                "bubbles | count=10; time=2 min | leak | 2.601",
                // π²·(50 + 5)·5 mm² × 8 µm
                "grease | film=8 µm | volume | 0.02172",
                "grease | film=16 µm | volume | 0.04343",
                "grease | inside=20 mm; cord=3 mm | volume | 0.00545",
                // 12 after 1 h and 11 after 10 h
                "settling | value.1=12; time.2=10 h; value.2=11; time.3=; value.3= | per-decade | 1",
                "settling | what=gap; value.1=3.70; time.2=10 h; value.2=3.75; time.3=; value.3= | per-decade | 0.05",
                "all-round | read.1=2.3; read.2=2.5; read.3=2.7; read.4=2.5 | mean | 2.5",
                "all-round | read.1=2.3; read.2=2.5; read.3=2.7; read.4=2.5 | uneven | 0.4",
                "shaft-fit | shaft.size=16.8 mm | play | 0.2",
                // mean 3.775 of 4.6 mm
                "diaphragm-map | gap.1=3.72; gap.2=3.7; gap.3=3.86; gap.4=3.82 | mean | 3.775",
                "diaphragm-map | gap.1=3.72; gap.2=3.7; gap.3=3.86; gap.4=3.82 | compression | 17.93"
            })
    void numbers(String id, String typed, String figure, double expected) {
        assertThat(figure(id, typed, figure).value().orElseThrow())
                .isCloseTo(expected, within(Math.max(Math.abs(expected) * 1e-3, 1e-6)));
    }

    @ParameterizedTest
    @DisplayName("Decisions agree with what the rules say")
    @CsvSource(
            delimiter = '|',
            value = {
                "screw-length | into=aluminium | screw | no standard length fits",
                "screw-length | size=M6; flange=10 mm; depth=16 mm | screw | M6 × 20 mm",
                "settling | value.1=12; time.2=10 h; value.2=11; time.3=; value.3= | limit-at | 4 days after tightening",
                "settling | value.1=12; time.2=10 h; value.2=11; time.3=; value.3= | next | 30 h after tightening",
                "shelf-life | polymer=NBR; fitted=2026-12-01 | until | 1 Mar 2027",
                "shelf-life | polymer=NBR; fitted=2026-12-01 | extended | 1 Mar 2030",
                "inspection | point=sealing-path; finding=scratch; size=0.03 mm; direction=along | decision | rework, then look again",
                "inspection | point=sealing-path; finding=scratch; size=0.03 mm; direction=across | decision | replace the part",
                "inspection | point=sealing-path; finding=scratch; size=; direction=along | decision | replace the part",
                "bubbles | count=0; time=5 min | met | A",
                // 307 mm³/s at DN 50: above C (150), within CC (1115)
                "leak-decay | end=5.9 bar | met | CC",
                "leak-decay | start=3 bar; end=2.999 bar | met | none is shown",
                "leak-decay | known=vessel | volume | 2 l",
                "grease | oil=white-mineral | verdict | does harm",
                "grease | oil=pao; polymer=FKM; demand.silicone-free=yes | verdict | does harm",
                "grease | oil=pao; polymer=FKM; demand.silicone-free=yes; claim.silicone-free=yes | verdict | suits",
                "grease | stands=60 °C | verdict | does harm",
                "grease | position=never | verdict | does harm",
                "shaft-fit | shaft.size=17.1 mm | verdict | does not go on",
                "shaft-fit | shaft.form=flats | verdict | does not go on",
                "all-round | read.1=2.3; read.2=2.5; read.3=2.7; read.4=2.5 | verdict | not yet right",
                "old-seal | look=swollen | cause-1 | Wrong grease",
                "grease | volume=1 | by-eye | a rice grain"
            })
    void words(String id, String typed, String figure, String expected) {
        assertThat(figure(id, typed, figure).text()).asString().contains(expected);
    }

    @Test
    @DisplayName("A preload beyond the proof load gives no torque to set: only what is wrong and what to do")
    void tooMuchTorque() {
        Result stopped = Lab.work(
                        Lab.instrument("bolt-up").orElseThrow(),
                        Map.of("torque", "60 N·m", "size", "M8"),
                        UnitSystem.METRIC)
                .result()
                .orElseThrow();
        assertThat(stopped.figures()).extracting(Result.Figure::id).containsExactly("proof-share", "preload");
        assertThat(stopped.findings()).allSatisfy(f -> assertThat(f.tone()).isEqualTo(Result.Tone.STOP));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "bolt-up | wrench=300 mm; attachment=250 mm; angle=180 ° | angle | hardly a lever",
                "bolt-up | bolts=24; circle=60 mm | bolts | closer than the head",
                "bolt-up | pattern=places; places=0 40, 0 41 | places | pairs in mm",
                "bolt-up | pattern=places; places=0 40~0 41~40 0 | places | No two closer than a bolt's head",
                "leak-decay | gauge=0 mbar | gauge | No gauge reads without error",
                "leak-decay | start-t=20 °C; end-t= | end-t | Two temperatures, or none",
                "leak-decay | known=vessel; both-p=7 bar | both-p | Between what was in the vessel",
                "leak-decay | start-t=; end-t= | | ",
                "fail-position | vacuum=-0.5 bar; line=3 bar | | ",
                "fail-position | vacuum=4 bar; line=3 bar | vacuum | Not above the highest",
                "fail-position | droop=6 bar | droop | More than the air",
                "bolt-up | pattern=places; places=0 40~0 -40,500~40 0 | places | pairs in mm",
                "fail-position | line=2,300 bar | line | Is “2,300” 2.300 or 2300?",
                "fail-position | spring=1,250 | spring | Is “1,250” 1.250 or 1250?"
            })
    @DisplayName("What only makes no sense together, or reads two ways, is asked about beside its field")
    void refused(String id, String typed, @Nullable String field, @Nullable String reason) {
        Map<String, String> inputs = new LinkedHashMap<>();
        for (String pair : typed.split(";")) {
            String[] parts = pair.strip().split("=", 2);
            inputs.put(parts[0], parts[1].replace('~', ';'));
        }
        Map<String, String> troubles = Lab.work(Lab.instrument(id).orElseThrow(), inputs, UnitSystem.METRIC)
                .inputs()
                .troubles();
        if (field == null) {
            assertThat(troubles).isEmpty();
        } else {
            assertThat(troubles.get(field)).contains(reason);
        }
    }
}
