package dev.wartung.web.practice;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.anatomy.WorkKind;
import dev.wartung.core.practice.Attempt;
import dev.wartung.core.practice.Debrief;
import dev.wartung.core.practice.Exercise;
import dev.wartung.core.practice.Made;
import dev.wartung.core.practice.Trap;
import dev.wartung.core.procedure.Derivation;
import dev.wartung.core.procedure.Work;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.site.Site;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Exercises begun, gone on with, ended; and how everybody did. */
@Service
class PracticeDesk {

    private static final TypeReference<List<Made>> MADE = new TypeReference<>() {};
    private static final TypeReference<Map<String, String>> OPTIONS = new TypeReference<>() {};
    private static final int KEPT = 60;
    /** More than anybody does in one exercise. */
    private static final int MOST_MADE = 600;

    /**
     * Exercises worked in lately, so that not every move derives every work of the family. Any instance makes the same
     * ones again.
     */
    private final Map<Long, Exercise> made = new LinkedHashMap<>(KEPT * 2, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Long, Exercise> eldest) {
            return size() > KEPT;
        }
    };

    private final PracticeRuns runs;
    private final Sheets sheets;
    private final Site site;
    private final CurrentAccount current;
    private final JsonMapper json;
    private final Clock clock;

    PracticeDesk(PracticeRuns runs, Sheets sheets, Site site, CurrentAccount current, JsonMapper json, Clock clock) {
        this.runs = runs;
        this.sheets = sheets;
        this.site = site;
        this.current = current;
        this.json = json;
        this.clock = clock;
    }

    /**
     * A work that can be practised.
     *
     * @param key its id, and after a colon the part chosen for it
     */
    public record Offer(String key, String name) {}

    /** The drives a type is made with. */
    List<Drive> drives(String typeId) {
        return sheets.of(typeId).type().drives();
    }

    /** The options of a type that are still open: each with its choices in words, by value. */
    Map<String, Map<String, String>> options(String typeId) {
        Sheets.Pair pair = sheets.of(typeId);
        Map<String, Map<String, String>> open = new LinkedHashMap<>();
        pair.anatomy().options().forEach((id, option) -> {
            List<String> made = pair.type().options().getOrDefault(id, List.of());
            if (made.size() > 1) {
                Map<String, String> choices = new LinkedHashMap<>();
                made.forEach(value -> choices.put(value, option.words(value)));
                open.put(id, choices);
            }
        });
        return open;
    }

    /**
     * The first way the type is made that has this drive and these options; options that go with no such build are
     * passed over.
     */
    ValveConfiguration configuration(String typeId, Drive drive, Map<String, String> wanted) {
        Sheets.Pair pair = sheets.of(typeId);
        return pair.anatomy().configurations(pair.type()).stream()
                .filter(c -> c.drive() == drive)
                .max(Comparator.comparingLong(c -> wanted.entrySet().stream()
                        .filter(w -> w.getValue().equals(c.options().get(w.getKey())))
                        .count()))
                .orElseThrow();
    }

    List<Offer> works(String typeId, ValveConfiguration configuration) {
        AnatomySheet anatomy = sheets.of(typeId).anatomy();
        List<Offer> offers = new ArrayList<>();
        for (WorkKind kind : anatomy.worksFor(configuration, sheets.of(typeId).type())) {
            if (kind.renews().choose().isEmpty()) {
                offers.add(new Offer(kind.id(), kind.name()));
            } else {
                anatomy.build().resolve(configuration.facts()).parts().stream()
                        .filter(p -> p.kind().equals(kind.renews().choose().get()))
                        .forEach(p -> offers.add(
                                new Offer(kind.id() + ":" + p.id(), kind.name() + ": " + Part.inSentence(p.name()))));
            }
        }
        return offers;
    }

    @Transactional
    PracticeRun begin(String typeId, ValveConfiguration told, Offer work, Trap.Kind trap) {
        String[] parts = work.key().split(":", 2);
        return runs.save(new PracticeRun(
                current.get(),
                typeId,
                told.drive(),
                json.writeValueAsString(told.options()),
                parts[0],
                parts.length > 1 ? Optional.of(parts[1]) : Optional.empty(),
                trap,
                clock.millis() ^ current.get().id() << 40,
                clock.instant()));
    }

    /** One's own attempt, or, for whoever trains others, anybody's. */
    @Transactional(readOnly = true)
    Optional<PracticeRun> byId(long id, boolean anybodys) {
        return runs.findById(id)
                .filter(r -> anybodys || r.account().id().equals(current.get().id()));
    }

    Exercise exercise(PracticeRun run) {
        synchronized (made) {
            return made.computeIfAbsent(run.id(), id -> make(run));
        }
    }

    private Exercise make(PracticeRun run) {
        Sheets.Pair pair = sheets.of(run.typeId());
        ValveConfiguration told = run.told(json.readValue(run.options(), OPTIONS));
        WorkKind kind = pair.anatomy().work(run.work()).orElseThrow();
        return Exercise.of(
                pair.anatomy(),
                pair.type(),
                told,
                new Work(kind, run.chosen().stream().toList()),
                run.trap(),
                new Derivation(pair.anatomy(), pair.type(), site.practice()),
                new Random(run.seed()));
    }

    Attempt attempt(PracticeRun run) {
        return new Attempt(exercise(run), made(run));
    }

    private List<Made> made(PracticeRun run) {
        return json.readValue(run.made(), MADE);
    }

    /** One thing more was done, at an attempt of one's own that goes on. */
    @Transactional
    void make(long id, Made one) {
        runs.lock(id)
                .filter(r ->
                        r.running() && r.account().id().equals(current.get().id()))
                .ifPresent(r -> {
                    List<Made> made = new ArrayList<>(made(r));
                    if (made.size() < MOST_MADE) {
                        made.add(one);
                        r.goesOn(json.writeValueAsString(made));
                    }
                });
    }

    @Transactional
    void end(long id) {
        runs.lock(id)
                .filter(r ->
                        r.running() && r.account().id().equals(current.get().id()))
                .ifPresent(r -> r.ended(Debrief.of(attempt(r)).score(), clock.instant()));
    }

    @Transactional(readOnly = true)
    List<PracticeRun> own() {
        return runs.findTop30ByAccountIdOrderByBegunAtDesc(current.get().id());
    }

    /** How somebody did. */
    public record Result(String name, long attempts, int best, double average) {}

    @Transactional(readOnly = true)
    List<Result> results() {
        return runs.results().stream()
                .map(r -> new Result((String) r[0], (Long) r[1], (Integer) r[2], (Double) r[3]))
                .toList();
    }

    List<TypeSheet> types() {
        return sheets.types();
    }

    String title(PracticeRun run) {
        Sheets.Pair pair = sheets.of(run.typeId());
        return pair.anatomy().work(run.work()).map(WorkKind::name).orElse(run.work())
                + run.chosen().map(c -> ": " + c.replace('-', ' ')).orElse("") + ", "
                + pair.type().maker() + " " + pair.type().name() + ", "
                + run.drive().code();
    }
}
