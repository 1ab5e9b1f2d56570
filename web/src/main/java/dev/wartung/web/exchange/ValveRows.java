package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.text.Tag;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.Table.Row;
import dev.wartung.web.line.LineDrawings;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.FormerTags;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import jakarta.persistence.EntityManager;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Valves as rows. What is there already may be renamed, moved and given another day; what it is changes through jobs
 * only.
 */
@Component
class ValveRows {

    private static final int FLUSH = 500;

    private final Valves valves;
    private final FormerTags former;
    private final Sheets sheets;
    private final LineDrawings drawings;
    private final EntityManager entities;

    ValveRows(Valves valves, FormerTags former, Sheets sheets, LineDrawings drawings, EntityManager entities) {
        this.drawings = drawings;
        this.valves = valves;
        this.former = former;
        this.sheets = sheets;
        this.entities = entities;
    }

    List<List<String>> written() {
        return valves.findAll().stream()
                .map(v -> List.of(
                        v.tag(),
                        v.service(),
                        v.area(),
                        v.line(),
                        String.valueOf(v.place()),
                        v.typeId(),
                        v.drive().code(),
                        options(v.configuration()),
                        v.nextDue().map(LocalDate::toString).orElse("")))
                .toList();
    }

    private static String options(ValveConfiguration configuration) {
        return new TreeMap<>(configuration.kept())
                .entrySet().stream().map(o -> o.getKey() + "=" + o.getValue()).collect(Collectors.joining(";"));
    }

    /**
     * A row that was understood.
     *
     * @param there the valve that is there already
     */
    private record Understood(
            Row row,
            Optional<Valve> there,
            TypeSheet type,
            ValveConfiguration configuration,
            Optional<LocalDate> due,
            int place) {}

    /** @param coming types that come with the same file */
    Checked check(List<Row> rows, List<TypeSheet> coming) {
        List<Problem> problems = new ArrayList<>();
        List<Understood> understood = new ArrayList<>();
        Map<String, Valve> there = valves.findAll().stream()
                .collect(Collectors.toMap(v -> v.tag().toLowerCase(Locale.ROOT), Function.identity()));
        // old labels lead to the valve that was called so
        Set<String> called = former.findAll().stream()
                .map(f -> f.tag().toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        Map<String, TypeSheet> types = Stream.concat(sheets.types().stream(), coming.stream())
                .collect(Collectors.toMap(TypeSheet::id, Function.identity(), (known, newer) -> newer));
        Map<String, Set<ValveConfiguration>> made = new HashMap<>();
        Map<String, Integer> seen = new HashMap<>();
        for (Row row : rows) {
            Reading reading = new Reading(row, problems);
            String tag = Tag.plain(row.cell("tag"));
            // one that stands in the register keeps its tag until it is given another there
            if (!there.containsKey(tag.toLowerCase(Locale.ROOT))) {
                Tag.trouble(tag).ifPresent(why -> reading.problem("tag", why));
                if (called.contains(tag.toLowerCase(Locale.ROOT))) {
                    reading.problem("tag", "another valve was called “" + tag + "” before");
                }
            }
            Integer before = seen.putIfAbsent(tag.toLowerCase(Locale.ROOT), row.number());
            if (before != null && !tag.isEmpty()) {
                reading.problem("tag", "stands in row " + before + " already");
            }
            reading.text("service", 200);
            reading.text("area", 60);
            reading.text("line", 60);
            Optional<TypeSheet> type = Optional.ofNullable(types.get(row.cell("type")));
            if (type.isEmpty()) {
                reading.problem(
                        "type",
                        "“" + row.cell("type") + "” is no type; there are "
                                + String.join(", ", new TreeMap<>(types).keySet()));
            }
            Optional<ValveConfiguration> configuration = type.flatMap(t -> configuration(row, t, made, reading));
            Optional<Valve> valve = Optional.ofNullable(there.get(tag.toLowerCase(Locale.ROOT)));
            if (valve.isPresent()
                    && type.isPresent()
                    && configuration.isPresent()
                    && !(valve.get().typeId().equals(type.get().id())
                            && valve.get().configuration().equals(configuration.get()))) {
                reading.problem(
                        "options",
                        "says it is another valve than is on record; that changes through a job, or is corrected at the valve");
            }
            if (reading.fine() && type.isPresent() && configuration.isPresent()) {
                understood.add(new Understood(
                        row, valve, type.get(), configuration.get(), reading.day("next_due"), reading.number("place")));
            } else {
                reading.day("next_due");
                reading.number("place");
            }
        }
        int changed =
                (int) understood.stream().filter(u -> u.there().isPresent()).count();
        return new Checked(understood.size() - changed, changed, problems, progress -> apply(understood, progress));
    }

    private Optional<ValveConfiguration> configuration(
            Row row, TypeSheet type, Map<String, Set<ValveConfiguration>> made, Reading reading) {
        Optional<Drive> drive = Stream.of(Drive.values())
                .filter(d -> d.code().equalsIgnoreCase(row.cell("drive")))
                .findFirst();
        if (drive.isEmpty()) {
            reading.problem(
                    "drive",
                    "“" + row.cell("drive") + "” is no drive; there are "
                            + type.drives().stream().map(Drive::code).collect(Collectors.joining(", ")));
            return Optional.empty();
        }
        Map<String, String> options = new LinkedHashMap<>();
        for (String pair : row.cell("options").isEmpty()
                ? new String[0]
                : row.cell("options").split(";")) {
            String[] parts = pair.split("=", 2);
            if (parts.length < 2) {
                reading.problem("options", "“" + pair + "” is not option=value");
                return Optional.empty();
            }
            options.put(parts[0].strip(), parts[1].strip());
        }
        AnatomySheet anatomy = sheets.anatomyOf(type);
        ValveConfiguration said = new ValveConfiguration(drive.get(), options);
        // all is said, as in what was given out: no need to go through the thousands a type can be made as
        if (said.options().keySet().equals(anatomy.options().keySet()) && type.madeAs(said) && anatomy.allows(said)) {
            return Optional.of(said);
        }
        Set<ValveConfiguration> all = made.computeIfAbsent(type.id(), id -> Set.copyOf(anatomy.configurations(type)));
        List<ValveConfiguration> fitting = all.stream()
                .filter(c -> c.drive() == drive.get()
                        && c.options().entrySet().containsAll(said.options().entrySet()))
                .limit(2)
                .toList();
        if (fitting.size() == 1) {
            return Optional.of(
                    new ValveConfiguration(drive.get(), fitting.get(0).options(), said.spring()));
        }
        List<String> unsaid = anatomy.options().keySet().stream()
                .filter(o -> !options.containsKey(o))
                .toList();
        reading.problem(
                "options",
                fitting.isEmpty() ? type.id() + " is not made like this" : "does not say " + String.join(", ", unsaid));
        return Optional.empty();
    }

    private void apply(List<Understood> rows, Checked.Progress progress) {
        int done = 0;
        for (Understood u : rows) {
            String service = u.row().cell("service");
            if (u.there().isPresent()) {
                Valve valve = entities.find(Valve.class, u.there().get().id());
                if (!valve.area().equals(u.row().cell("area"))
                        || !valve.line().equals(u.row().cell("line"))) {
                    drawings.doubt(valve);
                }
                valve.isAt(service, u.row().cell("area"), u.row().cell("line"), u.place());
                u.due().ifPresent(valve::isNextDue);
            } else {
                entities.persist(new Valve(
                        Tag.plain(u.row().cell("tag")),
                        service,
                        u.row().cell("area"),
                        u.row().cell("line"),
                        u.type().id(),
                        u.type().maker() + " " + u.type().name(),
                        u.configuration(),
                        u.due().orElse(null),
                        u.place()));
            }
            if (++done % FLUSH == 0) {
                entities.flush();
                entities.clear();
                progress.at(done);
            }
        }
        entities.flush();
        progress.at(done);
    }
}
