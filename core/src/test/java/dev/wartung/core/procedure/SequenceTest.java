package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.anatomy.Minutes;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.OperationBuilder;
import dev.wartung.core.anatomy.Phase;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** The order of a few operations that stand in no sheet, worked by hand. */
class SequenceTest {

    private static OperationBuilder operation(String id, Phase phase) {
        return OperationBuilder.builder()
                .id(id)
                .phase(phase)
                .say(List.of())
                .why(List.of())
                .done(List.of())
                .minutes(new Minutes(new TreeMap<>(Map.of(50, 1.0))));
    }

    private static OperationBuilder opening(String id) {
        return operation(id, Phase.OPEN);
    }

    private static Operation undone(OperationBuilder opening, OperationBuilder undoing) {
        return opening.undoneBy(Optional.of(undoing.build())).build();
    }

    private static OperationBuilder closing(String id) {
        return operation(id, Phase.CLOSE);
    }

    private static List<String> order(List<Operation> operations) {
        return Sequence.of(operations, operations).stream()
                .map(Sequence.Node::id)
                .toList();
    }

    @Test
    @DisplayName("Phase by phase; within one, opening in the order of the sheet and closing in reverse")
    void natural() {
        assertThat(order(List.of(
                        operation("look", Phase.PROVE).build(),
                        undone(opening("clamp"), closing("close-clamp")),
                        undone(opening("insert"), closing("lower-insert")),
                        operation("lock", Phase.MAKE_SAFE).build())))
                .containsExactly("lock", "clamp", "insert", "lower-insert", "close-clamp", "look");
    }

    @Test
    @DisplayName(
            "What gives access comes first, what is said to come after or before another does, whatever the sheet’s order")
    void precedence() {
        assertThat(order(List.of(
                        opening("insert").needs(List.of("clamp")).build(),
                        opening("clamp").build())))
                .containsExactly("clamp", "insert");
        assertThat(order(List.of(
                        opening("insert")
                                .after(List.of("clamp", "not-in-this-job"))
                                .build(),
                        opening("clamp").build())))
                .containsExactly("clamp", "insert");
        assertThat(order(List.of(
                        opening("insert").build(),
                        opening("clamp")
                                .before(List.of("insert", "not-in-this-job"))
                                .build())))
                .containsExactly("clamp", "insert");
        assertThat(order(List.of(
                        operation("rinse", Phase.OPEN).needs(List.of("prove")).build(),
                        operation("prove", Phase.PROVE).build())))
                .as("a later phase that gives access")
                .containsExactly("prove", "rinse");
    }

    @Test
    @DisplayName(
            "What gave access, through any number of others, is closed later than what it gave access to, though its rank in reverse is earlier")
    void closedInReverseOfAccess() {
        // by the sheet's order alone the cover, written first, would be closed last, and the clamp before the seal
        List<Operation> chain = List.of(
                undone(opening("seal").needs(List.of("insert")), closing("fit-seal")),
                undone(opening("insert").needs(List.of("clamp")), closing("lower-insert")),
                undone(opening("clamp"), closing("close-clamp")));
        assertThat(order(chain)).containsExactly("clamp", "insert", "seal", "fit-seal", "lower-insert", "close-clamp");
        List<Operation> between = List.of(
                undone(opening("seal").needs(List.of("look")), closing("fit-seal")),
                opening("look").needs(List.of("clamp")).build(),
                undone(opening("clamp"), closing("close-clamp")));
        assertThat(order(between))
                .as("what gives access to it is not undone, but what gives access to that is")
                .containsExactly("clamp", "look", "seal", "fit-seal", "close-clamp");
    }

    @Test
    @DisplayName("Where the sheet says that an undoing comes after what gave it access, the sheet wins")
    void theSheetWins() {
        assertThat(order(List.of(
                        undone(opening("clamp"), closing("close-clamp")),
                        undone(
                                opening("pin").needs(List.of("clamp")),
                                closing("fit-pin").after(List.of("close-clamp"))))))
                .containsExactly("clamp", "pin", "close-clamp", "fit-pin");
    }

    @Test
    @DisplayName("What is undone is done first; what was done before the job is only undone; a circle is refused")
    void undoingAlone() {
        Operation clamp = undone(opening("clamp"), operation("close-clamp", Phase.OPEN));
        assertThat(order(List.of(clamp, opening("insert").build())))
                .as("an undoing in the same phase")
                .containsExactly("clamp", "insert", "close-clamp");
        assertThat(Sequence.of(List.of(), List.of(clamp))).singleElement().satisfies(node -> {
            assertThat(node.id()).isEqualTo("close-clamp");
            assertThat(node.undoes()).isEqualTo("clamp");
            assertThat(node.phase()).isEqualTo(Phase.OPEN);
        });
        assertThatThrownBy(() -> order(List.of(
                        opening("a").needs(List.of("b")).build(),
                        opening("b").needs(List.of("a")).build())))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("circle");
        assertThatThrownBy(() -> order(List.of(
                        opening("c").build(),
                        opening("a").needs(List.of("b")).build(),
                        opening("b").needs(List.of("a")).build())))
                .as("one that is in no circle does not hide those that are")
                .isInstanceOf(IllegalStateException.class);
    }
}
