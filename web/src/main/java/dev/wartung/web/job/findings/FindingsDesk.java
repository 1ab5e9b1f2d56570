package dev.wartung.web.job.findings;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Reading.Finds;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.inspection.Finding.Replaced;
import dev.wartung.core.inspection.Inspection.Decision;
import dev.wartung.core.inspection.Inspection.Point;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Situation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Happened;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.PhotoFile;
import dev.wartung.web.document.Shot;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.planning.PlanningDesk;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Judging what is found in a job, on the cloth and on the valve, and what follows from it. */
@Service
public class FindingsDesk {

    private final LogBook log;
    private final PlanningDesk planning;
    private final Photos photos;
    private final CurrentAccount current;
    private final Clock clock;

    FindingsDesk(LogBook log, PlanningDesk planning, Photos photos, CurrentAccount current, Clock clock) {
        this.log = log;
        this.planning = planning;
        this.photos = photos;
        this.current = current;
        this.clock = clock;
    }

    /**
     * Keeps and judges what was found by answering at a step that was confirmed just now.
     *
     * @param entryId of the confirmation
     * @param answers given at the step
     * @return what came of it; empty where no answer was a finding
     */
    @Transactional
    public Optional<Outcome> ofAnswers(int number, UUID entryId, Step step, List<Answer> answers) {
        for (Answer answer : answers) {
            Optional<Finds> found = step.asks().stream()
                    .filter(a -> a.id().equals(answer.ask()))
                    .filter(Observation.class::isInstance)
                    .map(Observation.class::cast)
                    .flatMap(a -> answer.seen().map(a.finds()::get).stream())
                    .findFirst();
            if (found.isPresent()) {
                Outcome judged = find(
                        number,
                        Happened.findingOf(entryId, answer.ask()),
                        Map.of(
                                "part",
                                found.get().part(),
                                "point",
                                found.get().point(),
                                "kind",
                                found.get().kind(),
                                "at-hand",
                                "no"),
                        Shot.NONE);
                return Optional.of(
                        judged.went()
                                ? judged
                                : Outcome.done(
                                        "Confirmed, but “" + answer.seen().orElse("")
                                                + "” could not be kept as a finding: note it under Findings (F)."));
            }
        }
        return Optional.empty();
    }

    /**
     * Keeps a finding and lets the job go on by what is decided of it.
     *
     * @param photo what was chosen, read already
     */
    @Transactional
    public Outcome find(int number, UUID entryId, Map<String, String> typed, Shot photo) {
        return log.during(number, entryId, view -> {
            FindingForm form = new FindingForm(view, typed, current.get().units());
            Map<String, String> troubles = new HashMap<>();
            Optional<PhotoFile> file = photo.photo();
            photo.trouble().ifPresent(why -> troubles.put("photo", why));
            Optional<Finding> read = form.read(
                    entryId.toString(), file.map(f -> UUID.randomUUID().toString()));
            troubles.putAll(form.troubles());
            if (!troubles.isEmpty() || read.isEmpty()) {
                return Outcome.refused(troubles);
            }
            Next next = next(view, read.get());
            Optional<CountedIn> atHand =
                    form.atHand().filter(a -> next.finding().replaces().isPresent());
            file.ifPresent(f -> photos.save(new Photo(
                    UUID.fromString(read.get().photo().orElseThrow()),
                    view.job().id(),
                    f,
                    current.get(),
                    clock.instant())));
            log.add(
                    view.job(),
                    entryId,
                    view.progress().current().map(s -> s.id()),
                    new JobEvent.Found(next.finding(), atHand, next.procedure()));
            if (next.finding().replaces().isPresent() && atHand.isEmpty()) {
                next.finding()
                        .replaces()
                        .ifPresent(r ->
                                log.waitsFor(view.job(), r.name() + (r.article().isEmpty() ? "" : " " + r.article())));
            }
            return Outcome.done(next.notice());
        });
    }

    /** A photo as it was kept; empty if there is none. */
    @Transactional(readOnly = true)
    public Optional<byte[]> photo(UUID id) {
        return photos.findById(id).map(Photo::jpeg);
    }

    /** How the job goes on after a finding. */
    private record Next(Finding finding, Optional<Procedure> procedure, String notice) {}

    private Next next(JobView view, Finding finding) {
        return switch (finding.decision()) {
            case FIT -> new Next(finding, Optional.empty(), "Kept: fit to use.");
            case REWORK -> new Next(
                    finding,
                    Optional.empty(),
                    "Kept. Rework it, then look at it again here; it does not go back before.");
            case STOP -> new Next(finding, Optional.empty(), "Kept. This valve goes out of service: stop the job.");
            case REPLACE -> replaced(view, finding, finding.replaces().orElseThrow());
        };
    }

    private Next replaced(JobView view, Finding finding, Replaced replaced) {
        String name = Part.inSentence(replaced.name());
        Part part = view.build().part(replaced.part()).orElseThrow();
        Optional<Procedure> goesOn = view.replacing(view.progress().procedure(), part);
        if (goesOn.isPresent()) {
            return new Next(
                    finding,
                    goesOn,
                    "Kept. The old " + name + " goes to the bin and a new one in; both are in the count.");
        }
        Optional<Procedure> derived = reaching(view, part).filter(p -> p.steps().stream()
                .anyMatch(step -> step.acts().contains(Act.of(Verb.FIT_NEW, part.id()))));
        if (derived.isPresent()) {
            return new Next(
                    finding,
                    derived,
                    "Kept. This job did not take the " + name + " off; it is derived anew from here and now does."
                            + alsoNeeded(view, derived.get(), part));
        }
        Finding stop = new Finding(
                finding.id(),
                finding.part(),
                finding.partName(),
                finding.point(),
                finding.pointName(),
                finding.kind(),
                finding.kindName(),
                finding.where(),
                finding.sizeM(),
                finding.direction(),
                finding.note(),
                finding.photo(),
                Decision.STOP,
                Message.of(
                        "finding.unreachable",
                        "{reason} Nothing on the bench gets at the {part}.",
                        "reason",
                        finding.reason(),
                        "part",
                        name),
                Optional.empty());
        return new Next(
                stop,
                Optional.empty(),
                "Kept. The " + name
                        + " cannot be replaced on the bench: this valve goes out of service. Stop the job.");
    }

    /** Parts that the way to it spends besides and nobody has counted in. */
    private static String alsoNeeded(JobView view, Procedure derived, Part part) {
        List<String> missing = derived.renews().stream()
                .filter(p -> !p.equals(part.id())
                        && view.countedIn().stream().noneMatch(c -> c.part().equals(p)))
                .flatMap(p -> view.build().part(p).stream())
                .map(p -> Part.inSentence(p.name()))
                .toList();
        return missing.isEmpty()
                ? ""
                : " Fetch these too, they were not counted in: " + String.join(", ", missing) + ".";
    }

    /** The job from here, with one more part to get at; empty where the sheet knows no way. */
    private Optional<Procedure> reaching(JobView view, Part part) {
        Optional<WorkKind> planned = view.sheets().anatomy().work(view.job().work());
        if (planned.isEmpty() || planned.get().converts()) {
            return Optional.empty();
        }
        Situation here = Situation.within(
                view.sheets().anatomy(), view.configuration(), view.progress().behind());
        try {
            Procedure derived = planning.derivation(view.sheets())
                    .derive(new Work(planned.get(), view.job().chosenParts()).alsoRenewing(List.of(part.id())), here);
            return Optional.of(view.withUnfitParts(derived.renamed("more" + (view.seq() + 1) + "-")));
        } catch (IllegalStateException | IllegalArgumentException noWay) {
            return Optional.empty();
        }
    }

    /** Takes in a part the job waited for. */
    @Transactional
    public Outcome arrived(int number, UUID entryId, String part, String lot) {
        return log.during(number, entryId, view -> {
            Optional<Replaced> waited = view.judgement().waiting().stream()
                    .flatMap(f -> f.replaces().stream())
                    .filter(r -> r.part().equals(part))
                    .findFirst();
            if (waited.isEmpty()) {
                return Outcome.done("It is here already.");
            }
            if (lot.isBlank() || lot.strip().length() > 60) {
                return Outcome.refused(Map.of("lot." + part, "Type or scan its lot."));
            }
            Replaced r = waited.get();
            log.add(
                    view.job(),
                    entryId,
                    Optional.empty(),
                    new JobEvent.Arrived(CountedIn.alone(r.part(), r.name(), r.article(), r.material(), lot.strip())));
            log.waitsFor(
                    view.job(),
                    view.judgement().waiting().stream()
                            .flatMap(f -> f.replaces().stream())
                            .filter(other -> !other.part().equals(part))
                            .map(Replaced::name)
                            .findFirst()
                            .orElse(""));
            return Outcome.done("Counted in. The job goes on.");
        });
    }

    /** A part that can be looked at, with the points that matter on it. */
    public record LookAt(Part part, List<Point> points) {}

    /** What can be looked at where a job stands. */
    public static List<LookAt> looks(JobView view) {
        return new FindingForm(view, Map.of(), UnitSystem.METRIC)
                .exposed().stream().map(e -> new LookAt(e.part(), e.points())).toList();
    }

    /** How many parts there are to look at now. */
    public static int lookable(JobView view, UnitSystem units) {
        return new FindingForm(view, Map.of(), units).exposed().size();
    }

    /**
     * Reads a finding of an earlier time.
     *
     * @param typed as it would be typed in metric units
     * @param id    of the finding
     * @throws IllegalStateException if it is not whole
     */
    public JobEvent.Found read(JobView view, Map<String, String> typed, String id) {
        FindingForm form = new FindingForm(view, typed, UnitSystem.METRIC);
        Finding finding = form.read(id, Optional.empty())
                .orElseThrow(() -> new IllegalStateException(form.troubles().toString()));
        Optional<Procedure> goesOn = finding.replaces()
                .flatMap(r -> view.build().part(r.part()))
                .flatMap(part -> view.replacing(view.progress().procedure(), part));
        return new JobEvent.Found(finding, form.atHand(), goesOn);
    }
}
