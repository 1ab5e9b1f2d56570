package dev.wartung.web.valve;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.web.sheet.Sheets;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Brings valves recorded with an earlier version up to their sheets: an option that has come since is filled in where
 * the type is made in one way only.
 * Where there is a choice nobody but a person at the valve can make it; that is logged.
 */
@Component
class ValveUpkeep implements ApplicationRunner {

    private static final StoredOptions OPTIONS = new StoredOptions();
    private static final Logger LOG = LoggerFactory.getLogger(ValveUpkeep.class);

    private final JdbcTemplate jdbc;
    private final Valves valves;
    private final Sheets sheets;

    ValveUpkeep(JdbcTemplate jdbc, Valves valves, Sheets sheets) {
        this.jdbc = jdbc;
        this.valves = valves;
        this.sheets = sheets;
    }

    @Override
    @Transactional
    public void run(ApplicationArguments arguments) {
        // of thousands of valves there are some dozen ways they are made; mostly each of them is up to its sheet
        Set<String> behind = jdbc
                .query(
                        "select distinct type_id, drive, options::text from valve",
                        (row, i) -> new Made(
                                row.getString(1),
                                new ValveConfiguration(
                                        Drive.valueOf(row.getString(2)),
                                        OPTIONS.convertToEntityAttribute(row.getString(3)))))
                .stream()
                .filter(made -> !sheets.of(made.typeId()).anatomy().allows(made.as()))
                .map(Made::typeId)
                .collect(Collectors.toCollection(TreeSet::new));
        behind.forEach(type -> valves.findByTypeIdOrderByTag(type).forEach(this::bringUp));
    }

    private void bringUp(Valve valve) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        if (!pair.anatomy().allows(valve.configuration())) {
            completed(pair.anatomy(), pair.type(), valve.configuration())
                    .ifPresentOrElse(
                            valve::becomes,
                            () -> LOG.warn(
                                    "{} does not say everything its sheet asks for; correct its record at the valve",
                                    valve.tag()));
        }
    }

    private record Made(String typeId, ValveConfiguration as) {}

    /** The one way of completing a configuration; empty where there is none, or more than one. */
    static Optional<ValveConfiguration> completed(AnatomySheet anatomy, TypeSheet type, ValveConfiguration known) {
        List<ValveConfiguration> possible = anatomy.configurations(type).stream()
                .filter(c -> c.drive() == known.drive())
                .filter(c -> known.options().entrySet().stream()
                        .allMatch(o -> o.getValue().equals(c.options().get(o.getKey()))))
                .limit(2)
                .toList();
        return possible.size() == 1
                ? Optional.of(
                        new ValveConfiguration(known.drive(), possible.get(0).options(), known.spring()))
                : Optional.empty();
    }
}
