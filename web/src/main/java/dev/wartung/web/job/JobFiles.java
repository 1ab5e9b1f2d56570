package dev.wartung.web.job;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.inspection.Finding;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.Judgement;
import dev.wartung.core.progress.Progress;
import dev.wartung.core.sealing.OldSeal;
import dev.wartung.web.job.JobEntry.Kind;
import dev.wartung.web.sheet.Sheets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Reads a job back from what was stored: its procedure, what it carries, and what happened, entry by entry. */
@Component
class JobFiles {

    private final JobEntries entries;
    private final Sheets sheets;
    private final JsonMapper json;

    JobFiles(JobEntries entries, Sheets sheets, JsonMapper json) {
        this.entries = entries;
        this.sheets = sheets;
        this.json = json;
    }

    JobView open(Job job) {
        Sheets.Pair pair = sheets.asKept(job.anatomyDigest(), job.typeDigest());
        ValveConfiguration configuration = job.configuration();
        Procedure procedure = json.readValue(job.procedureJson(), Procedure.class);
        List<String> renews = procedure.renews();
        List<JobEntry> all = entries.findByJobIdOrderBySeq(job.id());
        Map<String, Step> steps = new HashMap<>();
        procedure.steps().forEach(s -> steps.put(s.id(), s));
        List<Confirmation> confirmed = new ArrayList<>();
        List<CountedIn> countedIn = new ArrayList<>();
        Optional<String> second = Optional.empty();
        List<Finding> findings = new ArrayList<>();
        List<OldSeal> oldSeals = new ArrayList<>();
        Map<String, String> checked = new HashMap<>();
        Set<String> atHand = new HashSet<>();
        for (JobEntry entry : inForce(all)) {
            switch (entry.kind()) {
                case CONFIRMED -> {
                    Confirmed body = json.readValue(entry.body(), Confirmed.class);
                    confirmed.add(new Confirmation(steps.get(entry.stepId().orElseThrow()), body.answers()));
                    countedIn.addAll(body.lots());
                    second = body.second().isPresent() ? body.second() : second;
                }
                case CLOSE_UP -> {
                    procedure = json.readValue(entry.body(), NewWay.class).procedure();
                    procedure.steps().forEach(s -> steps.put(s.id(), s));
                }
                case CORRECTED -> {
                    Corrected body = json.readValue(entry.body(), Corrected.class);
                    configuration = body.after();
                    procedure = body.procedure();
                    procedure.steps().forEach(s -> steps.put(s.id(), s));
                    renews = procedure.renews();
                }
                case FINDING -> {
                    Found body = json.readValue(entry.body(), Found.class);
                    findings.add(body.finding());
                    body.atHand().ifPresent(piece -> {
                        countedIn.add(piece);
                        atHand.add(piece.part());
                    });
                    if (body.procedure().isPresent()) {
                        procedure = body.procedure().get();
                        procedure.steps().forEach(s -> steps.put(s.id(), s));
                        renews = Stream.concat(renews.stream(), procedure.renews().stream()).distinct().toList();
                    }
                }
                case ARRIVED -> {
                    CountedIn piece = json.readValue(entry.body(), CountedIn.class);
                    countedIn.add(piece);
                    atHand.add(piece.part());
                }
                case OLD_SEAL -> oldSeals.add(json.readValue(entry.body(), OldSeal.class));
                case CHECKED -> {
                    Answered body = json.readValue(entry.body(), Answered.class);
                    checked.put(body.check(), body.answer());
                }
                default -> { }
            }
        }
        ValveConfiguration becomes = configuration.with(pair.anatomy().work(job.work()).map(WorkKind::becomes).orElse(Map.of()));
        Supplies supplies = Supplies.of(pair.type(), pair.anatomy().build().resolve(becomes.facts()), becomes, renews);
        Progress progress = new Progress(pair.anatomy().build(), configuration, carried(job), procedure, confirmed);
        return new JobView(job, pair, configuration, progress.bench().build(), progress, supplies, all, List.copyOf(countedIn), Map.copyOf(steps), second,
                new Judgement(findings, oldSeals, checked, atHand));
    }

    /** What still holds: a confirmation taken back is as if it had not been, with what was counted in at it and the findings that its answers were. */
    private List<JobEntry> inForce(List<JobEntry> all) {
        Deque<JobEntry> confirmed = new ArrayDeque<>();
        Set<UUID> gone = new HashSet<>();
        for (JobEntry entry : all) {
            if (entry.kind() == Kind.CONFIRMED) {
                confirmed.push(entry);
            } else if (entry.kind() == Kind.TAKEN_BACK) {
                JobEntry last = confirmed.pop();
                gone.add(last.getId());
                gone.addAll(findingsOf(last));
            }
        }
        return all.stream().filter(entry -> !gone.contains(entry.getId())).toList();
    }

    /** Ids under which the findings that answers of the last confirmation were are kept, if any were. */
    List<UUID> findingsOfLast(List<JobEntry> all) {
        return inForce(all).stream().filter(e -> e.kind() == Kind.CONFIRMED).reduce((earlier, later) -> later).map(this::findingsOf).orElse(List.of());
    }

    /** The procedure that is in force once the last confirmation is taken back. */
    Procedure withoutLast(Job job, List<JobEntry> all) {
        List<JobEntry> holds = inForce(all);
        Set<UUID> gone = new HashSet<>(findingsOfLast(all));
        Procedure procedure = json.readValue(job.procedureJson(), Procedure.class);
        for (JobEntry entry : holds) {
            if (!gone.contains(entry.getId())) {
                procedure = changed(entry).orElse(procedure);
            }
        }
        return procedure;
    }

    /** How the job goes on from an entry, where that is otherwise than before. */
    private Optional<Procedure> changed(JobEntry entry) {
        return switch (entry.kind()) {
            case CLOSE_UP -> Optional.of(json.readValue(entry.body(), NewWay.class).procedure());
            case CORRECTED -> Optional.of(json.readValue(entry.body(), Corrected.class).procedure());
            case FINDING -> json.readValue(entry.body(), Found.class).procedure();
            default -> Optional.empty();
        };
    }

    private List<UUID> findingsOf(JobEntry confirmation) {
        return confirmed(confirmation).answers().stream().map(answer -> Found.entryId(confirmation.getId(), answer.ask())).toList();
    }

    List<Step> carried(Job job) {
        return json.readValue(job.carriedJson(), new TypeReference<>() { });
    }

    String write(Object body) {
        return json.writeValueAsString(body);
    }

    /** What an entry says in words: the reason, note or remark it was made with. */
    String words(JobEntry entry) {
        return switch (entry.kind()) {
            case PROBLEM, TAKEN_BACK, TAKEN_OVER, STOPPED, REPORTED -> json.readValue(entry.body(), String.class);
            case FINDING -> {
                Finding finding = json.readValue(entry.body(), Found.class).finding();
                yield finding.inWords() + finding.size().map(q -> ", " + q.shown()).orElse("") + finding.direction().map(d -> ", " + d.words()).orElse("")
                        + (finding.note().isEmpty() ? "" : ", " + finding.note()) + ": " + finding.decision().words() + ". " + finding.reason();
            }
            case ARRIVED -> {
                CountedIn piece = json.readValue(entry.body(), CountedIn.class);
                yield piece.name() + ", lot " + piece.lot();
            }
            case OLD_SEAL -> {
                OldSeal seal = json.readValue(entry.body(), OldSeal.class);
                yield seal.name() + ": " + seal.looked() + (seal.note().isEmpty() ? "" : ", " + seal.note()) + ". Most likely: " + seal.causes().stream().findFirst().orElse("");
            }
            case CHECKED -> {
                Answered body = json.readValue(entry.body(), Answered.class);
                yield body.say() + ": " + body.answer();
            }
            case CORRECTED -> json.readValue(entry.body(), Corrected.class).reason();
            case CLOSED -> json.readValue(entry.body(), Closing.class).remark();
            default -> "";
        };
    }

    Confirmed confirmed(JobEntry entry) {
        return json.readValue(entry.body(), Confirmed.class);
    }
}
