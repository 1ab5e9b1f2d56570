package dev.wartung.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.drawing.Frame;
import dev.wartung.core.drawing.Frame.Shows;
import dev.wartung.core.drawing.Technique;
import dev.wartung.core.message.Message;
import dev.wartung.core.practice.HandsExercise.Kind;
import dev.wartung.core.sheet.SheetLibrary;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class HandsExerciseTest {

    @Test
    @DisplayName("Of every technique that gives something to ask, any seed makes an exercise with one right answer")
    void everyTechnique() {
        Map<Kind, Integer> kinds = new EnumMap<>(Kind.class);
        int asked = 0;
        for (Technique technique : new TreeMap<>(SheetLibrary.techniques()).values()) {
            if (!HandsExercise.isPossible(technique)) {
                assertThat(HandsExercise.of(technique, new Random(1))).isEmpty();
                continue;
            }
            asked++;
            for (int seed = 0; seed < 12; seed++) {
                HandsExercise exercise =
                        HandsExercise.of(technique, new Random(seed)).orElseThrow();
                kinds.merge(exercise.kind(), 1, Integer::sum);
                assertThat(exercise.trouble(exercise.right())).isEmpty();
                assertThat(exercise.isRight(exercise.right())).isTrue();
                assertThat(exercise.trouble(List.of())).isPresent();
                if (exercise.kind() == Kind.ORDER) {
                    inOrder(exercise);
                } else {
                    picked(exercise);
                }
                assertThat(HandsExercise.of(technique, new Random(seed))).contains(exercise);
            }
        }
        assertThat(kinds).containsOnlyKeys(Kind.values());
        assertThat(asked).as("most give something to ask").isGreaterThan(60);
    }

    private static void inOrder(HandsExercise exercise) {
        List<Frame> sorted = IntStream.rangeClosed(1, exercise.right().size())
                .mapToObj(place -> exercise.pictures().get(exercise.right().indexOf(place)))
                .toList();
        assertThat(exercise.technique().waysToChoose().stream()
                        .map(chosen -> exercise.technique().frames(chosen).stream()
                                .filter(f -> f.shows() != Shows.WRONG)
                                .toList()))
                .contains(sorted);
        assertThat(sorted).as("not shown as they are").isNotEqualTo(exercise.pictures());
        List<Integer> twice = new ArrayList<>(exercise.right());
        twice.set(0, twice.get(1));
        assertThat(exercise.trouble(twice))
                .map(Message::toString)
                .contains("Give every picture a place, each place once.");
    }

    private static void picked(HandsExercise exercise) {
        Shows wanted = exercise.kind() == Kind.MISTAKE ? Shows.WRONG : Shows.RIGHT;
        assertThat(exercise.pictures().get(exercise.right().get(0)).shows()).isEqualTo(wanted);
        assertThat(exercise.pictures().stream().filter(f -> f.shows() == wanted))
                .as("one right answer: " + exercise.technique().id())
                .hasSize(1);
        int other = exercise.right().get(0) == 0 ? 1 : 0;
        assertThat(exercise.trouble(List.of(other))).isEmpty();
        assertThat(exercise.isRight(List.of(other))).isFalse();
        assertThat(exercise.trouble(List.of(exercise.pictures().size())))
                .map(Message::toString)
                .contains("Pick a picture.");
        if (exercise.kind() == Kind.TURN) {
            assertThat(exercise.pictures()).hasSize(2);
            assertThat(exercise.asked()).startsWith("Turn the ").endsWith(" until it is right.");
        }
    }
}
