package dev.wartung.web.job.findings;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.mock;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.lubrication.Grease;
import dev.wartung.core.lubrication.GreaseShelf.Tin;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.sealing.OldSeal;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.Accounts;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TessaAtWork;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.document.Shot;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.bench.BenchDesk;
import dev.wartung.web.job.bench.BenchRun;
import dev.wartung.web.job.bench.GoodAnswers;
import dev.wartung.web.job.bench.StepFields;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.job.past.PastJobs;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.job.settling.SettlingDesk;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Predicate;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mock.web.MockMultipartFile;

/** What is judged in a job decides how it goes on: greases, findings, old seals. */
@ExtendWith({RunningApplication.class, TessaAtWork.class})
class FindingsDeskTest {

    private static final Tin RIGHT =
            new Tin(new Grease("Lumo 2 silicone grease", "silicone", "ptfe", "H1", Set.of(), 450), "R-1");
    private static final Tin WRONG =
            new Tin(new Grease("Gear grease", "white-mineral", "lithium", "H2", Set.of("silicone-free"), 390), "W-1");

    private final Jobs jobs;
    private final ClosingDesk closing;
    private final BenchDesk service;
    private final FindingsDesk judging;
    private final OldSealsDesk seals;
    private final PlanningDesk planning;
    private final GreaseStore greases;
    private final Valves valves;
    private final Accounts accounts;
    private final SettlingDesk desk;
    private final Looks looks;
    private final PastJobs pastJobs;

    FindingsDeskTest(
            Jobs jobs,
            ClosingDesk closing,
            BenchDesk service,
            FindingsDesk judging,
            OldSealsDesk seals,
            PlanningDesk planning,
            GreaseStore greases,
            Valves valves,
            Accounts accounts,
            SettlingDesk desk,
            Looks looks,
            PastJobs pastJobs) {
        this.jobs = jobs;
        this.closing = closing;
        this.service = service;
        this.judging = judging;
        this.seals = seals;
        this.planning = planning;
        this.greases = greases;
        this.valves = valves;
        this.accounts = accounts;
        this.desk = desk;
        this.looks = looks;
        this.pastJobs = pastJobs;
    }

    @BeforeEach
    void bothTinsAreOnSite() {
        if (greases.onSite().isEmpty()) {
            greases.takeIn(RIGHT);
            greases.takeIn(WRONG);
        }
    }

    private int begun(String tag) {
        Valve valve = valves.findByTagIgnoreCase(tag).orElseThrow();
        Account tessa = accounts.findByUsername("tessa").orElseThrow();
        int number = planning.keep(
                        valve,
                        planning.work(valve, "renew-product-seals", Optional.empty())
                                .orElseThrow(),
                        LocalDate.now(),
                        tessa)
                .number();
        assertThat(service.start(number, UUID.randomUUID()).went()).isTrue();
        return number;
    }

    private JobView view(int number) {
        return jobs.view(number).orElseThrow();
    }

    private Step current(int number) {
        return view(number).progress().current().orElseThrow();
    }

    private Outcome confirm(int number, Map<String, String> besides) {
        Map<String, String> typed = new HashMap<>(GoodAnswers.typed(view(number), current(number)));
        typed.putAll(besides);
        return service.confirm(number, current(number).id(), UUID.randomUUID(), typed);
    }

    private void until(int number, Predicate<Step> there) {
        for (int i = 0; i < 80 && !there.test(current(number)); i++) {
            assertThat(confirm(number, Map.of())).isEqualTo(Outcome.DONE);
        }
        assertThat(current(number)).matches(there);
    }

    private static Predicate<Step> doing(Verb verb, String part) {
        return s -> s.acts().contains(Act.of(verb, part));
    }

    private static Map<String, String> scratch(String size, String direction, String... more) {
        Map<String, String> typed = new HashMap<>(Map.of(
                "part",
                "stem",
                "point",
                "sealing-path",
                "kind",
                "scratch",
                "size",
                size,
                "direction",
                direction,
                "where",
                "edge"));
        for (int i = 0; i < more.length; i += 2) {
            typed.put(more[i], more[i + 1]);
        }
        return typed;
    }

    @Test
    @DisplayName(
            "The tin is chosen and named; one that does harm is refused with the reason, and goes on only with a reason and a second person")
    void grease() {
        int number = begun("TS-004");
        until(number, s -> !s.films().isEmpty());
        String step = current(number).id();
        assertThat(confirm(number, Map.of("grease.lot", "nowhere")).byField().get("grease.lot"))
                .contains("No tin of lot “nowhere”");
        assertThat(confirm(number, Map.of("grease.lot", "w-1")).byField().get("grease.refused"))
                .contains("EPDM is a hydrocarbon rubber")
                .contains("never where food is");
        Map<String, String> alone = Map.of("grease.lot", "W-1", "grease.reason", "nothing else here");
        assertThat(confirm(number, alone).byField()).containsKeys("grease.refused", "second.name");
        Map<String, String> guessed = new HashMap<>(alone);
        guessed.putAll(Map.of("second.name", "theo", "second.password", "guessed at"));
        assertThat(confirm(number, guessed).byField()).containsKeys("second.name");
        assertThat(current(number).id()).isEqualTo(step);
        Map<String, String> agreed = new HashMap<>(alone);
        agreed.putAll(Map.of("second.name", "theo", "second.password", TestSite.PASSWORD));
        assertThat(confirm(number, agreed)).isEqualTo(Outcome.DONE);
        assertThat(lastGreased(number)).isNotEmpty().allSatisfy(g -> {
            assertThat(g.lot()).isEqualTo("W-1");
            assertThat(g.accepted().orElseThrow().secondPerson()).contains("Theo Technician");
        });
        until(number, s -> !s.films().isEmpty());
        assertThat(confirm(number, Map.of())).isEqualTo(Outcome.DONE);
        assertThat(lastGreased(number)).isNotEmpty().allSatisfy(g -> assertThat(g.lot())
                .isEqualTo("R-1"));
    }

    @Test
    @DisplayName(
            "A scratch along it is reworked and holds the part back until it was looked at again; one across it replaces the part, which the job waits for")
    void findings() {
        int number = begun("TS-005");
        until(number, doing(Verb.BIN, "plug-seal"));
        confirm(number, Map.of());
        assertThat(judging.find(number, UUID.randomUUID(), scratch("", ""), Shot.NONE)
                        .byField())
                .containsKey("direction");
        assertThat(judging.find(number, UUID.randomUUID(), scratch("9 m", "ALONG"), Shot.NONE)
                        .byField()
                        .get("size"))
                .contains("Between 0 and");
        UUID id = UUID.randomUUID();
        assertThat(judging.find(number, id, scratch("0.02", "ALONG"), Shot.NONE).went())
                .isTrue();
        judging.find(number, id, scratch("0.02", "ALONG"), Shot.NONE);
        assertThat(view(number).judgement().findings())
                .as("asked twice is once")
                .singleElement()
                .matches(f -> f.decision() == Decision.REWORK);
        until(number, doing(Verb.PUT_BACK, "stem"));
        assertThat(confirm(number, Map.of()).trouble()).contains("Look at it again");

        assertThat(judging.find(number, UUID.randomUUID(), scratch("0.2", "ACROSS"), Shot.NONE)
                        .byField()
                        .get("at-hand"))
                .contains("at hand");
        assertThat(judging.find(number, UUID.randomUUID(), scratch("0.2", "ACROSS", "at-hand", "no"), Shot.NONE)
                        .notice())
                .contains("both are in the count");
        assertThat(view(number).job().waitsFor()).contains("Stem");
        assertThat(view(number).progress().newIn().of())
                .isEqualTo(view(number).progress().oldOut().of());
        until(number, doing(Verb.BIN, "stem"));
        confirm(number, Map.of());
        assertThat(confirm(number, Map.of()).trouble()).contains("waits for a new stem");
        assertThat(view(number).judgement().hindrances())
                .anyMatch(h -> h.toString().contains("is not here yet"));
        assertThat(judging.arrived(number, UUID.randomUUID(), "stem", " ").byField())
                .containsKey("lot.stem");
        assertThat(judging.arrived(number, UUID.randomUUID(), "stem", "ST-77").went())
                .isTrue();
        assertThat(view(number).job().waitsFor()).isEmpty();
        for (int i = 0; i < 60 && view(number).progress().current().isPresent(); i++) {
            assertThat(confirm(number, Map.of())).isEqualTo(Outcome.DONE);
        }
        JobView counted = view(number);
        assertThat(closing.close(
                        number,
                        UUID.randomUUID(),
                        BenchRun.closing(
                                String.valueOf(counted.progress().oldOut().done()),
                                String.valueOf(ClosingDesk.leftOver(counted)),
                                "")))
                .isEqualTo(Outcome.DONE);
        assertThat(view(number).countedIn())
                .anyMatch(c -> c.part().equals("stem") && c.lot().equals("ST-77"));
    }

    /** What was laid on in the last step that was confirmed. */
    private List<Greased> lastGreased(int number) {
        return view(number)
                .of(JobEvent.Confirmed.class)
                .reduce((earlier, later) -> later)
                .orElseThrow()
                .greased();
    }

    @Test
    @DisplayName(
            "A part this job did not take off is reached by more steps; one nothing gets at takes the valve out of service")
    void outOfReach() {
        int number = begun("TS-006");
        until(number, doing(Verb.PUT_BACK, "insert"));
        int before = view(number).progress().procedure().steps().size();
        Map<String, String> worn = Map.of(
                "part", "body", "point", "general", "kind", "damage", "size", "3", "at-hand", "yes", "lot", "B-1");
        assertThat(judging.find(number, UUID.randomUUID(), worn, Shot.NONE).notice())
                .contains("goes out of service");
        assertThat(view(number).progress().procedure().steps()).hasSize(before);
        assertThat(view(number).progress().cannotBeLeft())
                .as("air holds the stem: on until it is off")
                .isPresent();
        while (view(number).progress().cannotBeLeft().isPresent()) {
            assertThat(confirm(number, Map.of())).isEqualTo(Outcome.DONE);
        }
        until(number, s -> s.acts().stream().anyMatch(a -> a.verb() == Verb.PUT_BACK));
        assertThat(confirm(number, Map.of()).trouble()).contains("Stop the job");
        assertThat(closing.stop(number, UUID.randomUUID(), "body damaged", TestSite.PASSWORD)
                        .went())
                .isTrue();
        assertThat(judging.find(number, UUID.randomUUID(), worn, Shot.NONE).trouble())
                .contains("nothing can be added");
    }

    @Test
    @DisplayName("A part found unfit is not put back on the way to a closed valve either, nor by the job after a stop")
    void unfitStaysUnfit() {
        int number = begun("TS-009");
        until(number, doing(Verb.BIN, "plug-seal"));
        confirm(number, Map.of());
        assertThat(judging.find(number, UUID.randomUUID(), scratch("0.2", "ACROSS", "at-hand", "no"), Shot.NONE)
                        .went())
                .isTrue();
        assertThat(service.closeUp(number, UUID.randomUUID()).went()).isTrue();
        assertThat(acts(view(number).progress().procedure().steps()))
                .contains(Act.of(Verb.BIN, "stem"), Act.of(Verb.FIT_NEW, "stem"))
                .doesNotContain(Act.of(Verb.PUT_BACK, "stem"));
        assertThat(closing.stop(number, UUID.randomUUID(), "no stem on site", TestSite.PASSWORD)
                        .went())
                .isTrue();
        assertThat(view(number).job().waitsFor()).isEmpty();
        Valve valve = valves.findByTagIgnoreCase("TS-009").orElseThrow();
        PlanningDesk.Plan next = planning.derive(
                valve, planning.work(valve, "inspect", Optional.empty()).orElseThrow());
        assertThat(acts(next.procedure().steps()))
                .contains(Act.of(Verb.FIT_NEW, "stem"))
                .doesNotContain(Act.of(Verb.PUT_BACK, "stem"));
        assertThat(next.supplies().toCount()).anyMatch(p -> p.part().equals("stem") && p.used());
        assertThat(next.warnings())
                .anyMatch(w -> w.toString().startsWith("Left open by job " + number + ": A new stem"));
    }

    private static List<Act> acts(List<Step> steps) {
        return steps.stream().flatMap(s -> s.acts().stream()).toList();
    }

    @Test
    @DisplayName(
            "A new part found unfit after it was fitted is not passed over: the job takes it out again, or the valve goes out of service")
    void newAndUnfit() {
        int number = begun("TS-012");
        until(number, doing(Verb.BIN, "plug-seal"));
        confirm(number, Map.of());
        assertThat(judging.find(
                                number,
                                UUID.randomUUID(),
                                scratch("0.2", "ACROSS", "at-hand", "yes", "lot", "S-1"),
                                Shot.NONE)
                        .went())
                .isTrue();
        assertThat(judging.find(
                                number,
                                UUID.randomUUID(),
                                scratch("0.3", "ACROSS", "at-hand", "yes", "lot", "S-1"),
                                Shot.NONE)
                        .went())
                .as("said twice")
                .isTrue();
        assertThat(acts(view(number).progress().procedure().steps()).stream()
                        .filter(a -> a.equals(Act.of(Verb.BIN, "stem"))))
                .hasSize(1);
        until(number, doing(Verb.FIT_NEW, "stem"));
        confirm(number, Map.of());
        assertThat(view(number).progress().bench().isNew("stem")).isTrue();
        Outcome outcome = judging.find(
                number, UUID.randomUUID(), scratch("0.4", "ACROSS", "at-hand", "yes", "lot", "S-2"), Shot.NONE);
        assertThat(outcome.notice())
                .as("nothing of what is left takes it out again")
                .contains("goes out of service");
        assertThat(view(number).judgement().stops()).isPresent();
        assertThat(closing.close(number, UUID.randomUUID(), BenchRun.closing("0", "0", ""))
                        .went())
                .isFalse();
    }

    @Test
    @DisplayName("What an old seal looked like adds its checks; the job does not close before they are answered")
    void oldSeals() {
        int number = begun("TS-007");
        assertThat(seals.judge(number, UUID.randomUUID(), "plug-seal", "swollen", "", false)
                        .byField())
                .containsKey("seal");
        until(number, doing(Verb.BIN, "plug-seal"));
        confirm(number, Map.of());
        assertThat(seals.judge(number, UUID.randomUUID(), "plug-seal", "smug", "", false)
                        .byField())
                .containsKey("appearance");
        assertThat(seals.judge(number, UUID.randomUUID(), "plug-seal", "swollen", "like jelly", true)
                        .notice())
                .contains("2 more to check");
        assertThat(view(number).judgement().oldSeals()).singleElement().matches(OldSeal::hasLeaked);
        assertThat(view(number).judgement().hindrances()).hasSize(2).allMatch(h -> h.toString()
                .startsWith("Not answered yet"));
        String check = view(number).judgement().openChecks().get(0).id();
        assertThat(seals.check(number, UUID.randomUUID(), check, "").byField()).containsKey("answer." + check);
        view(number).judgement().openChecks().forEach(c -> assertThat(
                        seals.check(number, UUID.randomUUID(), c.id(), "looked, in order")
                                .went())
                .isTrue());
        assertThat(view(number).judgement().open()).isZero();
    }

    @Test
    @DisplayName(
            "A photo is decoded, scaled and encoded anew; what is no photo, or too large, is refused with the reason")
    void photo() throws Exception {
        BufferedImage image = new BufferedImage(2400, 1200, BufferedImage.TYPE_INT_ARGB);
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(image, "png", png);
        png.write("<script>hidden behind it</script>".getBytes(StandardCharsets.US_ASCII));
        int number = begun("TS-008");
        until(number, doing(Verb.BIN, "plug-seal"));
        confirm(number, Map.of());
        assertThat(judging.find(
                                number,
                                UUID.randomUUID(),
                                scratch("0.02", "ALONG"),
                                shot("GIF89a no photo".getBytes(StandardCharsets.US_ASCII)))
                        .byField()
                        .get("photo"))
                .contains("this is GIF");
        assertThat(judging.find(number, UUID.randomUUID(), scratch("0.02", "ALONG"), shot(new byte[26 * 1024 * 1024]))
                        .byField()
                        .get("photo"))
                .contains("25 MB");
        assertThat(view(number).judgement().findings()).isEmpty();
        assertThat(judging.find(number, UUID.randomUUID(), scratch("0.02", "ALONG"), shot(png.toByteArray()))
                        .went())
                .isTrue();
        byte[] kept = judging.photo(UUID.fromString(
                        view(number).judgement().findings().get(0).photo().orElseThrow()))
                .orElseThrow();
        assertThat(new String(kept, StandardCharsets.ISO_8859_1)).doesNotContain("hidden behind it");
        assertThat(size(kept)).isEqualTo("1600 x 800");
    }

    @Test
    @DisplayName(
            "An answer that is a finding and cannot be kept as one is confirmed all the same, and it is said what to do")
    void findingNotKept(LogBook log, Photos photos, CurrentAccount current, Clock clock) {
        valves.save(TestSite.valve("JD-009", Drive.NC));
        int number = begun("JD-009");
        until(number, step -> step.asks().stream().anyMatch(a -> a.id().equals("bush-play")));
        Step step = current(number);
        LogBook keepsNone = mock(LogBook.class, delegatesTo(log));
        doReturn(Outcome.refused("not now")).when(keepsNone).during(anyInt(), any(), any());
        UUID entry = UUID.randomUUID();
        Map<String, String> typed = GoodAnswers.typed(view(number), step);
        typed.put(StepFields.READING + "bush-play", "play");
        assertThat(service.confirm(number, step.id(), entry, typed).went()).isTrue();
        List<Answer> answers = view(number).progress().confirmed().stream()
                .filter(c -> c.step().id().equals(step.id()))
                .flatMap(c -> c.answers().stream())
                .toList();
        Outcome told = new FindingsDesk(keepsNone, planning, photos, current, clock)
                .ofAnswers(number, entry, step, answers)
                .orElseThrow();
        assertThat(told.went()).isTrue();
        assertThat(told.notice())
                .contains("“play” could not be kept as a finding")
                .contains("Findings (F)");
    }

    private static String size(byte[] jpeg) throws IOException {
        BufferedImage image = ImageIO.read(new ByteArrayInputStream(jpeg));
        return image.getWidth() + " x " + image.getHeight();
    }

    private static Shot shot(byte[] file) {
        return Shot.of(new MockMultipartFile("photo", file));
    }
}
