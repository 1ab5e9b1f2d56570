package dev.wartung.web.photo;

import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.document.Shot;
import dev.wartung.web.photo.ValvePhoto.Shows;
import dev.wartung.web.valve.Valve;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Photos of type plates and of valves where they stand. None is changed or taken away; the newest of each is shown. */
@Service
public class ValvePhotos {

    private final JdbcTemplate jdbc;
    private final CurrentAccount current;
    private final Clock clock;

    ValvePhotos(JdbcTemplate jdbc, CurrentAccount current, Clock clock) {
        this.jdbc = jdbc;
        this.current = current;
        this.clock = clock;
    }

    /** What is shown of a valve: the plate first. */
    @Transactional(readOnly = true)
    public List<ValvePhoto> of(Valve valve) {
        return jdbc.query(
                "select distinct on (p.shows) p.id, p.shows, a.name, p.at from valve_photo p join account a on a.id = p.by_id where p.valve_id = ? order by p.shows desc, p.at desc, p.id",
                (row, i) -> new ValvePhoto(
                        row.getObject(1, UUID.class),
                        Shows.valueOf(row.getString(2)),
                        row.getString(3),
                        row.getTimestamp(4).toInstant()),
                valve.id());
    }

    /**
     * Keeps one; sent twice, once.
     *
     * @param id of the form it was sent with
     * @return what is wrong with it; empty when it is kept
     */
    @Transactional
    public Optional<String> keep(UUID id, Valve valve, String shows, Shot shot) {
        Optional<Shows> what = Shows.of(shows);
        if (shot.photo().isEmpty() || what.isEmpty()) {
            return Optional.of(
                    what.isEmpty() ? "Say what is on it." : shot.trouble().orElse("Take or choose a photo."));
        }
        jdbc.update(
                "insert into valve_photo (id, valve_id, shows, width, height, jpeg, by_id, at) values (?, ?, ?, ?, ?, ?, ?, ?) on conflict (id) do nothing",
                id,
                valve.id(),
                what.get().name(),
                shot.photo().get().width(),
                shot.photo().get().height(),
                shot.photo().get().jpeg(),
                current.get().id(),
                Timestamp.from(clock.instant()));
        return Optional.empty();
    }

    /** The picture, JPEG; empty if there is none. */
    @Transactional(readOnly = true)
    Optional<byte[]> picture(UUID id) {
        return jdbc.queryForList("select jpeg from valve_photo where id = ?", byte[].class, id).stream()
                .findFirst();
    }
}
