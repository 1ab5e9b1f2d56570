package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Argument;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Where a valve stands after some steps, the figures in the texts, and the supplies. */
class SituationTest {

    private final Job job = AllJobs.kolm50("NC", "renew-product-seals");

    private Situation after(String lastStep) {
        return within(job, lastStep);
    }

    @Test
    @DisplayName("Air, spring and position are followed; what is open is known until it is closed again")
    void followed() {
        assertThat(Situation.untouched(job.anatomy(), job.configuration())).satisfies(s -> {
            assertThat(s.position()).contains("closed");
            assertThat(s.motion().held()).isEqualTo("spring");
        });
        assertThat(after("air-opens").motion().held()).isEqualTo("air");
        assertThat(after("air-opens").position()).contains("open");
        assertThat(after("air-off").motion().held()).isEqualTo("spring");
        assertThat(after("lift-insert").open()).contains("take-off-body-clamp", "lift-insert");
        assertThat(after("close-body-clamp").open())
                .doesNotContain("take-off-body-clamp", "lift-insert")
                .contains("lock-line");
        Situation doubleActing = Situation.untouched(
                job.anatomy(), AllJobs.kolm50("DA", "inspect").configuration());
        assertThat(doubleActing.position()).isEmpty();
        assertThat(doubleActing.motion().held()).isEqualTo("nothing");
    }

    @Test
    @DisplayName(
            "A seal in the bin is missing until the new one is in; then it is new and need not be renewed once more")
    void seals() {
        assertThat(after("take-out-body-seal").inBin()).containsExactly("body-seal");
        assertThat(after("fit-plug-seal").inBin()).doesNotContain("plug-seal");
        assertThat(after("fit-body-seal").inBin()).isEmpty();
        assertThat(after("fit-plug-seal").renewed()).contains("plug-seal");
        Procedure way = job.derivation().derive(Work.closeUp(), after("fit-body-seal"));
        assertThat(way.renews()).isEmpty();
        assertThat(job.derivation()
                        .derive(Work.closeUp(), after("take-out-stem-seal"))
                        .renews())
                .containsExactlyInAnyOrder("stem-seal", "body-seal");
    }

    @Test
    @DisplayName("Closing up an untouched valve is nothing to do; a locked line is unlocked again")
    void closingUpLittle() {
        assertThat(job.derivation().derive(Work.closeUp(), job.configuration()).steps())
                .isEmpty();
        assertThat(job.derivation().derive(Work.closeUp(), after("lock-line")).steps())
                .extracting(Step::id)
                .containsExactly("unlock-line");
    }

    @Test
    @DisplayName("A valve that cannot exist is refused")
    void impossible() {
        assertThatThrownBy(() ->
                        AllJobs.kolm50("manual", "inspect", "head", "fitted").procedure())
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() ->
                        AllJobs.kolm50("NC", "inspect", "coupling", "welded").procedure())
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    @DisplayName("Figures go into texts; one that nobody gives is named, not left out")
    void figures() {
        Figures figures = new Figures(
                Map.of(
                        "clamp.nut", new Argument.Amount(Quantity.of(14, Unit.MILLIMETRE)),
                        "stem.flats", new Argument.Amount(Quantity.of(17, Unit.MILLIMETRE)),
                        "spring.open", new Argument.Amount(Quantity.of(2900, Unit.NEWTON))),
                Set.of("stem.flats"));
        Message spanner = figures.into("x", "Spanner {clamp.nut}, {spring.open}");
        assertThat(spanner).hasToString("Spanner 14 mm, 2.9 kN");
        assertThat(new Wording(UnitSystem.US).of(spanner)).isEqualTo("Spanner 0.551 in, 652 lbf");
        assertThat(new Wording(UnitSystem.US).of(figures.tool("x", "Spanner {clamp.nut}")))
                .isEqualTo("Spanner 14 mm");
        assertThat(figures.into("x", "No figure, no $1 and no \\ trouble"))
                .hasToString("No figure, no $1 and no \\ trouble");
        assertThat(figures.into("x", "Spanner {head.nut}, {mass.insert}, to {band.nut-torque.target}"))
                .hasToString("Spanner (size not known), (weight not known), to (torque not known: the maker’s manual)");
        assertThat(new Figures(Map.of(), Set.of())
                        .into(
                                "x",
                                "{spring.open}; {press.force}; {energy.stroke}; {press.energy}; {air.open};"
                                        + " {oil.amount}; {band.gap.range}; {press.travel}"))
                .hasToString("(force not known); (force not known); (energy not known); (energy not known);"
                        + " (pressure not known: the maker’s manual); (amount not known);"
                        + " (limits not known: the maker’s manual); (size not known)");
        assertThat(figures.tool("x", "Spanner {stem.flats}")).hasToString("Spanner 17 mm (assumed)");
        assertThatThrownBy(() -> figures.into("x", "As {school.nobody} says"))
                .isInstanceOf(Figures.MissingFigure.class)
                .hasMessageContaining("school.nobody");
        Figures opening = Figures.of(
                AllJobs.kolm50("NO", "inspect").type(),
                AllJobs.kolm50("NO", "inspect").build(),
                AllJobs.kolm50("NC", "inspect").configuration().with(Map.of("drive", "NO")));
        // turned over, it has the closing build's spring still; shown rounded up: 5.444 bar must not be given as 5.4,
        // nor as less than that in psi
        Message air = opening.into("x", "{air.close}, {air.open}, {spring.closed}");
        assertThat(air).hasToString("5.5 bar, 0 bar, 2.9 kN");
        assertThat(new Wording(UnitSystem.US).of(air)).startsWith("79.8 psi, 0 psi, ");
        Figures built = Figures.of(
                AllJobs.kolm50("NO", "inspect").type(),
                AllJobs.kolm50("NO", "inspect").build(),
                AllJobs.kolm50("NO", "inspect").configuration());
        // (510 + 594 + 150 + 1231.5) N / 7854 mm²
        assertThat(built.into("x", "{air.close}, {air.open}, {spring.closed}")).hasToString("3.2 bar, 0 bar, 1.1 kN");
    }

    private static Situation within(Job done, String lastStep) {
        List<Step> steps = done.procedure().steps();
        int last = steps.stream().map(Step::id).toList().indexOf(lastStep);
        return Situation.within(done.anatomy(), done.configuration(), steps.subList(0, last + 1));
    }

    @Test
    @DisplayName(
            "From its conversion on it is what it becomes: what is exchanged is missing until it is fitted, what is no more is missed no more; reversed, it rests at the other end")
    void converted() {
        Job aseptic = AllJobs.kolm50("NC", "convert-to-aseptic");
        assertThat(within(aseptic, "inspect-seat").configuration()).isEqualTo(aseptic.configuration());
        assertThat(within(aseptic, "inspect-seat").off())
                .contains("stem", "bonnet")
                .doesNotContain("stem-diaphragm");
        Situation now = within(aseptic, "record-conversion");
        assertThat(now.configuration().options()).containsEntry("sealing", "diaphragm");
        assertThat(now.inBin())
                .containsExactlyInAnyOrder(
                        "body-seal",
                        "bonnet",
                        "stem-upper",
                        "stem-diaphragm",
                        "support-disc",
                        "bush",
                        "stem",
                        "plug-seal");
        assertThat(now.off())
                .containsAll(now.inBin())
                .contains("air-hose", "body-clamp", "insert", "centring-ring")
                .hasSize(12)
                .doesNotContain("stem-seal", "stem-o-ring");
        assertThat(within(aseptic, "screw-plug-on").inBin()).isEmpty();
        assertThat(within(aseptic, "screw-plug-on").renewed()).contains("stem", "stem-diaphragm", "bonnet");
        Situation reversed = within(AllJobs.kolm50("NC", "reverse-to-open"), "record-reversal");
        assertThat(reversed.configuration().drive()).isEqualTo(Drive.NO);
        assertThat(reversed.position()).contains("open");
        assertThat(reversed.inBin()).containsExactly("body-seal", "lock-wire");
        // a seal that the valve has no more once it is converted is in no bin to be replaced
        Situation old = Situation.within(
                job.anatomy(),
                job.configuration(),
                List.of(
                        done("out", Act.of(Verb.BIN, "stem-seal"), Act.of(Verb.BIN, "body-seal")),
                        done("now", Act.of(Verb.CONVERT, "sealing=diaphragm"))));
        assertThat(old.inBin()).contains("body-seal", "stem-diaphragm").doesNotContain("stem-seal");
    }

    private Step done(String id, Act... acts) {
        return StepBuilder.builder(job.procedure().steps().get(0))
                .id(id)
                .operation(id)
                .acts(List.of(acts))
                .build();
    }

    @Test
    @DisplayName(
            "A new valve’s parts lie ready: what would take them off is in effect, all of it and nothing else, and its seals are new")
    void delivered() {
        TypeSheet fen = AllJobs.LIBRARY.type("fen-50").orElseThrow();
        AnatomySheet family = AllJobs.LIBRARY.anatomy(fen.anatomy()).orElseThrow();
        ValveConfiguration valve = family.configurations(fen).get(0);
        Act valveItself = Act.of(Verb.DELIVERED, "valve");
        Situation one = Situation.within(family, valve, List.of(done("receive", valveItself)));
        assertThat(one.delivered()).containsExactly("valve");
        assertThat(one.off()).containsExactly("valve");
        assertThat(one.open()).contains("receive", "take-out-valve").doesNotContain("take-off-actuator", "cycle");
        assertThat(one.disturbed()).contains("take-out-valve").doesNotContain("take-off-actuator");
        Build build = family.build().resolve(valve.facts());
        assertThat(one.renewed())
                .as("delivered with new seals")
                .containsExactlyInAnyOrderElementsOf(build.parts().stream()
                        .filter(Part::singleUse)
                        .map(Part::id)
                        .toList())
                .isNotEmpty();
        Act actuator = Act.of(Verb.DELIVERED, "actuator");
        Act screws = Act.of(Verb.DELIVERED, "actuator-screws");
        assertThat(Situation.within(family, valve, List.of(done("receive", valveItself, actuator)))
                        .open())
                .as("its screws are not out")
                .doesNotContain("take-off-actuator");
        assertThat(Situation.within(family, valve, List.of(done("receive", valveItself, actuator, screws)))
                        .open())
                .contains("take-off-actuator", "take-out-valve");
        assertThat(Situation.within(family, valve, List.of(done("look"))).renewed())
                .as("no new one")
                .isEmpty();
    }

    @Test
    @DisplayName(
            "What took something out is in effect as long as all it takes lies in the bin; what takes nothing is never so")
    void inEffect() {
        Map<String, Operation> operations = new Stage(
                        job.anatomy(), job.type(), job.configuration(), new Practice(Schools.table(), SiteChoices.NONE))
                .operations();
        Situation out = Situation.within(
                job.anatomy(), job.configuration(), List.of(done("other", Act.of(Verb.BIN, "body-seal"))));
        assertThat(operations.values().stream().filter(out::isOpen))
                .extracting(Operation::id)
                .containsExactly("take-out-body-seal");
        assertThat(operations.values().stream().filter(Situation.untouched(job.anatomy(), job.configuration())::isOpen))
                .isEmpty();
    }
}
