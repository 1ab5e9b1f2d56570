package dev.wartung.web.job.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.calibration.Capability;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.lubrication.GreaseShelf;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Outcome;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Spread;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Role;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.Stores;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What is made of what was typed at a step. */
class StepFormTest {

    private static final GreaseShelf NO_LIST = new GreaseShelf(Knowledge.lubrication(), List.of(), Set.of(), 350);
    private static final Supplies NO_SUPPLIES = new Supplies(Optional.empty(), List.of(), List.of());

    private static Ask.About about(String id, String ask, boolean critical) {
        return new Ask.About(id, ask, critical, Message.NONE, Optional.empty(), Optional.empty());
    }

    private static Ask.Measurement torque(String id, boolean critical) {
        Band band = new Band(Quantity.of(12, Unit.NEWTON_METRE), Quantity.of(14, Unit.NEWTON_METRE), Optional.empty());
        return new Ask.Measurement(
                about(id, "Torque " + id, critical),
                Dimension.TORQUE,
                Optional.of(band),
                Message.words("Tighten on"),
                Message.words("Slacken"),
                0);
    }

    private static Ask seen() {
        return new Ask.Observation(
                about("seen", "What is seen", false),
                List.of("dry", "wet"),
                Optional.of("dry"),
                Message.words("Find the leak"),
                Map.of(),
                Map.of());
    }

    static Step step(boolean kit, Ask... asks) {
        return new Step(
                "s",
                "s",
                Optional.empty(),
                Phase.CLOSE,
                Message.words("Do"),
                Message.words("Why"),
                Message.words("Done"),
                "nothing",
                List.of(),
                List.of(),
                1,
                List.of(asks),
                List.of(),
                List.of(),
                List.<Act>of(),
                kit,
                false,
                false,
                List.of(),
                List.of());
    }

    private static CurrentAccount.Second onlyTheo(String name, String password, Set<Role> roles) {
        Account theo = mock(Account.class);
        when(theo.name()).thenReturn("Theo");
        return name.equals("theo") && password.equals("right")
                ? new CurrentAccount.Second(Optional.of(theo), "")
                : new CurrentAccount.Second(Optional.empty(), CurrentAccount.SECOND_SIGNS);
    }

    private static StepForm form(Step step, String... typed) {
        Map<String, String> fields = new HashMap<>();
        for (int i = 0; i < typed.length; i += 2) {
            fields.put(typed[i], typed[i + 1]);
        }
        return new StepForm(
                step,
                ask -> Optional.empty(),
                NO_SUPPLIES,
                NO_LIST,
                fields,
                UnitSystem.METRIC,
                StepFormTest::onlyTheo,
                StepFormTest::anyLot,
                (piece, number) -> Items.Substitution.none(piece));
    }

    @Test
    @DisplayName("Every field has its own trouble: nothing typed, not understood, no choice, a choice that is none")
    void troublesByField() {
        StepForm form = form(step(false, torque("a", true), torque("b", true), seen()), "reading.b", "tight");
        assertThat(form.troubles()).containsOnlyKeys("reading.a", "reading.b", "reading.seen");
        assertThat(form(step(false, seen()), "reading.seen", "damp").troubles())
                .containsEntry("reading.seen", "Choose what you see.");
    }

    @Test
    @DisplayName(
            "What a reading is taken with counts: beyond its reach it is refused, too near a limit it does not pass")
    void takenWith() {
        Capability wrench =
                new Capability(Quantity.of(5, Unit.NEWTON_METRE), Quantity.of(25, Unit.NEWTON_METRE), 0, 0, 0.04);
        assertThat(with(wrench, "30").troubles().get("reading.a")).startsWith("W-04 measures 5 to 25 N·m");
        assertThat(with(wrench, "12.1").open())
                .singleElement()
                .satisfies(a -> assertThat(a.verdict().outcome()).isEqualTo(Outcome.UNSURE));
        assertThat(with(wrench, "13").open()).isEmpty();
    }

    private static StepForm with(Capability tool, String read) {
        return new StepForm(
                step(false, torque("a", false)),
                ask -> Optional.of(new ReadWith("W-04", tool, true)),
                NO_SUPPLIES,
                NO_LIST,
                Map.of("reading.a", read),
                UnitSystem.METRIC,
                StepFormTest::onlyTheo,
                StepFormTest::anyLot,
                (piece, number) -> Items.Substitution.none(piece));
    }

    @Test
    @DisplayName("A reading whose limits nobody knows is kept as it is, and said not to be judged")
    void noLimits() {
        Ask.Measurement plain = torque("a", true);
        Ask.Measurement open =
                new Ask.Measurement(plain.about(), Dimension.TORQUE, Optional.empty(), plain.low(), plain.high(), 0);
        StepForm form = form(step(false, open), "reading.a", "13");
        assertThat(form.troubles()).isEmpty();
        assertThat(form.answers()).singleElement().satisfies(a -> {
            assertThat(a.settled()).isTrue();
            assertThat(a.verdict().finding()).hasToString("13 N·m, no limits known here");
        });
    }

    @Test
    @DisplayName("A torque that would spoil the bolt is not confirmed, whatever was read and whatever the reason")
    void stopped() {
        Ask.Measurement plain = torque("a", false);
        Message stop = Message.of(Ask.STOP, "Stop: nothing is tightened to this.");
        Ask.Measurement stopped = new Ask.Measurement(
                new Ask.About("a", "Torque a", false, stop, Optional.empty(), Optional.empty()),
                Dimension.TORQUE,
                plain.band(),
                plain.low(),
                plain.high(),
                0);
        StepForm form = form(step(false, stopped), "reading.a", "13", "reason.a", "the sheet says so");
        assertThat(form.troubles()).containsEntry("reading.a", "Stop: nothing is tightened to this.");
        assertThat(form.answers()).isEmpty();
    }

    @Test
    @DisplayName("A failed reading without a reason stays open; with one it stands, if it is not critical")
    void reasons() {
        Step plain = step(false, torque("a", false));
        assertThat(form(plain, "reading.a", "20").open())
                .singleElement()
                .satisfies(a -> assertThat(a.verdict().next()).hasToString("Slacken"));
        StepForm stands = form(plain, "reading.a", "20", "reason.a", "old clamp");
        assertThat(stands.open()).isEmpty();
        assertThat(stands.answers().get(0).accepted())
                .hasValueSatisfying(a -> assertThat(a.secondPerson()).isEmpty());
        assertThat(form(step(false, seen()), "reading.seen", "wet").open()).hasSize(1);
        assertThat(form(plain, "reading.a", "13", "reason.a", "needless")
                        .answers()
                        .get(0)
                        .accepted())
                .isEmpty();
    }

    @Test
    @DisplayName("A critical one stands only with a second person's own name and password; a very long reason is cut")
    void secondPerson() {
        Step critical = step(false, torque("a", true));
        assertThat(form(critical, "reading.a", "20", "reason.a", "x", "second.name", "theo", "second.password", "wrong")
                        .troubles())
                .containsKey("second.name");
        StepForm agreed = form(
                critical,
                "reading.a",
                "20",
                "reason.a",
                "x".repeat(2000),
                "second.name",
                "theo",
                "second.password",
                "right");
        assertThat(agreed.troubles()).isEmpty();
        assertThat(agreed.answers().get(0).accepted()).hasValueSatisfying(a -> {
            assertThat(a.secondPerson()).contains("Theo");
            assertThat(a.reason()).hasSize(500);
        });
    }

    @Test
    @DisplayName("Counting in: the kit's lot, a tick for each piece, and a lot of its own for what is not in the kit")
    void countingIn() {
        Supplies.Piece inKit = new Supplies.Piece("plug-seal", "Plug seal", "A1", "EPDM", true);
        Supplies.Piece loose = new Supplies.Piece("bush", "Guide bush", "A2", "composite", true);
        Supplies supplies = new Supplies(
                Optional.of(new TypeSheet.Kit("K1", "Kit", null, List.of("plug-seal"))),
                List.of(inKit),
                List.of(loose));
        StepForm nothing = new StepForm(
                step(true),
                ask -> Optional.empty(),
                supplies,
                NO_LIST,
                Map.of(),
                UnitSystem.METRIC,
                StepFormTest::onlyTheo,
                StepFormTest::anyLot,
                (piece, number) -> Items.Substitution.none(piece));
        assertThat(nothing.troubles()).containsOnlyKeys("lot.kit", "have.plug-seal", "have.bush", "lot.bush");
        StepForm all = new StepForm(
                step(true),
                ask -> Optional.empty(),
                supplies,
                NO_LIST,
                Map.of("lot.kit", " L1 ", "have.plug-seal", "yes", "have.bush", "yes", "lot.bush", "L2"),
                UnitSystem.METRIC,
                StepFormTest::onlyTheo,
                StepFormTest::anyLot,
                (piece, number) -> Items.Substitution.none(piece));
        assertThat(all.troubles()).isEmpty();
        assertThat(all.lots()).extracting(CountedIn::lot).containsExactly("L1", "L2");
    }

    private static Ask spread(How how, boolean band) {
        Spread spread = new Spread(
                how,
                BoltPattern.circle(4, 0.1),
                List.of("bolt 1", "bolt 2", "bolt 3", "bolt 4"),
                1.25e-3,
                Optional.of(new Compression(4.6e-3, 0.17, 0.21, 0.28)),
                Optional.empty(),
                0);
        return new Ask.AtPlaces(
                about("x", "All bolts", true),
                band ? Dimension.TORQUE : Dimension.LENGTH,
                band ? torque("x", true).band() : Optional.empty(),
                Message.words("tighten on."),
                Message.words("slacken."),
                0,
                spread);
    }

    @Test
    @DisplayName("A gap map is complete with a gap at every bolt, refuses one that cannot be, and is judged as a whole")
    void gapMap() {
        Step step = step(false, spread(How.MAP, false));
        assertThat(form(step, "reading.x.1", "3,7", "reading.x.2", "3.7", "reading.x.3", "3.7")
                        .troubles())
                .containsEntry("reading.x", "Bolt 4: not read yet.");
        assertThat(form(step, "reading.x.1", "3,7", "reading.x.2", "5", "reading.x.3", "3.7", "reading.x.4", "3.7")
                        .troubles()
                        .get("reading.x"))
                .contains("free thickness of 4.6 mm");
        StepForm even =
                form(step, "reading.x.1", "3,72", "reading.x.2", "3.72", "reading.x.3", "3.7", "reading.x.4", "3.72");
        assertThat(even.answers()).singleElement().satisfies(a -> {
            assertThat(a.verdict().passed()).isTrue();
            assertThat(a.each()).hasSize(4);
        });
        assertThat(form(
                                step,
                                "reading.x.1",
                                "3.98",
                                "reading.x.2",
                                "3.82",
                                "reading.x.3",
                                "3.66",
                                "reading.x.4",
                                "3.82")
                        .open())
                .singleElement()
                .satisfies(a ->
                        assertThat(a.verdict().next()).asString().startsWith("Turn in this order: bolt 1 tighten 40°"));
    }

    @Test
    @DisplayName("A bolt-up is done with its last turn; the round pass decides, and says which bolt")
    void boltUp() {
        Step step = step(false, spread(How.RUN, true));
        assertThat(form(step, "reading.x", "4.5;4.5;4.5").troubles())
                .containsEntry("reading.x", "3 of 16 turns are done.");
        String stages = "4.5;4.5;4.5;4.5;9.1;9.1;9.1;9.1;13;13;13;13;";
        assertThat(form(step, "reading.x", stages + "13;13;13;13").open()).isEmpty();
        assertThat(form(step, "reading.x", stages + "13;11.5;13;13").open())
                .singleElement()
                .satisfies(a -> assertThat(a.verdict().next()).hasToString("Bolt 2: tighten on."));
    }

    @Test
    @DisplayName("With an offset tool on the wrench, what it shows counts as what the bolt got")
    void offsetTool() {
        Step step = step(false, torque("a", true));
        StepForm form = form(step, "reading.a", "11.2", "wrench.length", "400", "wrench.offset", "2 in");
        assertThat(form.answers().get(0).measured().orElseThrow().si()).isCloseTo(11.2 * 450.8 / 400, within(1e-9));
        assertThat(form(step, "reading.a", "11.2", "wrench.offset", "400").troubles())
                .containsKey("wrench.offset");
        StepForm us = new StepForm(
                step,
                ask -> Optional.empty(),
                NO_SUPPLIES,
                NO_LIST,
                Map.of("reading.a", "115"),
                UnitSystem.US,
                StepFormTest::onlyTheo,
                StepFormTest::anyLot,
                (piece, number) -> Items.Substitution.none(piece));
        assertThat(us.answers().get(0).measured().orElseThrow().si()).isCloseTo(12.993, within(1e-3));
    }

    private static Stores.Fitness anyLot(String item, String lot) {
        return new Stores.Fitness(Optional.empty(), Optional.empty());
    }
}
