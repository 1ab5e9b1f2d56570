package dev.wartung.core.practice;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.simulation.Incident;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The trainer: whoever does what was derived loses nothing, and whoever does otherwise learns what that costs. */
class PracticeTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    /** Of each family one type, every drive it is made with, every work. */
    static Stream<Exercise> exercises() {
        Map<String, TypeSheet> ofFamily = new LinkedHashMap<>();
        LIBRARY.types().forEach(t -> ofFamily.putIfAbsent(t.anatomy(), t));
        return ofFamily.values().stream().flatMap(type -> type.drives().stream().flatMap(drive -> {
            ValveConfiguration configuration = anatomy(type).configurations(type).stream()
                    .filter(c -> c.drive() == drive)
                    .findFirst()
                    .orElseThrow();
            return anatomy(type).worksFor(configuration, type).stream()
                    .flatMap(kind -> work(type, configuration, kind).stream())
                    .map(work -> exercise(type, configuration, work, Trap.Kind.NONE, 1));
        }));
    }

    private static AnatomySheet anatomy(TypeSheet type) {
        return LIBRARY.anatomy(type.anatomy()).orElseThrow();
    }

    private static Optional<Work> work(TypeSheet type, ValveConfiguration configuration, WorkKind kind) {
        return kind.renews()
                .choose()
                .map(chosen -> anatomy(type).build().resolve(configuration.facts()).parts().stream()
                        .filter(p -> p.kind().equals(chosen))
                        .findFirst()
                        .map(p -> new Work(kind, List.of(p.id()))))
                .orElse(Optional.of(Work.of(kind)));
    }

    private static Exercise exercise(
            TypeSheet type, ValveConfiguration configuration, Work work, Trap.Kind trap, long seed) {
        return Exercise.of(
                anatomy(type),
                type,
                configuration,
                work,
                trap,
                new Derivation(anatomy(type), type, new Practice(Schools.table(), SiteChoices.NONE)),
                new Random(seed));
    }

    private static Made made(Step step) {
        return made(step, Attempt.rightGrease(step));
    }

    private static Made made(Step step, String grease) {
        String tool = Attempt.rightTool(step).map(Message::toString).orElse("");
        return Made.move(Move.keyOf(step), tool, grease);
    }

    private static List<Made> all(Procedure procedure) {
        return procedure.steps().stream().map(PracticeTest::made).toList();
    }

    private static Exercise kolm(String work, Trap.Kind trap, long seed) {
        TypeSheet type = LIBRARY.type("kolm-50").orElseThrow();
        ValveConfiguration nc = anatomy(type).configurations(type).stream()
                .filter(c ->
                        c.drive() == Drive.NC && "profiled".equals(c.options().get("plug")))
                .findFirst()
                .orElseThrow();
        return exercise(type, nc, Work.of(anatomy(type).work(work).orElseThrow()), trap, seed);
    }

    @ParameterizedTest
    @MethodSource("exercises")
    @DisplayName(
            "Of every family, drive and work: the derived order with the right tools and greases loses no point, and every move of it was on offer when it was due")
    void perfect(Exercise exercise) {
        Attempt whole = new Attempt(exercise, all(exercise.asTold()));
        assertThat(Debrief.of(whole).lost()).isEmpty();
        assertThat(Debrief.of(whole).score()).isEqualTo(100);
        assertThat(whole.next()).isEmpty();
        List<Made> soFar = new ArrayList<>();
        for (Step step : exercise.asTold().steps()) {
            Attempt attempt = new Attempt(exercise, soFar);
            assertThat(attempt.moves()).anySatisfy(m -> assertThat(m.key()).isEqualTo(Move.keyOf(step)));
            assertThat(attempt.next().map(Move::keyOf)).contains(Move.keyOf(step));
            assertThat(attempt.tools(step))
                    .hasSizeGreaterThanOrEqualTo(step.tools().isEmpty() ? 0 : 1)
                    .containsAll(Attempt.rightTool(step).stream().toList());
            soFar.add(made(step));
            if (soFar.size() > 6) {
                break;
            }
        }
    }

    @Test
    @DisplayName("Hints, slips and both orders tell a reader of US units their amounts")
    void inUsUnits() {
        TypeSheet fen = LIBRARY.type("fen-100").orElseThrow();
        ValveConfiguration pressed = anatomy(fen).configurations(fen).stream()
                .filter(c -> c.drive() == Drive.NC && "press".equals(c.options().get("rotary-build")))
                .findFirst()
                .orElseThrow();
        Work rebuild = Work.of(anatomy(fen).work("rebuild-rotary").orElseThrow());
        Exercise exercise = exercise(fen, pressed, rebuild, Trap.Kind.NONE, 3);
        List<Step> steps = exercise.asTold().steps();
        Wording us = new Wording(UnitSystem.US);
        List<Message> said = new ArrayList<>();
        for (int i = 0; i < steps.size(); i++) {
            List<Made> made = new ArrayList<>(all(exercise.asTold()).subList(0, i));
            made.add(Made.hint());
            made.add(Made.move(Move.keyOf(steps.get(i)), "Hammer", Made.DRY));
            new Attempt(exercise, made).came().forEach(c -> {
                said.add(c.says());
                said.addAll(c.slips());
                c.incidents().forEach(incident -> said.add(incident.text()));
            });
        }
        Debrief debrief = Debrief.of(new Attempt(exercise, all(exercise.asTold())));
        debrief.order().forEach(line -> said.addAll(List.of(line.yours(), line.derived())));
        assertThat(said).anyMatch(m -> m.toString().contains("press down 14 mm"));
        assertThat(said).map(us::of).noneMatch(text -> text.contains("down 14 mm") || text.contains(" kN"));
    }

    @Test
    @DisplayName(
            "Whatever step is left out or done too late costs points; nothing a learner can choose breaks the bench")
    void mutated() {
        Exercise exercise = kolm("renew-product-seals", Trap.Kind.NONE, 3);
        List<Made> right = all(exercise.asTold());
        for (int i = 0; i < right.size(); i++) {
            List<Made> without = new ArrayList<>(right);
            without.remove(i);
            assertThat(Debrief.of(new Attempt(exercise, without)).score())
                    .as("without %s", right.get(i).key())
                    .isLessThan(100);
            List<Made> late = new ArrayList<>(without);
            late.add(right.get(i));
            assertThat(Debrief.of(new Attempt(exercise, late)).score())
                    .as("late: %s", right.get(i).key())
                    .isLessThanOrEqualTo(i == right.size() - 1 ? 100 : 99);
        }
        for (long seed = 0; seed < 300; seed++) {
            List<Made> any = new ArrayList<>(
                    exercise.moves().stream().map(m -> made(m.step())).toList());
            Collections.shuffle(any, new Random(seed));
            assertThat(Debrief.of(new Attempt(exercise, any)).score()).isBetween(0, 60);
        }
    }

    @Test
    @DisplayName("A wrong tool, a dry seal, a wrong grease, a hint: each is said and costs what it should")
    void hands() {
        Exercise exercise = kolm("renew-product-seals", Trap.Kind.NONE, 3);
        Step greased = exercise.asTold().steps().stream()
                .filter(s -> !s.films().isEmpty())
                .findFirst()
                .orElseThrow();
        Step tooled = exercise.asTold().steps().stream()
                .filter(s -> !s.tools().isEmpty())
                .findFirst()
                .orElseThrow();
        assertThat(scored(exercise, greased, made(greased, Made.DRY)))
                .matches(d -> d.score() < 100)
                .satisfies(d -> assertThat(d.lost()).isNotEmpty());
        assertThat(new Attempt(exercise, replaced(exercise, greased, made(greased, Made.DRY)))
                        .came().stream().flatMap(c -> c.incidents().stream()))
                .anyMatch(i -> i.kind() == Incident.Kind.MISSING_GREASE);
        assertThat(scored(exercise, greased, made(greased, Attempt.WRONG_GREASE))
                        .lost())
                .singleElement()
                .satisfies(l -> assertThat(l.what().toString()).contains("Mineral oil swells EPDM"));
        assertThat(scored(exercise, tooled, Made.move(Move.keyOf(tooled), "Hammer", Attempt.rightGrease(tooled)))
                        .lost())
                .singleElement()
                .satisfies(l -> assertThat(l.what().toString()).contains("Hammer for"));
        List<Made> hinted = new ArrayList<>(all(exercise.asTold()));
        hinted.add(0, Made.hint());
        assertThat(Debrief.of(new Attempt(exercise, hinted)))
                .satisfies(d -> assertThat(d.score()).isEqualTo(95))
                .satisfies(d -> assertThat(d.order()).allMatch(Debrief.Line::same));
    }

    private static List<Made> replaced(Exercise exercise, Step step, Made other) {
        return all(exercise.asTold()).stream()
                .map(m -> m.key().equals(Move.keyOf(step)) ? other : m)
                .toList();
    }

    private static Debrief scored(Exercise exercise, Step step, Made other) {
        return Debrief.of(new Attempt(exercise, replaced(exercise, step, other)));
    }

    @Test
    @DisplayName(
            "A wrong record: worked by the record it goes wrong or loses points; named, the work follows what the valve is; a wrong guess costs")
    void wrongRecord() {
        int trapped = 0;
        for (long seed = 0; seed < 30; seed++) {
            Exercise exercise = kolm("renew-product-seals", Trap.Kind.WRONG_RECORD, seed);
            assertThat(exercise.trap().kind()).isEqualTo(Trap.Kind.WRONG_RECORD);
            assertThat(Debrief.of(new Attempt(exercise, all(exercise.asTold()))).score())
                    .isLessThanOrEqualTo(80);
            List<Made> found = new ArrayList<>(
                    List.of(Made.name(exercise.trap().what(), exercise.trap().is())));
            found.addAll(all(exercise.asReal()));
            assertThat(Debrief.of(new Attempt(exercise, found)).lost()).isEmpty();
            trapped += new Attempt(exercise, all(exercise.asTold()))
                            .came().stream().anyMatch(c -> !c.incidents().isEmpty())
                    ? 1
                    : 0;
            List<Made> guessed = new ArrayList<>(List.of(Made.name("elastomer", "chalk")));
            guessed.addAll(found);
            assertThat(Debrief.of(new Attempt(exercise, guessed)).score()).isEqualTo(95);
        }
        assertThat(trapped).isPositive();
    }

    @Test
    @DisplayName("A hidden fault is seen only where it is, only once it can be, and costs points when nobody names it")
    void hiddenFault() {
        for (long seed = 0; seed < 20; seed++) {
            Exercise exercise = kolm("renew-product-seals", Trap.Kind.HIDDEN_FAULT, seed);
            String part = exercise.trap().what();
            assertThat(new Attempt(exercise, List.of(Made.look(part)))
                            .came()
                            .get(0)
                            .says()
                            .toString())
                    .contains("cannot be seen");
            List<Made> looking = new ArrayList<>();
            boolean seen = false;
            for (Step step : exercise.asTold().steps()) {
                looking.add(made(step));
                Attempt attempt = new Attempt(exercise, looking);
                if (!seen
                        && attempt.bench().exposed().stream().anyMatch(p -> p.id().equals(part))
                        && !attempt.bench().isNew(part)) {
                    seen = true;
                    looking.add(Made.look(part));
                    assertThat(new Attempt(exercise, looking)
                                    .came()
                                    .get(looking.size() - 1)
                                    .says()
                                    .toString())
                            .contains(exercise.trap().is());
                    looking.add(Made.name(part, ""));
                }
            }
            assertThat(seen).isTrue();
            assertThat(Debrief.of(new Attempt(exercise, looking)).score()).isEqualTo(100);
            assertThat(Debrief.of(new Attempt(exercise, all(exercise.asTold()))).score())
                    .isEqualTo(80);
        }
    }
}
