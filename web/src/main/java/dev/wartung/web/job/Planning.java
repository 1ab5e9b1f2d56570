package dev.wartung.web.job;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Figures;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Situation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.procedure.Work;
import dev.wartung.web.account.Account;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.ValveState;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Deriving a job for a valve as it stands, to look at and to keep. */
@Service
public class Planning {

    private final Jobs jobs;
    private final JobFiles files;
    private final Sheets sheets;
    private final Clock clock;

    Planning(Jobs jobs, JobFiles files, Sheets sheets, Clock clock) {
        this.jobs = jobs;
        this.files = files;
        this.sheets = sheets;
        this.clock = clock;
    }

    /** A job as it would be. {@code carried} are the steps of a stopped job that left the valve as it stands. */
    public record Plan(Work work, Procedure procedure, Supplies supplies, List<Step> carried) {

        /** For instance "Renew one seal: plug seal". */
        public String title(Build build) {
            return work.kind().name() + work.chosen().flatMap(build::part).map(p -> ": " + p.name().toLowerCase(Locale.ROOT)).orElse("");
        }
    }

    /** The works offered for a valve. */
    public List<WorkKind> works(Valve valve) {
        return sheets.of(valve.typeId()).anatomy().works();
    }

    /** The parts a planner may choose from for a kind of work; empty where nothing is left to choose. */
    public List<Part> choices(Valve valve, WorkKind kind) {
        Build build = build(valve);
        return kind.renews().choose().map(wanted -> build.parts().stream().filter(p -> p.kind().equals(wanted)).toList()).orElse(List.of());
    }

    public Build build(Valve valve) {
        return sheets.of(valve.typeId()).anatomy().build().resolve(valve.configuration().facts());
    }

    /** Finds a work by its name in the anatomy and the part chosen for it; empty if there is none such, or a choice is missing or wrong. */
    public Optional<Work> work(Valve valve, String kindId, Optional<String> chosen) {
        AnatomySheet anatomy = sheets.of(valve.typeId()).anatomy();
        return anatomy.work(kindId).flatMap(kind -> {
            List<Part> choices = choices(valve, kind);
            if (kind.renews().choose().isEmpty()) {
                return Optional.of(Work.of(kind));
            }
            return chosen.filter(c -> choices.stream().anyMatch(p -> p.id().equals(c))).map(c -> new Work(kind, Optional.of(c)));
        });
    }

    /** The computed figures worth knowing before the valve is touched. */
    public Map<String, String> figures(Valve valve) {
        Map<String, String> all = Figures.of(sheets.of(valve.typeId()).type(), valve.configuration()).values();
        Map<String, String> shown = new LinkedHashMap<>();
        if (valve.drive().rest().isPresent()) {
            shown.put("Spring, stem down", all.getOrDefault("spring.closed", ""));
            shown.put("Spring, stem up", all.getOrDefault("spring.open", ""));
            shown.put("Given off over the stroke", all.getOrDefault("energy.stroke", ""));
            shown.put(valve.drive().rest().get().equals("closed") ? "Least air to open" : "Least air to close",
                    all.getOrDefault(valve.drive().rest().get().equals("closed") ? "air.open" : "air.close", ""));
        }
        shown.put("Stroke", all.getOrDefault("stroke", ""));
        shown.put("Mass of the insert", all.getOrDefault("mass.insert", ""));
        shown.values().removeIf(String::isEmpty);
        return shown;
    }

    /** Derives the job from where the valve stands now. */
    @Transactional(readOnly = true)
    public Plan derive(Valve valve, Work work) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        List<Step> carried = leftBehind(valve);
        Situation start = carried.isEmpty() ? Situation.untouched(valve.drive()) : Situation.leftBy(valve.drive(), carried);
        Procedure procedure = new Derivation(pair.anatomy(), pair.type(), valve.configuration()).derive(work, start);
        return new Plan(work, procedure, Supplies.of(pair.type(), build(valve), valve.configuration(), procedure.renews()), carried);
    }

    /** Keeps the job. */
    @Transactional
    public Job keep(Valve valve, Work work, LocalDate dueOn, Account by) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        Plan plan = derive(valve, work);
        Job.Basis basis = new Job.Basis(sheets.keepAnatomy(pair), sheets.keepType(pair), valve.configuration(),
                files.write(plan.procedure()), files.write(plan.carried()));
        return jobs.save(new Job(jobs.nextNumber(), valve, plan.title(build(valve)), work.kind().id(), work.chosen().orElse(null), dueOn, by,
                clock.instant(), basis));
    }

    /** Whether a valve was left otherwise than the job was derived for: stopped, or closed up, since it was planned. */
    boolean isOutdated(Job job) {
        return !files.write(leftBehind(job.valve())).equals(job.carriedJson());
    }

    private List<Step> leftBehind(Valve valve) {
        if (valve.state() != ValveState.OUT_OF_SERVICE) {
            return List.of();
        }
        return jobs.ofValve(valve.id()).stream().filter(j -> j.state() == JobState.STOPPED || j.state() == JobState.CLOSED)
                .max(Comparator.comparing(j -> j.endedAt().orElseThrow())).filter(j -> j.state() == JobState.STOPPED)
                .map(j -> files.open(j).progress().behind()).orElse(List.of());
    }
}
