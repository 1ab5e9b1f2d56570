package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.drawing.DrawingTemplate;
import dev.wartung.core.drawing.Technique;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/** The sheets that come with Wartung, read by the same road as anybody's own. */
public final class SheetLibrary {

    private final Map<String, AnatomySheet> anatomies = new TreeMap<>();
    private final Map<String, TypeSheet> types = new TreeMap<>();
    private final Map<String, DrawingTemplate> drawings = new TreeMap<>();

    private SheetLibrary() {}

    /**
     * A library of the shipped sheets to which others can be added. The sheets themselves are read once.
     *
     * @throws ExceptionInInitializerError if one of them is refused: a mistake in the build
     */
    public static SheetLibrary shipped() {
        SheetLibrary library = new SheetLibrary();
        library.anatomies.putAll(Read.SHIPPED.anatomies);
        library.types.putAll(Read.SHIPPED.types);
        library.drawings.putAll(Read.SHIPPED.drawings);
        return library;
    }

    /** Read once, when they are first asked for: those that are shipped never change. */
    private static final class Read {
        private static final SheetLibrary SHIPPED = read();

        private static SheetLibrary read() {
            SheetLibrary library = new SheetLibrary();
            SheetReader reader = new SheetReader();
            Map<String, Optional<SheetText>> fragments = new HashMap<>();
            Function<String, Optional<SheetText>> readOnce =
                    name -> fragments.computeIfAbsent(name, n -> fragment(n).map(text -> new SheetText(n, text)));
            listed("anatomies").forEach(id -> {
                AnatomySheet sheet =
                        accepted(reader.readAnatomyOf(id + ".yaml", resource("anatomies/" + id + ".yaml"), readOnce));
                library.add(
                        sheet,
                        new DrawingTemplate(
                                sheet.drawing(), resource("drawings/" + sheet.drawing()), SheetLibrary::drawingPart));
            });
            listed("types")
                    .forEach(id ->
                            library.add(accepted(reader.readAgain(id + ".yaml", typeText(id), library::anatomy))));
            return library;
        }
    }

    /** The names a shipped list holds, one a line. */
    private static List<String> listed(String list) {
        return resource(list + "/list.txt")
                .lines()
                .filter(line -> !line.isBlank())
                .toList();
    }

    /** Adds a family, or puts a newer sheet in place of an older one. */
    public void add(AnatomySheet sheet, DrawingTemplate drawing) {
        anatomies.put(sheet.id(), sheet);
        drawings.put(sheet.drawing(), drawing);
    }

    /** Adds a type, or puts a newer sheet in place of an older one. */
    public void add(TypeSheet sheet) {
        types.put(sheet.id(), sheet);
    }

    /** The techniques that come with Wartung, by their ids. */
    public static Map<String, Technique> techniques() {
        return Shown.TECHNIQUES;
    }

    /** As the sheets are, but on its own: most who want a sheet draw no hands. */
    private static final class Shown {
        private static final Map<String, Technique> TECHNIQUES = listed("techniques").stream()
                .collect(Collectors.toUnmodifiableMap(
                        id -> id,
                        id -> new Technique(id, resource("techniques/" + id + ".svg"), SheetLibrary::techniquePart)));
    }

    /** Hands and tools that several techniques draw, by name. */
    public static Optional<String> techniquePart(String name) {
        return listed("techniques/parts").contains(name)
                ? Optional.of(resource("techniques/parts/" + name + ".svg"))
                : Optional.empty();
    }

    /** What several shipped drawings have in common, by name. */
    public static Optional<String> drawingPart(String name) {
        return listed("drawings/parts").contains(name)
                ? Optional.of(resource("drawings/parts/" + name + ".svg"))
                : Optional.empty();
    }

    /** What several shipped families have in common, by name. */
    public static Optional<String> fragment(String name) {
        return name.matches("[a-z-]+") && listed("fragments").contains(name)
                ? Optional.of(resource("fragments/" + name + ".yaml"))
                : Optional.empty();
    }

    public Optional<AnatomySheet> anatomy(String id) {
        return Optional.ofNullable(anatomies.get(id));
    }

    public Optional<TypeSheet> type(String id) {
        return Optional.ofNullable(types.get(id));
    }

    public List<TypeSheet> types() {
        return List.copyOf(types.values());
    }

    /** The section drawing of a shipped family. */
    public DrawingTemplate drawing(AnatomySheet anatomy) {
        return Objects.requireNonNull(drawings.get(anatomy.drawing()), anatomy.drawing());
    }

    /** The text a shipped anatomy was read from, with the fragments it uses written into it: it stands alone. */
    public static String anatomyText(String id) {
        return new SheetReader().compose(id + ".yaml", anatomySource(id), SheetLibrary::fragment);
    }

    /** A shipped anatomy as it was written, naming the fragments it uses. */
    public static String anatomySource(String id) {
        return resource("anatomies/" + id + ".yaml");
    }

    /** A shipped family's drawing as it was written, naming the drawings it includes. */
    public static String drawingSource(String id) {
        return resource("drawings/" + id + ".svg");
    }

    /** The text a shipped type was read from. */
    public static String typeText(String id) {
        return resource("types/" + id + ".yaml");
    }

    private static <T> T accepted(SheetResult<T> result) {
        if (result instanceof SheetResult.Accepted<T> accepted) {
            return accepted.sheet();
        }
        throw new IllegalStateException(
                ((SheetResult.Refused<T>) result).problems().toString());
    }

    /**
     * A shipped file beside this class, as text.
     *
     * @throws IllegalStateException if there is none
     */
    static String resource(String path) {
        try (InputStream in = Objects.requireNonNull(SheetLibrary.class.getResourceAsStream(path), path)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
