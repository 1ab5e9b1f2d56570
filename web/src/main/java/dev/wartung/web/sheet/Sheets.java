package dev.wartung.web.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.DrawingTemplate;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.drawing.Technique;
import dev.wartung.core.sheet.Family;
import dev.wartung.core.sheet.Knowledge;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.sheet.UsualProportions;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.DoubleConsumer;
import java.util.stream.Stream;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** The sheets in use now, and those that jobs were derived from. */
@Service
public class Sheets {

    /** An anatomy with a type of it. */
    public record Pair(AnatomySheet anatomy, TypeSheet type) {}

    private static final String TYPE_SHEET = "type sheet";

    /** Read once for the process, on a thread of its own: it takes seconds. */
    private static final CompletableFuture<SheetLibrary> SHIPPED = CompletableFuture.supplyAsync(Sheets::read);

    private final SheetReader reader = new SheetReader();
    private final KeptSheets kept;
    private final JdbcTemplate jdbc;
    private final OwnFamilies families;
    /** The site's own type sheets, read, by their texts. */
    private final Map<String, OwnType> ownRead = new ConcurrentHashMap<>();
    /** Sheets read back from kept texts; a digest always means the same text, so any instance may remember it. */
    private final Map<String, Pair> readBack = new ConcurrentHashMap<>();

    private final Map<String, String> anatomyTexts = new ConcurrentHashMap<>();

    Sheets(KeptSheets kept, OwnFamilies families, JdbcTemplate jdbc) {
        this.kept = kept;
        this.families = families;
        this.jdbc = jdbc;
    }

    /** A type sheet and the family it was read against. */
    private record OwnType(TypeSheet type, AnatomySheet family) {}

    /** Begins to read what is shipped while the rest of the application starts. */
    public static void readAhead() {
        // the class is loaded by this call, and with it SHIPPED is under way
    }

    private static SheetLibrary read() {
        SheetLibrary shipped = SheetLibrary.shipped();
        // what the trade knows, too: whoever asks for it first finds it read
        Schools.table();
        Knowledge.faults();
        return shipped;
    }

    /** What is shipped; waited for where it is first needed. */
    private static SheetLibrary library() {
        return SHIPPED.join();
    }

    /** Every type: those that come with Wartung, then the site's own. */
    public List<TypeSheet> types() {
        return Stream.concat(library().types().stream(), own().stream()).toList();
    }

    /** The site's own. */
    public List<TypeSheet> own() {
        return jdbc.queryForList("select yaml from own_type order by type_id", String.class).stream()
                .map(this::own)
                .toList();
    }

    /**
     * The types a new valve can be of. What comes with Wartung is invented: it is for the demo, and for a site that went
     * by it before; elsewhere it is there to copy from.
     */
    public List<TypeSheet> offered() {
        Set<String> withdrawn = Set.copyOf(jdbc.queryForList("select type_id from type_withdrawn", String.class));
        return Stream.concat(goesByExamples() ? library().types().stream() : Stream.empty(), own().stream())
                .filter(t -> !withdrawn.contains(t.id()))
                .toList();
    }

    /** Whether the site is the demo, or has valves of the invented types. */
    public boolean goesByExamples() {
        return Boolean.TRUE.equals(jdbc.queryForObject(
                "select exists (select from demo_site) or exists (select from valve where type_id = any (?))",
                Boolean.class,
                (Object) library().types().stream().map(TypeSheet::id).toArray(String[]::new)));
    }

    /** The invented types that come with Wartung. */
    public List<TypeSheet> examples() {
        return library().types();
    }

    /** Reads a type that is being made, whether it fits its family or not. */
    public SheetResult<TypeSheet> readAsItIs(String yaml) {
        return reader.readAsItIs(TYPE_SHEET, yaml);
    }

    /** Reads a type that is being made, and says what does not fit its family: its jobs are not derived. */
    public SheetResult<TypeSheet> readUntried(String yaml) {
        return reader.readAgain(TYPE_SHEET, yaml, this::anatomy);
    }

    /** Every type there is, whether it can be chosen for a valve or not. */
    private List<TypeSheet> known() {
        return Stream.concat(
                        library().types().stream(), ownRead.values().stream().map(OwnType::type))
                .toList();
    }

    /** Read against its family as it is now: a newer version of that makes another sheet of the same text. */
    // families are read once: another one is another version, or was written anew
    @SuppressWarnings("ReferenceEquality")
    private TypeSheet own(String yaml) {
        OwnType known = ownRead.get(yaml);
        if (known == null
                || anatomy(known.type().anatomy())
                        .filter(a -> a == known.family())
                        .isEmpty()) {
            TypeSheet type = accepted(reader.readAgain(TYPE_SHEET, yaml, this::anatomy));
            ownRead.put(yaml, new OwnType(type, anatomyOf(type)));
            return type;
        }
        return known.type();
    }

    /** Every family: those that come with Wartung, then the site's own. */
    public List<AnatomySheet> anatomies() {
        return Stream.concat(
                        library().types().stream()
                                .map(TypeSheet::anatomy)
                                .distinct()
                                .flatMap(id -> library().anatomy(id).stream()),
                        families.ids().stream()
                                .flatMap(id -> families.latest(id).stream())
                                .map(OwnFamilies.Own::anatomy))
                .toList();
    }

    /** What the hands do: the techniques that a family's steps may name, by their ids. */
    public Map<String, Technique> techniques(AnatomySheet family) {
        if (isShippedFamily(family.id())) {
            return SheetLibrary.techniques();
        }
        Map<String, Technique> all = new HashMap<>(SheetLibrary.techniques());
        all.putAll(families.of(family).techniques());
        return all;
    }

    /** A family in use, by its name. */
    public Optional<AnatomySheet> anatomy(String id) {
        return library().anatomy(id).or(() -> families.latest(id).map(OwnFamilies.Own::anatomy));
    }

    /** Reads a type sheet of somebody's own, against the families there are. */
    public SheetResult<TypeSheet> readType(String yaml) {
        return reader.readType(TYPE_SHEET, yaml, this::anatomy);
    }

    /** @param done is told how much of its jobs is tried, from 0 to 1 */
    public SheetResult<TypeSheet> readType(String yaml, DoubleConsumer done) {
        return reader.readType(TYPE_SHEET, yaml, this::anatomy, done);
    }

    public boolean isShippedFamily(String id) {
        return library().anatomy(id).isPresent();
    }

    /** The texts of a family, to write one's own from; empty if there is none. */
    public Optional<FamilyTexts> familyTexts(String id) {
        return isShippedFamily(id)
                ? Optional.of(new FamilyTexts(SheetLibrary.anatomySource(id), SheetLibrary.drawingSource(id), Map.of()))
                : families.latest(id)
                        .map(own -> new FamilyTexts(own.anatomyText(), own.drawingText(), own.techniqueTexts()));
    }

    /** A family as text: its sheet, its drawing, and techniques of its own by their ids. */
    public record FamilyTexts(String anatomy, String drawing, Map<String, String> techniques) {}

    /** Keeps a family of the site's own with its types, or a newer version beside the older ones. */
    public void keepFamily(Family family, long byId, Instant at) {
        families.keep(family, byId, at);
        family.typeTexts().forEach((id, text) -> keepOwn(id, text, byId, at));
    }

    public boolean isShipped(String typeId) {
        return library().type(typeId).isPresent();
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
        return anatomy(type.anatomy()).orElseThrow(() -> new IllegalStateException("no anatomy " + type.anatomy()));
    }

    /** @throws IllegalStateException if a valve names a type that is not there: broken data */
    public Pair of(String typeId) {
        TypeSheet type = library()
                .type(typeId)
                .or(() -> typeText(typeId).map(this::own))
                .orElseThrow(() -> new IllegalStateException("no type " + typeId));
        return new Pair(anatomyOf(type), type);
    }

    /** What a valve's drive does, in its family's words. */
    public String driveWords(String typeId, Drive drive) {
        return of(typeId).anatomy().words(drive);
    }

    public SectionDrawing drawing(Pair pair, ValveConfiguration configuration) {
        DrawingTemplate drawing = isShippedFamily(pair.anatomy().id())
                ? library().drawing(pair.anatomy())
                : families.of(pair.anatomy()).drawing();
        return new SectionDrawing(
                drawing, pair.anatomy(), pair.type(), configuration, UsualProportions.of(pair.type(), known()));
    }

    /** Keeps the present text of a type's anatomy and returns its digest. */
    public String keepAnatomy(Pair pair) {
        return keep(
                "anatomy",
                pair.anatomy().id(),
                pair.anatomy().version(),
                isShippedFamily(pair.anatomy().id())
                        ? anatomyTexts.computeIfAbsent(pair.anatomy().id(), SheetLibrary::anatomyText)
                        : families.of(pair.anatomy()).anatomyText());
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
