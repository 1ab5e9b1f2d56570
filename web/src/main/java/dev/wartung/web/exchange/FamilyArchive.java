package dev.wartung.web.exchange;

import dev.wartung.web.exchange.UploadedText.Unreadable;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/**
 * A family's files in a ZIP archive.
 *
 * @param anatomy the text of {@code anatomy.yaml}
 * @param drawing the text of {@code drawing.svg}
 * @param types   the texts of the files in {@code types/}, by their names there
 * @param techniques the texts of the files in {@code techniques/}, by what they are called without {@code .svg}
 */
record FamilyArchive(String anatomy, String drawing, Map<String, String> types, Map<String, String> techniques) {

    private static final String ANATOMY = "anatomy.yaml";
    private static final String DRAWING = "drawing.svg";
    private static final String TYPES = "types/";
    private static final String TECHNIQUES = "techniques/";
    private static final String SVG = ".svg";
    private static final int MOST_FILES = 100;
    /** Unpacked: an archive says nothing of that beforehand that could be trusted. */
    private static final int MOST_BYTES = 4 * 1024 * 1024;

    FamilyArchive {
        types = new LinkedHashMap<>(types);
        techniques = new LinkedHashMap<>(techniques);
    }

    static FamilyArchive read(byte[] zip) throws Unreadable {
        Map<String, String> files = new LinkedHashMap<>();
        int room = MOST_BYTES;
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                byte[] content = in.readNBytes(room + 1);
                room -= content.length;
                if (room < 0 || files.size() >= MOST_FILES) {
                    throw new Unreadable("The archive holds more than a family does (100 files, 4 MB).");
                }
                // a folder packed as it is stands around its files, and some computers add files of their own
                String name = entry.getName().replaceFirst("^(?!" + TYPES + "|" + TECHNIQUES + ")[^/]+/", "");
                if (entry.isDirectory() || entry.getName().startsWith("__MACOSX/")) {
                    continue;
                }
                if (!name.equals(ANATOMY)
                        && !name.equals(DRAWING)
                        && !name.matches(TYPES + "[^/]+[.]ya?ml")
                        && !name.matches(TECHNIQUES + "[a-z][a-z0-9-]*[.]svg")) {
                    throw new Unreadable(
                            "“" + name.substring(0, Math.min(60, name.length()))
                                    + "” is nothing a family is made of: anatomy.yaml, drawing.svg, types/NAME.yaml, techniques/name.svg.");
                }
                files.put(name, UploadedText.of(name, content));
            }
        } catch (IOException | IllegalArgumentException e) {
            throw new Unreadable("The file is no ZIP archive that can be read.");
        }
        if (!files.containsKey(ANATOMY) || !files.containsKey(DRAWING)) {
            throw new Unreadable("The archive needs anatomy.yaml and drawing.svg, and types in types/.");
        }
        Map<String, String> types = new LinkedHashMap<>();
        Map<String, String> techniques = new LinkedHashMap<>();
        files.forEach((name, text) -> {
            if (name.startsWith(TYPES)) {
                types.put(name.substring(TYPES.length()), text);
            } else if (name.startsWith(TECHNIQUES)) {
                techniques.put(name.substring(TECHNIQUES.length(), name.length() - SVG.length()), text);
            }
        });
        return new FamilyArchive(files.getOrDefault(ANATOMY, ""), files.getOrDefault(DRAWING, ""), types, techniques);
    }

    byte[] zip() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out, StandardCharsets.UTF_8)) {
            put(zip, ANATOMY, anatomy);
            put(zip, DRAWING, drawing);
            for (Map.Entry<String, String> type : types.entrySet()) {
                put(zip, TYPES + type.getKey(), type.getValue());
            }
            for (Map.Entry<String, String> technique : techniques.entrySet()) {
                put(zip, TECHNIQUES + technique.getKey() + SVG, technique.getValue());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static void put(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }
}
