package dev.wartung.web.valve;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.text.Tag;
import dev.wartung.core.text.TagRow;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts a valve into the register. */
@Service
class NewValve {

    private final Valves valves;
    private final Renaming renaming;
    private final Sheets sheets;
    private final Clock clock;

    NewValve(Valves valves, Renaming renaming, Sheets sheets, Clock clock) {
        this.valves = valves;
        this.renaming = renaming;
        this.sheets = sheets;
        this.clock = clock;
    }

    /** The type somebody has chosen. */
    Optional<TypeSheet> type(Map<String, String> typed) {
        String id = typed.getOrDefault("type", "");
        return sheets.offered().stream().filter(t -> t.id().equals(id)).findFirst();
    }

    Narrowed narrowed(TypeSheet type, Map<String, String> typed) {
        return Narrowed.of(sheets.anatomyOf(type), type, typed);
    }

    /** What is typed for another one like a valve: everything but its tag. */
    static Map<String, String> like(Valve valve) {
        Map<String, String> typed = new HashMap<>(Map.of(
                "type",
                valve.typeId(),
                "service",
                valve.service(),
                "area",
                valve.area(),
                "line",
                valve.line(),
                Narrowed.DRIVE,
                valve.drive().code()));
        valve.configuration().options().forEach((id, value) -> typed.put(Narrowed.OPTION + id, value));
        return typed;
    }

    /**
     * Adds a valve, or a row of like ones: all of them or none.
     *
     * @param typed tag or a row of tags, service, area, line, type, drive and options; place in its line and day it is next due, if said
     * @return what is wrong with what was typed, by field; empty where it is added
     */
    @Transactional
    Map<String, String> add(Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        TagRow row = TagRow.read(Tag.plain(typed.getOrDefault("tag", "")));
        row.trouble().ifPresent(why -> troubles.put("tag", why));
        for (String tag : row.tags()) {
            Tag.trouble(tag).ifPresent(why -> troubles.put("tag", why));
            if (troubles.isEmpty() && renaming.find(tag).isPresent()) {
                troubles.put("tag", "There is, or was, a valve called “" + tag + "”.");
            }
        }
        Stand stand = Stand.read(typed, troubles);
        Optional<LocalDate> due = typed.getOrDefault("due", "").isBlank()
                ? Optional.empty()
                : TypedDay.coming("due", typed, LocalDate.now(clock), troubles);
        Optional<TypeSheet> type = type(typed);
        Optional<ValveConfiguration> build =
                type.flatMap(t -> narrowed(t, typed).one());
        if (type.isEmpty()) {
            troubles.put("type", "Choose its type.");
        } else if (build.isEmpty()) {
            narrowed(type.get(), typed).choices().stream()
                    .filter(c -> c.value().isEmpty())
                    .forEach(c -> troubles.put(c.field(), "Not said yet."));
        }
        if (troubles.isEmpty() && type.isPresent() && build.isPresent()) {
            for (int i = 0; i < row.tags().size(); i++) {
                valves.saveAndFlush(new Valve(
                        row.tags().get(i),
                        stand.service(),
                        stand.area(),
                        stand.line(),
                        type.get().id(),
                        type.get().maker() + " " + type.get().name(),
                        build.get(),
                        due.orElse(null),
                        stand.place() == 0 ? 0 : stand.place() + i));
            }
        }
        return troubles;
    }
}
