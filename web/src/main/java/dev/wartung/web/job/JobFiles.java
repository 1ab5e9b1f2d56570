package dev.wartung.web.job;

import dev.wartung.core.anatomy.Build;
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
        Build build = pair.anatomy().build().resolve(job.configuration().facts());
        Procedure procedure = json.readValue(job.procedureJson(), Procedure.class);
        List<JobEntry> all = entries.findByJobIdOrderBySeq(job.id());
        Map<String, Step> steps = new HashMap<>();
        procedure.steps().forEach(s -> steps.put(s.id(), s));
        List<Confirmation> confirmed = new ArrayList<>();
        List<CountedIn> countedIn = new ArrayList<>();
        Supplies supplies = Supplies.of(pair.type(), build, job.configuration(), procedure.renews());
        for (JobEntry entry : all) {
            switch (entry.kind()) {
                case CONFIRMED -> {
                    Confirmed body = json.readValue(entry.body(), Confirmed.class);
                    confirmed.add(new Confirmation(steps.get(entry.stepId().orElseThrow()), body.answers()));
                    countedIn.addAll(body.lots());
                }
                case TAKEN_BACK -> confirmed.remove(confirmed.size() - 1);
                case CLOSE_UP -> {
                    procedure = json.readValue(entry.body(), NewWay.class).procedure();
                    procedure.steps().forEach(s -> steps.put(s.id(), s));
                }
                default -> { }
            }
        }
        Progress progress = new Progress(build, job.configuration().drive(), carried(job), procedure, confirmed);
        return new JobView(job, pair, build, progress, supplies, all, List.copyOf(countedIn), Map.copyOf(steps));
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
            case CLOSED -> json.readValue(entry.body(), Closing.class).remark();
            default -> "";
        };
    }

    Confirmed confirmed(JobEntry entry) {
        return json.readValue(entry.body(), Confirmed.class);
    }
}
