package dev.wartung.core.progress;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.inspection.Finding.Replaced;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Verdict;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.JobEvent.Confirmed;
import dev.wartung.core.progress.JobEvent.TakenBack;
import dev.wartung.core.sealing.Autopsy.Check;
import dev.wartung.core.sealing.OldSeal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

class JobLogTest {

    private static final ValveConfiguration NC = new ValveConfiguration(Drive.NC, Map.of("head", "none"));
    private static final ValveConfiguration NO = new ValveConfiguration(Drive.NO, Map.of("head", "none"));
    private static final int SEEDS = 300;

    private static Step step(String id) {
        return new Step(
                id,
                id,
                Optional.empty(),
                Phase.OPEN,
                Message.words(id),
                Message.NONE,
                Message.NONE,
                "",
                List.of(),
                List.of(),
                1,
                List.of(),
                List.of(),
                List.of(),
                List.of(),
                false,
                false,
                false,
                List.of(),
                List.of());
    }

    private static Procedure procedure(List<String> renews, String... ids) {
        return new Procedure(Stream.of(ids).map(JobLogTest::step).toList(), renews, List.of());
    }

    private static Happened at(String step, JobEvent event) {
        return new Happened(UUID.randomUUID(), Optional.of(step).filter(s -> !s.isEmpty()), event);
    }

    private static CountedIn piece(String part) {
        return CountedIn.alone(part, part, "A-" + part, "EPDM", "L1");
    }

    private static Answer answer(String ask) {
        return Answer.seen(ask, ask, "play", Verdict.within(Message.NONE));
    }

    private static Confirmed confirmed(String second, CountedIn... pieces) {
        return new Confirmed(
                List.of(answer("bush-play")),
                List.of(pieces),
                Optional.of(second),
                List.of(new Greased("plug seal", "Lumo 2", "T1", "H1", Message.NONE, Optional.empty())),
                Map.of(ToolKind.GAUGE, "G-1"),
                List.of());
    }

    private static JobEvent.Found found(String id, Optional<CountedIn> atHand, Optional<Procedure> goesOn) {
        return new JobEvent.Found(
                new Finding(
                        id,
                        "bush",
                        "Guide bush",
                        "general",
                        "General",
                        "play",
                        "Play",
                        "",
                        Optional.empty(),
                        Optional.empty(),
                        "",
                        Optional.empty(),
                        Decision.REPLACE,
                        Message.words("It is worn."),
                        Optional.of(new Replaced("bush", "Guide bush", "B-1", "PTFE"))),
                atHand,
                goesOn);
    }

    private static JobLog log(Happened... happened) {
        return new JobLog(NC, procedure(List.of("plug-seal"), "count", "feel", "open"), List.of(happened));
    }

    @Test
    @DisplayName("What was confirmed, counted in, greased, found, judged and answered adds up, in order")
    void addsUp() {
        OldSeal seal = new OldSeal(
                "plug-seal",
                "Plug seal",
                "A-1",
                "EPDM",
                "swollen",
                "Swollen",
                List.of("oil"),
                List.of(new Check("oil", "Which oil was used?")),
                "",
                "",
                Optional.empty());
        Standing standing = log(
                        at("", new JobEvent.Begun()),
                        at("count", confirmed("Theo", piece("plug-seal"))),
                        at("feel", confirmed("Rita")),
                        at("", found("f1", Optional.empty(), Optional.of(procedure(List.of("bush"), "more-open")))),
                        at("", new JobEvent.Arrived(piece("bush"))),
                        at("", new JobEvent.OldSealJudged(seal)),
                        at("", new JobEvent.Checked("oil", "Which oil was used?", "none")))
                .standing();
        assertThat(standing.confirmed()).extracting(c -> c.step().id()).containsExactly("count", "feel");
        assertThat(standing.countedIn()).extracting(CountedIn::part).containsExactly("plug-seal", "bush");
        assertThat(standing.greased()).hasSize(2);
        assertThat(standing.second()).contains("Rita");
        assertThat(standing.procedure().steps()).extracting(Step::id).containsExactly("more-open");
        assertThat(standing.renews()).containsExactly("plug-seal", "bush");
        assertThat(standing.steps()).containsOnlyKeys("count", "feel", "open", "more-open");
        assertThat(standing.judgement().waiting()).isEmpty();
        assertThat(standing.judgement().openChecks()).isEmpty();
        assertThat(standing.configuration()).isEqualTo(NC);
    }

    @Test
    @DisplayName(
            "A corrected record counts from the beginning, with other parts to renew; the way back renews what the job did")
    void otherProcedures() {
        JobEvent corrected =
                new JobEvent.Corrected(NC, NO, procedure(List.of("stem-seal"), "count", "loosen"), "the plate says so");
        JobEvent up = new JobEvent.ClosingUp(procedure(List.of(), "way-1"));
        Standing standing = log(
                        at("count", confirmed("Theo")), at("", corrected), at("loosen", confirmed("Theo")), at("", up))
                .standing();
        assertThat(standing.configuration()).isEqualTo(NO);
        assertThat(standing.procedure().steps()).extracting(Step::id).containsExactly("way-1");
        assertThat(standing.renews()).containsExactly("stem-seal");
        assertThat(standing.confirmed()).hasSize(2);
    }

    @Test
    @DisplayName("A kit counted in, taken back and counted again is there once")
    void countedTwice() {
        Standing standing = log(
                        at("count", confirmed("Theo", piece("plug-seal"))),
                        at("count", new TakenBack("another bag")),
                        at("count", confirmed("Theo", piece("plug-seal"))))
                .standing();
        assertThat(standing.countedIn()).hasSize(1);
        assertThat(standing.greased()).hasSize(1);
        assertThat(log(at("", new TakenBack("nothing to take back"))).standing())
                .isEqualTo(log().standing());
    }

    @Test
    @DisplayName("A confirmation that was taken back is as if it had not been, whatever happened before and after it")
    void takenBack() {
        for (int seed = 0; seed < SEEDS; seed++) {
            Random random = new Random(seed);
            List<Happened> before = some(random);
            List<Happened> after = some(random).stream()
                    .filter(h -> !(h.event() instanceof TakenBack))
                    .toList();
            Happened confirmation = at("feel", confirmed("Nobody", piece("bush")));
            Happened finding = new Happened(
                    Happened.findingOf(confirmation.id(), "bush-play"),
                    Optional.empty(),
                    found("gone", Optional.of(piece("bush")), Optional.of(procedure(List.of("bush"), "never"))));
            List<Happened> never =
                    Stream.concat(before.stream(), after.stream()).toList();
            List<Happened> undone = Stream.of(
                            before.stream(),
                            Stream.of(confirmation, finding, at("feel", new TakenBack("not so"))),
                            after.stream())
                    .flatMap(s -> s)
                    .toList();
            assertThat(log(undone.toArray(Happened[]::new)).standing())
                    .as("seed %d", seed)
                    .isEqualTo(log(never.toArray(Happened[]::new)).standing());
            JobLog last = log(Stream.of(before.stream(), Stream.of(confirmation, finding))
                    .flatMap(s -> s)
                    .toArray(Happened[]::new));
            assertThat(last.withoutLast().standing())
                    .as("seed %d", seed)
                    .isEqualTo(log(before.toArray(Happened[]::new)).standing());
            assertThat(last.findingsOfLast()).containsExactly(finding.id());
        }
    }

    private static Confirmed locking(Locked... locks) {
        return new Confirmed(List.of(), List.of(), Optional.empty(), List.of(), Map.of(), List.of(locks));
    }

    private static Locked lock(String at) {
        return new Locked(at, "shut", Locked.Done.ON);
    }

    @Test
    @DisplayName("What is locked is what was put on and neither taken off nor left, in the order it was put on last")
    void locks() {
        Happened both = at("feel", locking(lock("V-1"), lock("V-2"), lock("V-3")));
        Happened off = at("open", locking(lock("V-1").takenOff(), lock("V-3").notPut("behind the wall")));
        Happened again = at("open", locking(lock("V-2"), lock("V-4")));
        assertThat(log().locksOn()).isEmpty();
        assertThat(log(both).locksOn()).containsExactly(lock("V-1"), lock("V-2"), lock("V-3"));
        assertThat(log(both, off).locksOn()).containsExactly(lock("V-2"));
        assertThat(log(both, again).locksOn()).containsExactly(lock("V-1"), lock("V-3"), lock("V-2"), lock("V-4"));
        assertThat(log(both, off, at("open", new TakenBack("too early"))).locksOn())
                .containsExactly(lock("V-1"), lock("V-2"), lock("V-3"));
        assertThat(lock("V-3").notPut("behind the wall"))
                .isEqualTo(new Locked("V-3", "behind the wall", Locked.Done.NOT_PUT));
    }

    private static List<Happened> some(Random random) {
        List<Happened> happened = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            happened.add(
                    switch (random.nextInt(9)) {
                        case 0 -> at("count", confirmed("Theo", piece("plug-seal")));
                        case 1 -> at("open", confirmed("Rita"));
                        case 2 -> at("open", new TakenBack("once more"));
                        case 3 -> at(
                                "",
                                found(
                                        "f" + i,
                                        Optional.empty(),
                                        random.nextBoolean()
                                                ? Optional.empty()
                                                : Optional.of(procedure(
                                                        List.of("bush"), "count", "feel", "open", "more-" + i))));
                        case 4 -> at("open", new JobEvent.ReadingFailed(confirmed("Nobody", piece("stem"))));
                        case 5 -> at("open", new JobEvent.Noted("it drips"));
                        case 6 -> at("", new JobEvent.TakenOver("shift"));
                        case 7 -> at("", new JobEvent.Arrived(piece("bush")));
                        default -> at("", new JobEvent.Checked("oil", "Which?", "none"));
                    });
        }
        return happened;
    }

    @Test
    @DisplayName(
            "Beginning, reporting, cancelling, stopping and closing change nothing of where the work stands; a step the job never had is refused")
    void rest() {
        JobEvent closed = new JobEvent.Closed(
                4,
                0,
                "",
                JobEvent.Closed.Left.SCRAPPED,
                List.of(new Signature("tessa", "Tessa", Signature.DONE, Instant.EPOCH)));
        Standing standing = log(
                        at("", new JobEvent.Reported("drips")),
                        at("", new JobEvent.Begun()),
                        at("", new JobEvent.Cancelled()),
                        at("", new JobEvent.Stopped("late", List.of())),
                        at("", closed))
                .standing();
        assertThat(standing).isEqualTo(log().standing());
        assertThatThrownBy(() -> log(at("never", confirmed("Theo"))).standing())
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("never");
        assertThatThrownBy(() -> log(at("", confirmed("Theo"))).standing()).isInstanceOf(IllegalStateException.class);
    }
}
