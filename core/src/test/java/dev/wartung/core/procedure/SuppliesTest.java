package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.AllJobs.Job;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What has to be in hand, and why another kit is not for the job; on a Kolm 50. */
class SuppliesTest {

    private final Job job = AllJobs.kolm50("NC", "renew-product-seals");

    private static Supplies supplies(Job job) {
        return Supplies.of(
                job.type(), job.build(), job.configuration(), job.procedure().renews());
    }

    private static String refused(Job job, String number) {
        return supplies(job)
                .refusal(job.type(), job.build(), number)
                .map(Message::toString)
                .orElse("");
    }

    @Test
    @DisplayName(
            "The kit that covers most of the work is taken; where nothing fits there is none and everything is fetched")
    void supplies() {
        Supplies all = supplies(job);
        assertThat(all.kit().map(k -> k.id())).contains("K50-PE");
        assertThat(all.notInKit()).isEmpty();
        assertThat(all.toCount()).hasSize(4).allMatch(Supplies.Piece::used).allSatisfy(p -> assertThat(p.article())
                .isNotBlank());
        Supplies bushOnly = Supplies.of(job.type(), job.build(), job.configuration(), List.of("bush"));
        assertThat(bushOnly.kit()).isEqualTo(Optional.empty());
        assertThat(bushOnly.toCount()).extracting(Supplies.Piece::article).containsExactly("K50-50C");
    }

    @Test
    @DisplayName(
            "A kit piece the job does not use is left over; what a valve has not got is not counted out of its kit")
    void leftOver() {
        Supplies one = Supplies.of(job.type(), job.build(), job.configuration(), List.of("body-seal", "bush"));
        assertThat(one.inKit())
                .as("a lock pin is in its kit, and not on this valve")
                .extracting(p -> p.part() + " " + p.used())
                .containsExactly("plug-seal false", "stem-seal false", "stem-o-ring false", "body-seal true");
        assertThat(one.notInKit()).extracting(p -> p.part() + " " + p.used()).containsExactly("bush true");
        assertThat(one.toCount()).hasSize(5);
    }

    @Test
    @DisplayName("Asked for by material and number; one without a number is said to have none")
    void ordered() {
        assertThat(supplies(job).inKit().get(0).ordered()).isEqualTo("EPDM, K50-10E");
        Supplies.Piece unknown = Supplies.of(job.type(), job.build(), job.configuration(), List.of("insert"))
                .toCount()
                .get(0);
        assertThat(unknown.ordered()).isEqualTo("no part number in the type sheet");
        assertThat(List.of(unknown.article(), unknown.material())).containsExactly("", "");
    }

    @Test
    @DisplayName(
            "The kit of the job is taken however its number is written; of another it is said what is wrong with it")
    void refused() {
        assertThat(List.of(refused(job, "K50-PE"), refused(job, " k50-pe "), refused(job, " ")))
                .containsOnly("");
        assertThat(refused(job, "K65-PE"))
                .isEqualTo("No kit of this type has the number “K65-PE”. This job takes K50-PE.");
        assertThat(refused(job, "k50-ph"))
                .isEqualTo("K50-PH (product seal kit) is not for this job: in it are other parts: plug seal K50-10H"
                        + " (HNBR), stem lip seal K50-20H (PTFE/HNBR), stem O-ring K50-21H (HNBR), body seal K50-30H"
                        + " (HNBR). Put it back and take K50-PE.");
        assertThat(refused(job, "K50-TE"))
                .as("for a plug with a ring that snaps on")
                .contains("in it are other parts: plug seal K50-11T (PTFE). Put it back");
        assertThat(refused(job, "K50-APE"))
                .isEqualTo(
                        "K50-APE (aseptic product seal kit) is not for this job: it lacks the stem lip seal, the stem"
                                + " O-ring. Put it back and take K50-PE.");
        Job bonded = AllJobs.kolm50("NC", "renew-product-seals", "plug", "bonded");
        assertThat(refused(bonded, "K50-PE"))
                .as("all it takes is in it, and a seal of a plug that this valve has not")
                .startsWith("K50-PE (product seal kit) is not for this job: it is packed for another build.");
        Supplies none = Supplies.of(job.type(), job.build(), job.configuration(), List.of("bush"));
        assertThat(none.refusal(job.type(), job.build(), "K50-PE"))
                .as("the job takes no kit")
                .isEmpty();
    }

    @Test
    @DisplayName("Held against what this valve takes, whatever else its kit is packed for, too")
    void kitOfSeveral() {
        String text = SheetLibrary.typeText("kolm-50")
                .replace(
                        "K50-PE, name: Product seal kit, when: {plug: profiled",
                        "K50-PE, name: Product seal kit, when: {plug: [profiled, snap-on]");
        TypeSheet type = ((SheetResult.Accepted<TypeSheet>) new SheetReader().readAsItIs("mine.yaml", text)).sheet();
        Job snapOn = AllJobs.kolm50("NC", "renew-product-seals", "plug", "snap-on");
        Supplies both = Supplies.of(
                type, snapOn.build(), snapOn.configuration(), snapOn.procedure().renews());
        assertThat(both.kit().map(k -> k.id())).contains("K50-PE");
        assertThat(both.refusal(type, snapOn.build(), "K50-TE"))
                .as("its plug seal is the one of this plug")
                .hasValueSatisfying(said -> assertThat(said).asString().doesNotContain("other parts"));
    }
}
