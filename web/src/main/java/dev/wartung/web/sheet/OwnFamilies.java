package dev.wartung.web.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.drawing.DrawingTemplate;
import dev.wartung.core.drawing.Technique;
import dev.wartung.core.sheet.Family;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Families of the site's own, in every version they had here: a job is drawn as what it was derived from. */
@Component
class OwnFamilies {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final JdbcTemplate jdbc;
    private final SheetReader reader = new SheetReader();
    /** Read, by what they are called here and a digest of their texts. */
    private final Map<Key, Own> read = new ConcurrentHashMap<>();

    OwnFamilies(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** One version of a family. */
    record Own(
            AnatomySheet anatomy,
            String anatomyText,
            DrawingTemplate drawing,
            String drawingText,
            Map<String, Technique> techniques) {

        Map<String, String> techniqueTexts() {
            return techniques.values().stream()
                    .collect(Collectors.toMap(Technique::id, Technique::text, (a, b) -> a, TreeMap::new));
        }
    }

    private record Key(String id, int version, String digest) {}

    List<String> ids() {
        return jdbc.queryForList("select distinct family_id from own_family order by family_id", String.class);
    }

    /** The version in use. */
    Optional<Own> latest(String id) {
        return found(id, null);
    }

    /**
     * The version that a sheet is of; the one in use where that one was never here.
     *
     * @throws IllegalStateException if there is no such family: broken data
     */
    Own of(AnatomySheet sheet) {
        return found(sheet.id(), sheet.version())
                .or(() -> latest(sheet.id()))
                .orElseThrow(() -> new IllegalStateException("no family " + sheet.id()));
    }

    private Optional<Own> found(String id, @Nullable Integer version) {
        return jdbc
                .query(
                        "select version, md5(anatomy) || md5(drawing) || md5(techniques::text) from own_family where family_id = ? and version = coalesce(?::int, version) order by version desc limit 1",
                        (row, i) -> new Key(id, row.getInt(1), row.getString(2)),
                        id,
                        version)
                .stream()
                .findFirst()
                .map(key -> read.computeIfAbsent(key, this::read));
    }

    private Own read(Key key) {
        return jdbc.queryForObject(
                "select anatomy, drawing, techniques from own_family where family_id = ? and version = ?",
                (row, i) -> {
                    SheetResult<AnatomySheet> sheet =
                            reader.readAnatomyAgain(key.id(), row.getString(1), name -> Optional.empty());
                    if (sheet instanceof SheetResult.Accepted<AnatomySheet> accepted) {
                        return new Own(
                                accepted.sheet(),
                                row.getString(1),
                                new DrawingTemplate(accepted.sheet().drawing(), row.getString(2)),
                                row.getString(2),
                                techniques(row.getString(3)));
                    }
                    throw new IllegalStateException("family " + key.id() + " cannot be read any more: " + sheet);
                },
                key.id(),
                key.version());
    }

    private static Map<String, Technique> techniques(String kept) {
        Map<String, Technique> techniques = new TreeMap<>();
        // what they include was put in when they were kept
        JSON.readValue(kept, new TypeReference<Map<String, String>>() {})
                .forEach((id, svg) -> techniques.put(id, new Technique(id, svg, part -> Optional.empty())));
        return techniques;
    }

    void keep(Family family, long byId, Instant at) {
        jdbc.update(
                "insert into own_family (family_id, version, anatomy, drawing, techniques, by_id, at) values (?, ?, ?, ?, ?::jsonb, ?, ?) on conflict (family_id, version) do nothing",
                family.anatomy().id(),
                family.anatomy().version(),
                family.anatomyText(),
                family.drawingText(),
                JSON.writeValueAsString(family.techniques()),
                byId,
                Timestamp.from(at));
    }
}
