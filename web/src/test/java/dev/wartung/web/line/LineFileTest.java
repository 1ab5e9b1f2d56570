package dev.wartung.web.line;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.line.Fitting;
import dev.wartung.core.line.FittingKind;
import dev.wartung.core.line.LineDrawing;
import dev.wartung.core.line.LineEnd;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** A line's drawing as a file. */
class LineFileTest {

    private static final LineDrawing LINE = LineDrawing.EMPTY
            .with(new Fitting("a", FittingKind.TANK, "Tank, \"old\" 1"))
            .with(new Fitting("b", FittingKind.BRANCH, ""))
            .with(new Fitting("b2", FittingKind.BRANCH, ""))
            .with(new Fitting("v", FittingKind.VALVE, "CU-1"))
            .with(new Fitting("d", FittingKind.DRAIN, "D1"))
            .joined(LineEnd.of("a"), LineEnd.of("b"))
            .joined(LineEnd.of("b"), LineEnd.of("d"))
            .joined(LineEnd.of("b"), LineEnd.of("b2"))
            .joined(LineEnd.of("b2"), new LineEnd("v", "inlet"));

    /** Pipes by the names of what they join: ids are the file's own. */
    private static Set<String> pipes(LineDrawing line) {
        return line.pipes().stream()
                .map(p -> named(line, p.from()) + " > " + named(line, p.to()))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    private static String named(LineDrawing line, LineEnd end) {
        Fitting fitting = line.fitting(end.fitting()).orElseThrow();
        return fitting.kind() + " " + fitting.name() + " " + end.end();
    }

    @Test
    @DisplayName("What is written is read as the same line, by CSV and by JSON")
    void thereAndBack() {
        for (String file : new String[] {LineFile.csv(LINE), LineFile.json(LINE)}) {
            LineDrawing read = LineFile.read(file, "CU-1"::equals).drawing().orElseThrow();
            assertThat(pipes(read)).isEqualTo(pipes(LINE));
            assertThat(read.fittings()).hasSize(5);
        }
    }

    @Test
    @DisplayName("What is wrong is said by row, and nothing of the file is taken")
    void problems() {
        LineFile.Read read = LineFile.read(
                LineFile.HEADINGS + "\ntank,T1,,pumps,P1,\ntank,T1\nvalve,CU-9,inlet,drain,D1,\n", "CU-1"::equals);
        assertThat(read.drawing()).isEmpty();
        assertThat(read.problems())
                .anySatisfy(p -> assertThat(p).startsWith("Row 2: “pumps” is none of"))
                .anySatisfy(p -> assertThat(p).startsWith("Row 3: six cells"))
                .contains("No valve is called “CU-9”. Add it first.");
        assertThat(LineFile.read("{", t -> true).problems()).containsExactly("It is no JSON that can be read.");
        assertThat(LineFile.read("", t -> true).problems()).containsExactly("There is no line in it.");
        assertThat(LineFile.read("{\"fittings\":[],\"pipes\":[{\"from\":{\"fitting\":\"x\"}}]}", t -> true)
                        .problems())
                .anySatisfy(p -> assertThat(p).contains("one of them is not there"));
    }
}
