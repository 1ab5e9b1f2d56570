package dev.wartung.web.site;

import dev.wartung.web.account.Account;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The only clock: moments are the machine's, days and hours those of the plant's time zone. The zone is looked up again
 * every few seconds, for another instance may have changed it; while
 * there is no database it stays what it was.
 */
@Component
public class PlantClock extends Clock {

    private static final Duration KNOWN_FOR = Duration.ofSeconds(10);

    private final Clock machine = Clock.systemUTC();
    private final ObjectProvider<JdbcTemplate> jdbc;
    private volatile ZoneId zone = ZoneId.systemDefault();
    private volatile Instant looked = Instant.MIN;

    /** @param jdbc asked for late: much of what a database needs needs a clock */
    PlantClock(ObjectProvider<JdbcTemplate> jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public ZoneId getZone() {
        return zone;
    }

    @Override
    public Clock withZone(ZoneId other) {
        return machine.withZone(other);
    }

    @Override
    public Instant instant() {
        return machine.instant();
    }

    /** Whether the plant has chosen its zone; else it is the server's. */
    @Transactional(readOnly = true)
    public boolean isChosen() {
        return chosen().isPresent();
    }

    /** Looks the zone up, if that is due. Not within a transaction of somebody else's: it takes a connection. */
    public void look() {
        if (looked.isBefore(instant().minus(KNOWN_FOR))) {
            looked = instant();
            zone = chosen().orElseGet(ZoneId::systemDefault);
        }
    }

    private Optional<ZoneId> chosen() {
        return jdbc.getObject().queryForList("select zone from plant_time", String.class).stream()
                .findFirst()
                .map(ZoneId::of);
    }

    /**
     * The plant lives by this zone from now on.
     *
     * @param name as the zone is known, for instance "Europe/Oslo"; empty: the server's
     * @return what is wrong with it; empty when it is kept
     */
    @Transactional
    public Optional<String> livesBy(String name, Account by) {
        JdbcTemplate database = jdbc.getObject();
        if (name.isBlank()) {
            database.update("delete from plant_time");
            zone = ZoneId.systemDefault();
            return Optional.empty();
        }
        if (!zones().contains(name.strip())) {
            return Optional.of(
                    "“" + name.strip() + "” is no time zone. Choose one of the list, for instance Europe/Oslo.");
        }
        ZoneId wanted = ZoneId.of(name.strip());
        database.update(
                "insert into plant_time (id, zone, by_id, at) values (1, ?, ?, ?) on conflict (id) do update set zone = excluded.zone, by_id = excluded.by_id, at = excluded.at",
                wanted.getId(),
                by.id(),
                Timestamp.from(instant()));
        zone = wanted;
        return Optional.empty();
    }

    /** Names of zones to choose from: of places, and UTC. */
    public static List<String> zones() {
        return ZoneId.getAvailableZoneIds().stream()
                .filter(id -> id.equals("UTC")
                        || id.matches("(Africa|America|Antarctica|Asia|Atlantic|Australia|Europe|Indian|Pacific)/.+"))
                .sorted()
                .toList();
    }
}
