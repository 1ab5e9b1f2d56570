package dev.wartung.core.line;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.line.LinePicture.Spot;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Where everything of a line stands on its picture. */
class LinePictureTest {

    private LineDrawing line = LineDrawing.EMPTY;

    private void row(String... names) {
        for (String name : names) {
            if (line.fitting(name).isEmpty()) {
                FittingKind kind = name.startsWith("b")
                        ? FittingKind.BRANCH
                        : name.startsWith("d") ? FittingKind.DRAIN : FittingKind.TANK;
                line = line.with(new Fitting(name, kind, name));
            }
        }
        for (int i = 1; i < names.length; i++) {
            line = line.joined(LineEnd.of(names[i - 1]), LineEnd.of(names[i]));
        }
    }

    private Spot spot(String name) {
        return LinePicture.of(line).spots().get(name);
    }

    @Test
    @DisplayName("The longest way is one row in the order product takes; a drain hangs straight below its branch")
    void mainRow() {
        row("A", "b1", "B", "b2", "C");
        row("b1", "d1");
        row("b2", "d2");
        LinePicture picture = LinePicture.of(line);
        assertThat(List.of("A", "b1", "B", "b2", "C"))
                .extracting(n -> picture.spots().get(n))
                .containsExactly(new Spot(0, 0), new Spot(1, 0), new Spot(2, 0), new Spot(3, 0), new Spot(4, 0));
        assertThat(spot("d1")).isEqualTo(new Spot(1, 1));
        assertThat(spot("d2")).isEqualTo(new Spot(3, 1));
        assertThat(picture.main()).isZero();
        assertThat(List.of(picture.columns(), picture.rows())).containsExactly(5, 2);
    }

    @Test
    @DisplayName(
            "What leads to the line ends right beside its branch; where another branch's pipe runs, it goes further out")
    void beside() {
        row("A", "b1", "B", "b2", "C", "D", "b3", "E");
        row("S", "T", "U", "b3");
        row("b2", "d2");
        assertThat(spot("U").column()).isEqualTo(spot("b3").column());
        assertThat(spot("T").column()).isEqualTo(spot("b3").column() - 1);
        assertThat(spot("S").row()).isEqualTo(spot("U").row());
        row("b1", "x1", "x2", "x3", "x4");
        LinePicture picture = LinePicture.of(line);
        assertThat(picture.spots().values()).as("no two on one spot").doesNotHaveDuplicates();
        Spot u = spot("U");
        assertThat(picture.spots().entrySet().stream()
                        .filter(e -> e.getKey().startsWith("x"))
                        .filter(e -> e.getValue().row() == u.row())
                        .filter(e -> e.getValue().column() >= spot("S").column()
                                && e.getValue().column() <= u.column()))
                .as("nothing of one branch within the other's run")
                .isEmpty();
    }

    @Test
    @DisplayName("No pipe that hangs straight on a branch runs through what stands beside it, whatever was drawn first")
    void straight() {
        row("A", "B", "b1", "C");
        row("B", "T1");
        row("b1", "d1");
        Spot branch = spot("b1");
        Spot drain = spot("d1");
        assertThat(drain.column()).isEqualTo(branch.column());
        assertThat(LinePicture.of(line).spots().values().stream()
                        .filter(s -> s.column() == branch.column() && s.row() > branch.row() && s.row() < drain.row()))
                .isEmpty();
        assertThat(spot("T1").row()).as("the tank goes further out").isGreaterThan(drain.row());
    }

    @Test
    @DisplayName("A line that runs in a circle is drawn all the same")
    void circle() {
        row("A", "b1", "B", "b2", "C", "b1");
        row("b2", "E");
        assertThat(LinePicture.of(line).spots()).hasSize(6);
        assertThat(LinePicture.of(line).spots().values()).doesNotHaveDuplicates();
    }
}
