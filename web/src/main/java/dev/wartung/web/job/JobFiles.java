package dev.wartung.web.job;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.procedure.Supplies;
import dev.wartung.core.progress.Confirmation;
import dev.wartung.core.progress.Progress;
import dev.wartung.web.sheet.Sheets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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
        for (JobEntry entry : all) {
            switch (entry.kind()) {
                case CONFIRMED -> {
                    Confirmed body = json.readValue(entry.body(), Confirmed.class);
                    confirmed.add(new Confirmation(steps.get(entry.stepId().orElseThrow()), body.answers()));
                    countedIn.addAll(body.lots());
                    second = body.second().isPresent() ? body.second() : second;
                }
                case TAKEN_BACK -> confirmed.remove(confirmed.size() - 1);
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
                default -> { }
            }
        }
        ValveConfiguration becomes = configuration.with(pair.anatomy().work(job.work()).map(WorkKind::becomes).orElse(Map.of()));
        Supplies supplies = Supplies.of(pair.type(), pair.anatomy().build().resolve(becomes.facts()), becomes, renews);
        Progress progress = new Progress(pair.anatomy().build(), configuration, carried(job), procedure, confirmed);
        return new JobView(job, pair, configuration, progress.bench().build(), progress, supplies, all, List.copyOf(countedIn), Map.copyOf(steps), second);
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
            case PROBLEM, TAKEN_BACK, TAKEN_OVER, STOPPED -> json.readValue(entry.body(), String.class);
            case CORRECTED -> json.readValue(entry.body(), Corrected.class).reason();
            case CLOSED -> json.readValue(entry.body(), Closing.class).remark();
            default -> "";
        };
    }

    Confirmed confirmed(JobEntry entry) {
        return json.readValue(entry.body(), Confirmed.class);
    }
}
