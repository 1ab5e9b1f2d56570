package dev.wartung.web.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** The sheets in use now, and those that jobs were derived from. */
@Service
public class Sheets {

    /** An anatomy with a type of it. */
    public record Pair(AnatomySheet anatomy, TypeSheet type) {}

    /** Read once for the process, on a thread of its own: it takes seconds. */
    private static final CompletableFuture<SheetLibrary> SHIPPED = CompletableFuture.supplyAsync(SheetLibrary::shipped);

    private final SheetLibrary library = SHIPPED.join();
    private final SheetReader reader = new SheetReader();
    private final KeptSheets kept;
    private final JdbcTemplate jdbc;
    /** The site's own type sheets, read; a text always means the same sheet. */
    private final Map<String, TypeSheet> ownRead = new ConcurrentHashMap<>();
    /** Sheets read back from kept texts; a digest always means the same text, so any instance may remember it. */
    private final Map<String, Pair> readBack = new ConcurrentHashMap<>();

    private final Map<String, String> anatomyTexts = new ConcurrentHashMap<>();

    Sheets(KeptSheets kept, JdbcTemplate jdbc) {
        this.kept = kept;
        this.jdbc = jdbc;
    }

    /** Begins to read what is shipped while the rest of the application starts. */
    public static void readAhead() {
        // the class is loaded by this call, and with it SHIPPED is under way
    }

    /** Every type: those that come with Wartung, then the site's own. */
    public List<TypeSheet> types() {
        return Stream.concat(
                        library.types().stream(),
                        jdbc.queryForList("select yaml from own_type order by type_id", String.class).stream()
                                .map(this::own))
                .toList();
    }

    private TypeSheet own(String yaml) {
        return ownRead.computeIfAbsent(yaml, text -> accepted(readType(text)));
    }

    /** Reads a type sheet of somebody's own, against the anatomies there are. */
    public SheetResult<TypeSheet> readType(String yaml) {
        return reader.readType("type sheet", yaml, library::anatomy);
    }

    public boolean isShipped(String typeId) {
        return library.type(typeId).isPresent();
    }

    /** Keeps a type sheet of the site's own, or a newer one in its place. */
    public void keepOwn(String typeId, String yaml, long byId, Instant at) {
        jdbc.update(
                "insert into own_type (type_id, yaml, by_id, at) values (?, ?, ?, ?) on conflict (type_id) do update set yaml = excluded.yaml, by_id = excluded.by_id, at = excluded.at",
                typeId,
                yaml,
                byId,
                Timestamp.from(at));
    }

    /** The text of a type sheet, to write one's own from; empty if there is none. */
    public Optional<String> typeText(String typeId) {
        return isShipped(typeId)
                ? Optional.of(SheetLibrary.typeText(typeId))
                : jdbc.queryForList("select yaml from own_type where type_id = ?", String.class, typeId).stream()
                        .findFirst();
    }

    /**
     * The same as JSON, whatever it is written in.
     *
     * @throws IllegalStateException if there is none
     */
    public String typeJson(String typeId) {
        return reader.compose(
                typeId,
                typeText(typeId).orElseThrow(() -> new IllegalStateException("no type " + typeId)),
                name -> Optional.empty());
    }

    /**
     * The family of a type that may not be in use yet.
     *
     * @throws IllegalStateException if there is none of its name
     */
    public AnatomySheet anatomyOf(TypeSheet type) {
        return library.anatomy(type.anatomy())
                .orElseThrow(() -> new IllegalStateException("no anatomy " + type.anatomy()));
    }

    /** @throws IllegalStateException if a valve names a type that is not there: broken data */
    public Pair of(String typeId) {
        TypeSheet type = library.type(typeId)
                .or(() -> typeText(typeId).map(this::own))
                .orElseThrow(() -> new IllegalStateException("no type " + typeId));
        return new Pair(anatomyOf(type), type);
    }

    /** What a valve's drive does, in its family's words. */
    public String driveWords(String typeId, Drive drive) {
        return of(typeId).anatomy().words(drive);
    }

    public SectionDrawing drawing(Pair pair, ValveConfiguration configuration) {
        return new SectionDrawing(library.drawing(pair.anatomy()), pair.anatomy(), pair.type(), configuration);
    }

    /** Keeps the present text of a type's anatomy and returns its digest. */
    public String keepAnatomy(Pair pair) {
        return keep(
                "anatomy",
                pair.anatomy().id(),
                pair.anatomy().version(),
                anatomyTexts.computeIfAbsent(pair.anatomy().id(), SheetLibrary::anatomyText));
    }

    /** Keeps the present text of a type sheet and returns its digest. */
    public String keepType(Pair pair) {
        return keep(
                "type",
                pair.type().id(),
                pair.type().version(),
                typeText(pair.type().id()).orElseThrow());
    }

    private String keep(String kind, String name, int version, String yaml) {
        String digest = digest(yaml);
        if (!kept.existsById(digest)) {
            kept.save(new KeptSheet(digest, kind, name, version, yaml));
        }
        return digest;
    }

    /**
     * The sheets behind two digests, as they were.
     *
     * @throws IllegalStateException if they are not kept or no longer readable
     */
    public Pair asKept(String anatomyDigest, String typeDigest) {
        return readBack.computeIfAbsent(anatomyDigest + typeDigest, key -> {
            KeptSheet anatomyText = kept.findById(anatomyDigest).orElseThrow();
            KeptSheet typeText = kept.findById(typeDigest).orElseThrow();
            AnatomySheet anatomy =
                    accepted(reader.readAnatomyAgain(anatomyText.name(), anatomyText.yaml(), name -> Optional.empty()));
            TypeSheet type = accepted(reader.readAgain(typeText.name(), typeText.yaml(), id -> Optional.of(anatomy)));
            return new Pair(anatomy, type);
        });
    }

    private static <T> T accepted(SheetResult<T> result) {
        if (result instanceof SheetResult.Accepted<T> accepted) {
            return accepted.sheet();
        }
        throw new IllegalStateException(
                ((SheetResult.Refused<T>) result).problems().toString());
    }

    private static String digest(String text) {
        return DigestUtils.sha256Hex(text);
    }
}
