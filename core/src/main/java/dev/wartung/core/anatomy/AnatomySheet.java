package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.EarlierText;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.BiPredicate;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * A valve family: what it is made of and how it is worked on. Independent of maker and size.
 *
 * @param id         the name type sheets refer to
 * @param version    raised with every change; a job keeps the sheet it was derived from
 * @param drawing    the section drawing's file name
 * @param options    what can differ between valves of the family, besides the drive
 * @param excludes   combinations that do not exist
 * @param movements  how the closure member is brought to a position
 * @param rechecks   looks that become due after the work
 * @param schools    questions of practice that its operations depend on, by their ids in the table of schools
 * @param warnings   what must be known when a job is planned
 * @param driveWords what a drive does, in this family's words, by its code
 * @param numbers    what the numbers of a type sheet are called, by their places in it
 * @param ways       how its valves stand between pipes
 */
public record AnatomySheet(
        @JsonProperty("anatomy") String id,
        int version,
        String name,
        String drawing,
        List<Drive> drives,
        Map<String, Option> options,
        List<Condition> excludes,
        Build build,
        List<Reading> readings,
        List<Operation> movements,
        List<Operation> operations,
        List<WorkKind> works,
        List<Recheck> rechecks,
        List<String> schools,
        List<Warning> warnings,
        Map<String, String> driveWords,
        Map<String, TypeNumber> numbers,
        Ways ways) {

    /** What must be known when a job is planned on valves for which the condition holds. */
    public record Warning(Condition when, String text) {
        public Warning(@Nullable Condition when, String text) {
            this.when = when == null ? Condition.ALWAYS : when;
            this.text = text;
        }
    }

    /** An option of the configuration: its name and, in words, its choices, each with the value used in conditions. */
    public record Option(String name, Map<String, String> choices) {

        /** The choice in words. */
        public String words(String value) {
            return choices.entrySet().stream()
                    .filter(e -> e.getValue().equals(value))
                    .map(Map.Entry::getKey)
                    .findFirst()
                    .orElse(value);
        }
    }

    /**
     * A look that becomes due some days after a job that contained one of the operations in {@code joins}.
     *
     * @param afterDays after how many days; 0 where the type sheet says it
     * @param afterSize the size of the type sheet that says after how long; empty where the family says it
     * @param doneBy operations that do it; none where it is a look that every job ends with whose line is given back
     * @param after what makes it due at once, if it comes earlier than those days
     */
    public record Recheck(
            String name,
            int afterDays,
            Optional<String> afterSize,
            List<String> doneBy,
            Optional<LineEvent> after,
            List<String> joins,
            Condition when) {
        public Recheck(
                String name,
                int afterDays,
                @Nullable Optional<String> afterSize,
                @Nullable List<String> doneBy,
                @Nullable Optional<LineEvent> after,
                List<String> joins,
                @Nullable Condition when) {
            this.name = name;
            this.afterDays = afterDays;
            this.afterSize = afterSize == null ? Optional.empty() : afterSize;
            this.doneBy = doneBy == null ? List.of() : List.copyOf(doneBy);
            this.after = after == null ? Optional.empty() : after;
            this.joins = List.copyOf(joins);
            this.when = when == null ? Condition.ALWAYS : when;
        }

        /** The same, due after that time, to the day. */
        public Recheck dueAfter(Quantity time) {
            return new Recheck(
                    name, (int) Math.round(time.si() / SECONDS_A_DAY), Optional.empty(), doneBy, after, joins, when);
        }
    }

    private static final double SECONDS_A_DAY = 86_400;
    private static final String DRIVE = "drive";

    public AnatomySheet(
            String id,
            int version,
            String name,
            String drawing,
            List<Drive> drives,
            @Nullable Map<String, Option> options,
            @Nullable List<Condition> excludes,
            Build build,
            @Nullable List<Reading> readings,
            @Nullable List<Operation> movements,
            List<Operation> operations,
            List<WorkKind> works,
            @Nullable List<Recheck> rechecks,
            @Nullable List<String> schools,
            @Nullable List<Warning> warnings,
            @Nullable Map<String, String> driveWords,
            @Nullable Map<String, TypeNumber> numbers,
            @Nullable Ways ways) {
        this.id = id;
        this.version = version;
        this.name = name;
        this.drawing = drawing;
        this.drives = List.copyOf(drives);
        this.options = options == null ? Map.of() : new LinkedHashMap<>(options);
        this.excludes = excludes == null ? List.of() : List.copyOf(excludes);
        this.build = build;
        this.readings = readings == null ? List.of() : List.copyOf(readings);
        this.movements = movements == null ? List.of() : List.copyOf(movements);
        this.operations = List.copyOf(operations);
        this.works = List.copyOf(works);
        this.rechecks = rechecks == null ? List.of() : List.copyOf(rechecks);
        this.schools = schools == null ? List.of() : List.copyOf(schools);
        this.driveWords = driveWords == null ? Map.of() : Map.copyOf(driveWords);
        this.warnings = warnings == null ? List.of() : List.copyOf(warnings);
        this.numbers = numbers == null ? Map.of() : new LinkedHashMap<>(numbers);
        this.ways = ways == null ? Ways.NOT_SAID : ways;
    }

    /**
     * A work by its id, or several that are done together by theirs ({@link WorkKind#joined}); empty where one of them
     * is none of the family.
     */
    public Optional<WorkKind> work(String id) {
        return among(works, id);
    }

    private static Optional<WorkKind> among(List<WorkKind> works, String id) {
        List<String> ids = WorkKind.apart(id);
        List<WorkKind> named = works.stream().filter(w -> ids.contains(w.id())).toList();
        return named.size() == ids.size() && WorkKind.goTogether(named)
                ? Optional.of(WorkKind.together(named))
                : Optional.empty();
    }

    /** The same among those that are offered for a valve. */
    public Optional<WorkKind> workFor(ValveConfiguration configuration, TypeSheet type, String id) {
        return among(worksFor(configuration, type), id);
    }

    /**
     * The works offered for a valve: those for such valves, and of the conversions those that lead to a valve the type
     * is made as.
     */
    public List<WorkKind> worksFor(ValveConfiguration configuration, TypeSheet type) {
        return works.stream()
                .filter(w -> w.when().holds(configuration.facts())
                        && (!w.converts()
                                || (allows(configuration.with(w.becomes()))
                                        && type.madeAs(configuration.with(w.becomes())))))
                .toList();
    }

    /** What is to be known when a job on such a valve is planned. */
    public List<Message> warningsFor(ValveConfiguration configuration) {
        return warnings.stream()
                .filter(w -> w.when().holds(configuration.facts()))
                .map(w -> EarlierText.of(id + "/warning", w.text()))
                .toList();
    }

    public Optional<Reading> reading(String id) {
        return readings.stream().filter(r -> r.id().equals(id)).findFirst();
    }

    /**
     * Whether such a valve can exist: a drive the family has, a value for every option, none of the excluded
     * combinations.
     */
    public boolean allows(ValveConfiguration configuration) {
        return drives.contains(configuration.drive())
                && options.entrySet().stream().allMatch(o -> o.getValue()
                        .choices()
                        .containsValue(configuration.options().getOrDefault(o.getKey(), "")))
                && excludes.stream().noneMatch(c -> c.holds(configuration.facts()));
    }

    /** What a drive does. */
    public String words(Drive drive) {
        return driveWords.getOrDefault(drive.code(), drive.words());
    }

    /** A configuration in words: the drive, then every option under its name. */
    public Map<String, String> inWords(ValveConfiguration configuration) {
        Map<String, String> words = new LinkedHashMap<>();
        words.put("Drive", configuration.drive().code() + ", " + words(configuration.drive()));
        configuration
                .spring()
                .ifPresent(build -> words.put(
                        "Spring",
                        build == Drive.NC ? "of the closing build, turned over" : "of the opening build, turned over"));
        options.forEach((id, option) ->
                words.put(option.name(), option.words(configuration.options().getOrDefault(id, ""))));
        return words;
    }

    /** What of one configuration is not so in another, in words; empty where they are the same. */
    public String difference(ValveConfiguration one, ValveConfiguration other) {
        Map<String, String> others = inWords(other);
        return inWords(one).entrySet().stream()
                .filter(fact -> !fact.getValue().equals(others.get(fact.getKey())))
                .map(fact -> fact.getKey() + ": " + fact.getValue())
                .collect(Collectors.joining("; "));
    }

    /** Every configuration that can exist, in a fixed order. */
    public List<ValveConfiguration> configurations() {
        return collected(drive -> true, (option, value) -> true);
    }

    /** Those a type is made as, in the same order. */
    public List<ValveConfiguration> configurations(TypeSheet type) {
        return collected(type.drives()::contains, (option, value) -> type.options()
                .getOrDefault(option, List.of())
                .contains(value));
    }

    private List<ValveConfiguration> collected(Predicate<Drive> has, BiPredicate<String, String> made) {
        List<ValveConfiguration> found = new ArrayList<>();
        List<Choice> choices = options.entrySet().stream()
                .map(option -> new Choice(
                        option.getKey(),
                        option.getValue().choices().values().stream()
                                .filter(value -> made.test(option.getKey(), value))
                                .toList(),
                        excludes.stream()
                                .filter(c -> c.allOf().containsKey(option.getKey())
                                        || c.allOf().keySet().equals(Set.of(DRIVE)))
                                .toList()))
                .toList();
        for (Drive drive : drives) {
            if (has.test(drive)) {
                Map<String, String> facts = new HashMap<>();
                facts.put(DRIVE, drive.code());
                collect(drive, facts, new TreeMap<>(), choices, found);
            }
        }
        return found;
    }

    /** @param excludes what may begin to hold as the option is chosen */
    private record Choice(String option, List<String> values, List<Condition> excludes) {}

    /** Goes no further where what is chosen so far is excluded already: there are far more combinations than valves. */
    private static void collect(
            Drive drive,
            Map<String, String> facts,
            TreeMap<String, String> chosen,
            List<Choice> open,
            List<ValveConfiguration> found) {
        if (open.isEmpty()) {
            found.add(new ValveConfiguration(drive, chosen));
            return;
        }
        Choice choice = open.get(0);
        for (String value : choice.values()) {
            facts.put(choice.option(), value);
            chosen.put(choice.option(), value);
            if (choice.excludes().stream().noneMatch(c -> c.holds(facts))) {
                collect(drive, facts, chosen, open.subList(1, open.size()), found);
            }
        }
        facts.remove(choice.option());
        chosen.remove(choice.option());
    }
}
