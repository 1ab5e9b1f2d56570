package dev.wartung.web.job.findings;

import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.message.Message;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.sealing.Autopsy;
import dev.wartung.core.sealing.Autopsy.Appearance;
import dev.wartung.core.sealing.Autopsy.Check;
import dev.wartung.core.sealing.OldSeal;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.web.account.Account;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.LogBook;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Judging old seals in the bin: what each looked like, what that tells, and what has to be checked because of it. */
@Service
public class OldSealsDesk {

    private final Jobs jobs;
    private final LogBook log;
    private final OldSeals oldSeals;
    private final CurrentAccount current;
    private final Clock clock;

    OldSealsDesk(Jobs jobs, LogBook log, OldSeals oldSeals, CurrentAccount current, Clock clock) {
        this.jobs = jobs;
        this.log = log;
        this.oldSeals = oldSeals;
        this.current = current;
        this.clock = clock;
    }

    /** How old seals of a valve looked, the latest first. */
    @Transactional(readOnly = true)
    public List<OldSealRecord> of(Valve valve) {
        return oldSeals.findByValveIdOrderByAtDesc(valve.id());
    }

    /** Keeps how an old seal looked that was judged at an earlier time. */
    @Transactional
    public void enter(UUID id, Job job, OldSeal judged, Account by, Instant at) {
        oldSeals.save(new OldSealRecord(id, job, judged, by, at));
    }

    /**
     * The grease on record for a part of the valve, from the last job that laid a film on it; empty where none is
     * known.
     */
    @Transactional(readOnly = true)
    public Message lastGrease(JobView view, String partName) {
        return jobs.ended(view.job().valve())
                .filter(v -> v.job().number() != view.job().number())
                .flatMap(v -> v.of(JobEvent.Confirmed.class)
                        .flatMap(e -> e.greased().stream())
                        .filter(g -> g.part().equals(partName))
                        .map(g -> Message.of(
                                "old-seal.greased",
                                (g.lot().isEmpty() ? "{grease}, in job {job}." : "{grease}, lot {lot}, in job {job}.")
                                        + (g.against().isEmpty() ? "" : " {against}"),
                                "grease",
                                g.grease(),
                                "lot",
                                g.lot(),
                                "job",
                                v.job().number(),
                                "against",
                                g.against())))
                .findFirst()
                .orElse(Message.NONE);
    }

    /** Old seals this job took out that nobody has judged yet, and those it has. */
    static List<Part> inTheBin(JobView view) {
        return view.build().parts().stream()
                .filter(p -> view.progress().confirmed().stream()
                        .map(Confirmation::step)
                        .flatMap(s -> s.acts().stream())
                        .anyMatch(a -> a.verb() == Verb.BIN && a.object().equals(p.id())))
                .filter(p -> p.kind().endsWith("seal"))
                .toList();
    }

    /** Keeps how an old seal looked; what it tells adds its checks to this job. */
    @Transactional
    public Outcome judge(int number, UUID entryId, String part, String appearance, String note, boolean leaked) {
        return log.during(number, entryId, view -> {
            Optional<Part> seal =
                    inTheBin(view).stream().filter(p -> p.id().equals(part)).findFirst();
            Optional<Appearance> seen = Knowledge.oldSeals().appearance(appearance);
            Map<String, String> troubles = new HashMap<>();
            if (seal.isEmpty()) {
                troubles.put("seal", "Choose a seal that is in the bin.");
            }
            if (seen.isEmpty()) {
                troubles.put("appearance", "Choose the picture that is most like it.");
            }
            if (note.length() > 500) {
                troubles.put("seal-note", "Keep it under 500 letters.");
            }
            if (!troubles.isEmpty() || seal.isEmpty() || seen.isEmpty()) {
                return Outcome.refused(troubles);
            }
            Optional<Article> article =
                    view.sheets().type().article(part, view.configuration().facts());
            OldSeal judged = OldSeal.of(
                    part,
                    seal.get().name(),
                    article.map(Article::number).orElse(""),
                    article.map(Article::material).orElse(""),
                    seen.get(),
                    note.strip(),
                    leaked);
            log.add(view.job(), entryId, Optional.empty(), new JobEvent.OldSealJudged(judged));
            oldSeals.save(new OldSealRecord(entryId, view.job(), judged, current.get(), clock.instant()));
            long times = oldSeals.findByValveIdOrderByAtDesc(view.job().valve().id()).stream()
                    .filter(o -> o.part().equals(part) && o.appearance().equals(appearance))
                    .count();
            return Outcome.done("Kept. "
                    + (judged.checks().isEmpty()
                            ? "Nothing more to check."
                            : judged.checks().size() + " more to check in this job.")
                    + (times > 1 ? " " + Autopsy.pattern(seen.get(), times) : ""));
        });
    }

    /** Answers a check that an old seal added. */
    @Transactional
    public Outcome check(int number, UUID entryId, String check, String answer) {
        return log.during(number, entryId, view -> {
            Optional<Check> open = view.judgement().openChecks().stream()
                    .filter(c -> c.id().equals(check))
                    .findFirst();
            if (open.isEmpty()) {
                return Outcome.done("It is answered already.");
            }
            if (answer.isBlank() || answer.strip().length() > 300) {
                return Outcome.refused(Map.of("answer." + check, "Say in a few words what you found."));
            }
            log.add(
                    view.job(),
                    entryId,
                    Optional.empty(),
                    new JobEvent.Checked(check, open.get().say(), answer.strip()));
            return Outcome.done("Kept.");
        });
    }
}
