package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.drawing.DrawingTemplate;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;

/** The sheets that come with Wartung, read by the same road as anybody's own. */
public final class SheetLibrary {

    private static final List<String> ANATOMIES = List.of("single-seat");
    private static final List<String> TYPES = List.of("kolm-25", "kolm-40", "kolm-50", "kolm-65", "kolm-80", "kolm-100");

    private final Map<String, AnatomySheet> anatomies = new TreeMap<>();
    private final Map<String, TypeSheet> types = new TreeMap<>();
    private final Map<String, DrawingTemplate> drawings = new TreeMap<>();

    /** Reads the shipped sheets. @throws IllegalStateException if one of them is refused: a mistake in the build */
    public static SheetLibrary shipped() {
        SheetLibrary library = new SheetLibrary();
        SheetReader reader = new SheetReader();
        ANATOMIES.forEach(id -> library.add(accepted(reader.readAnatomy(id + ".yaml", anatomyText(id)))));
        TYPES.forEach(id -> library.add(accepted(reader.readAgain(id + ".yaml", typeText(id), library::anatomy))));
        return library;
    }

    private void add(AnatomySheet sheet) {
        anatomies.put(sheet.id(), sheet);
        drawings.put(sheet.drawing(), new DrawingTemplate(sheet.drawing(), resource("drawings/" + sheet.drawing())));
    }

    private void add(TypeSheet sheet) {
        types.put(sheet.id(), sheet);
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

    /** The text a shipped anatomy was read from. */
    public static String anatomyText(String id) {
        return resource("anatomies/" + id + ".yaml");
    }

    /** The text a shipped type was read from. */
    public static String typeText(String id) {
        return resource("types/" + id + ".yaml");
    }

    private static <T> T accepted(SheetResult<T> result) {
        if (result instanceof SheetResult.Accepted<T> accepted) {
            return accepted.sheet();
        }
        throw new IllegalStateException(((SheetResult.Refused<T>) result).problems().toString());
    }

    /** A shipped file beside this class, as text. @throws IllegalStateException if there is none */
    static String resource(String path) {
        try (InputStream in = Objects.requireNonNull(SheetLibrary.class.getResourceAsStream(path), path)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
