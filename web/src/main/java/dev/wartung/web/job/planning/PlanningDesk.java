package dev.wartung.web.job.planning;

import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.fault.Cure;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Figures;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Situation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.procedure.Work;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SchoolTable.SpecialTool;
import dev.wartung.web.account.Account;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.site.Site;
import dev.wartung.web.stores.GreaseLine;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Deriving a job for a valve as it stands, to look at and to keep. */
@Service
public class PlanningDesk {

    private static final String MASS = "mass.";

    private final Jobs jobs;
    private final LogBook log;
    private final Sheets sheets;
    private final Site site;
    private final GreaseStore greases;
    private final PlanWarnings warnings;
    private final Clock clock;

    PlanningDesk(
            Jobs jobs, LogBook log, Sheets sheets, Site site, GreaseStore greases, PlanWarnings warnings, Clock clock) {
        this.warnings = warnings;
        this.jobs = jobs;
        this.log = log;
        this.sheets = sheets;
        this.site = site;
        this.greases = greases;
        this.clock = clock;
    }

    /**
     * A job as it would be.
     *
     * @param carried  the steps of a stopped job that left the valve as it stands
     * @param warnings what must be known before it is planned
     * @param toBorrow special tools it needs and the plant does not own
     */
    public record Plan(
            Work work,
            Procedure procedure,
            Supplies supplies,
            List<Step> carried,
            List<Message> warnings,
            List<SpecialTool> toBorrow) {

        /** For instance "Renew one seal: plug seal". */
        public String title(Build build) {
            return work.kind().name()
                    + (work.chosen().isEmpty()
                            ? ""
                            : ": "
                                    + work.chosen().stream()
                                            .flatMap(id -> build.part(id).stream())
                                            .map(p -> Part.inSentence(p.name()))
                                            .collect(Collectors.joining(", ")));
        }
    }

    /**
     * The works offered for a valve. One that changes where it goes without air takes an approved change and is not
     * among them.
     */
    public List<WorkKind> works(Valve valve) {
        return all(valve).filter(w -> !w.becomes().containsKey(DRIVE)).toList();
    }

    /**
     * The work that makes a valve one of another fail position; empty where its actuator cannot be reversed on the
     * bench.
     */
    public Optional<Work> reversal(Valve valve, Drive becomes) {
        return all(valve)
                .filter(w -> becomes.code().equals(w.becomes().get(DRIVE)))
                .findFirst()
                .map(Work::of);
    }

    /** Nothing is worked on what the plant has no use for. */
    private Stream<WorkKind> all(Valve valve) {
        if (!valve.state().inUse()) {
            return Stream.empty();
        }
        Sheets.Pair pair = sheets.of(valve.typeId());
        return pair.anatomy().worksFor(valve.configuration(), pair.type()).stream();
    }

    private static final String DRIVE = "drive";

    /** The parts a planner may choose from for a kind of work; empty where nothing is left to choose. */
    public List<Part> choices(Valve valve, WorkKind kind) {
        Build build = build(valve);
        return kind.renews()
                .choose()
                .map(wanted -> build.parts().stream()
                        .filter(p -> p.kind().equals(wanted))
                        .toList())
                .orElse(List.of());
    }

    public Build build(Valve valve) {
        return sheets.of(valve.typeId())
                .anatomy()
                .build()
                .resolve(valve.configuration().facts());
    }

    /**
     * Finds a work by its name in the anatomy and the part chosen for it; empty if there is none such, or a choice is
     * missing or wrong.
     */
    public Optional<Work> work(Valve valve, String kindId, Optional<String> chosen) {
        return work(valve, List.of(kindId), chosen.stream().toList());
    }

    /**
     * Several works as one job, each by its name, and the parts chosen for those that leave it open; empty if one is
     * not offered, or a choice is missing or wrong.
     */
    public Optional<Work> work(Valve valve, List<String> kindIds, List<String> chosen) {
        List<WorkKind> kinds =
                works(valve).stream().filter(w -> kindIds.contains(w.id())).toList();
        if (kinds.isEmpty() || kinds.size() != Set.copyOf(kindIds).size() || !WorkKind.goTogether(kinds)) {
            return Optional.empty();
        }
        WorkKind kind = WorkKind.together(kinds);
        List<String> choices = choices(valve, kind).stream().map(Part::id).toList();
        if (kind.renews().choose().isEmpty()) {
            return Optional.of(Work.of(kind));
        }
        return chosen.isEmpty() || !choices.containsAll(chosen)
                ? Optional.empty()
                : Optional.of(new Work(kind, chosen));
    }

    /** The computed figures worth knowing before the valve is touched. */
    public Map<String, Message> figures(Valve valve) {
        return figures(sheets.of(valve.typeId()), valve.configuration());
    }

    /** Those of a valve of no tag. */
    public Map<String, Message> figures(Sheets.Pair pair, ValveConfiguration valve) {
        Build build = pair.anatomy().build().resolve(valve.facts());
        Figures all = Figures.of(pair.type(), build, valve);
        Map<String, Message> shown = new LinkedHashMap<>();
        if (valve.drive().sprung()) {
            boolean opens = valve.drive() != Drive.NO;
            shown.put("Spring, " + build.positions().get(0), all.shown("spring.closed"));
            shown.put("Spring, " + build.positions().get(1), all.shown("spring.open"));
            shown.put("Given off over the travel", all.shown("energy.stroke"));
            shown.put(opens ? "Least air to open" : "Least air to close", all.shown(opens ? "air.open" : "air.close"));
        }
        shown.put("Stroke", all.shown("stroke"));
        all.values().keySet().stream()
                .filter(name -> name.startsWith(MASS))
                .forEach(name ->
                        shown.put("Mass, " + name.substring(MASS.length()).replace('-', ' '), all.shown(name)));
        shown.values().removeIf(Message::isEmpty);
        return shown;
    }

    /** What a valve's drive does, in its family's words. */
    public String driveWords(Valve valve) {
        return sheets.driveWords(valve.typeId(), valve.drive());
    }

    /** Derives jobs as work is done at this plant. */
    public Derivation derivation(Sheets.Pair pair) {
        return new Derivation(pair.anatomy(), pair.type(), site.practice());
    }

    /**
     * Derives work on a valve of no tag that nobody has touched.
     *
     * @throws IllegalArgumentException if the family has no such configuration
     */
    public Procedure derive(Sheets.Pair pair, ValveConfiguration configuration, Work work) {
        return derivation(pair).derive(work, configuration);
    }

    /** The greases of a procedure, each with the tin on site that an area without rules of its own takes. */
    public List<GreaseLine> greases(Procedure procedure) {
        return GreaseLine.of(procedure.films(), greases.shelf());
    }

    /** The greases of a procedure, each with the tin chosen for it where the valve is. */
    public List<GreaseLine> greases(Valve valve, Procedure procedure) {
        return GreaseLine.of(procedure.films(), greases.shelf(valve));
    }

    /** Derives the job from where the valve stands now. */
    @Transactional(readOnly = true)
    public Plan derive(Valve valve, Work work) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        boolean inItsLine = !work.kind().newValve();
        List<Step> carried = inItsLine ? leftBehind(valve) : List.of();
        ValveConfiguration now = valve.configuration();
        Situation start = carried.isEmpty()
                ? Situation.untouched(pair.anatomy(), now)
                : Situation.leftBy(pair.anatomy(), now, carried);
        Practice practice = site.practice();
        Optional<JobView> left = inItsLine ? stopped(valve).map(jobs::view) : Optional.empty();
        Procedure derived = withUnfit(
                new Derivation(pair.anatomy(), pair.type(), practice),
                work,
                left.map(JobView::unfit).orElse(List.of()),
                start);
        Procedure procedure = left.map(v -> v.withUnfitParts(derived)).orElse(derived);
        ValveConfiguration then = now.with(work.kind().becomes());
        return new Plan(
                work,
                procedure,
                Supplies.of(pair.type(), pair.anatomy().build().resolve(then.facts()), then, procedure.renews()),
                carried,
                Stream.concat(
                                warnings.of(pair, now, left).stream(),
                                inItsLine ? warnings.harmed(pair, valve, then).stream() : Stream.empty())
                        .toList(),
                practice.table().toBorrow(procedure.tools(), practice.site()));
    }

    /** The smallest job that renews a part of a valve as it stands; empty where nothing on the bench gets at it. */
    @Transactional(readOnly = true)
    public Optional<Cure> cure(Valve valve, String part) {
        return Cure.smallest(
                part, works(valve), build(valve), work -> derive(valve, work).procedure());
    }

    /** Keeps a job because of something that was reported, and the report with it. */
    @Transactional
    public Job keep(Valve valve, Work work, LocalDate dueOn, Account by, String reported) {
        Job job = keep(valve, work, dueOn, by);
        log.enter(
                job,
                List.of(new LogBook.Line(
                        UUID.randomUUID(), Optional.empty(), new JobEvent.Reported(reported), by, clock.instant())));
        return job;
    }

    /** Keeps the job. */
    @Transactional
    public Job keep(Valve valve, Work work, LocalDate dueOn, Account by) {
        return keep(valve, work, dueOn, by, clock.instant());
    }

    /** Keeps a job that was planned at an earlier time. */
    @Transactional
    public Job keep(Valve valve, Work work, LocalDate dueOn, Account by, Instant plannedAt) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        Plan plan = derive(valve, work);
        return log.plan(new LogBook.Planned(
                valve,
                plan.title(build(valve)),
                work.kind().id(),
                work.chosen(),
                dueOn,
                by,
                plannedAt,
                new LogBook.Derived(
                        sheets.keepAnatomy(pair),
                        sheets.keepType(pair),
                        valve.configuration(),
                        plan.procedure(),
                        plan.carried())));
    }

    /**
     * Whether a valve is otherwise than the job was derived for: stopped, closed up, converted or its record corrected
     * since it was planned.
     */
    public boolean isOutdated(Job job) {
        return !job.configuration().equals(job.valve().configuration())
                || !jobs.carried(job).equals(isOfNewValve(job) ? List.of() : leftBehind(job.valve()));
    }

    /**
     * The work, and whatever was found unfit before; where nothing on the bench gets at that, the work alone: that it
     * is open is warned of.
     */
    private static Procedure withUnfit(Derivation derivation, Work work, List<Part> unfit, Situation start) {
        try {
            return derivation.derive(
                    work.alsoRenewing(unfit.stream().map(Part::id).toList()), start);
        } catch (IllegalStateException noWay) {
            return derivation.derive(work, start);
        }
    }

    /** What must be known before a job that was planned is begun: what is said at planning, and what stays live. */
    public List<Message> warnings(JobView view) {
        List<Message> said = warnings.of(view.sheets(), view.configuration(), Optional.empty());
        view.sheets()
                .anatomy()
                .work(view.job().work())
                .map(WorkKind::live)
                .filter(l -> !l.isEmpty())
                .ifPresent(
                        l -> said.add(Message.of("plan.line-stays", "The line stays as it is. {which}", "which", l)));
        return said;
    }

    private List<Step> leftBehind(Valve valve) {
        return stopped(valve).map(j -> jobs.view(j).progress().behind()).orElse(List.of());
    }

    /** The stopped job that left the valve as it stands; empty where it was not left so. */
    private Optional<Job> stopped(Valve valve) {
        if (valve.state() != ValveState.OUT_OF_SERVICE) {
            return Optional.empty();
        }
        return jobs.doneOn(valve).stream()
                .filter(j -> !isOfNewValve(j))
                .findFirst()
                .filter(j -> j.state() == JobState.STOPPED);
    }

    /** What was done on a new valve on the bench says nothing of the one in the line. */
    public boolean isOfNewValve(Job job) {
        return sheets.of(job.valve().typeId())
                .anatomy()
                .work(job.work())
                .filter(WorkKind::newValve)
                .isPresent();
    }
}
