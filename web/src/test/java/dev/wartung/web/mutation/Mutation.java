package dev.wartung.web.mutation;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/**
 * A property, broken.
 *
 * @param test    that has to fail, {@code Class.method}
 * @param file    what is changed: of web/src/main/java/dev/wartung/web, {@code resources/...} of web or {@code bin/...} of the script
 * @param find    what stands there, once
 * @param instead what stands there then
 */
record Mutation(String test, String file, String find, String instead) {

    /** Those of a list. */
    static List<Mutation> of(String list) {
        try (InputStream in =
                Objects.requireNonNull(Mutation.class.getResourceAsStream("/mutations/" + list + ".yaml"), list)) {
            List<?> all = (List<?>) new Load(LoadSettings.builder().build()).loadFromInputStream(in);
            return all.stream()
                    .map(one -> (Map<?, ?>) one)
                    .map(m -> new Mutation(said(m, "test"), said(m, "file"), said(m, "find"), said(m, "instead")))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String said(Map<?, ?> mutation, String key) {
        return String.valueOf(Objects.requireNonNull(mutation.get(key), key));
    }

    /** Whether a part of {@code ./wartung} is broken, which tests run from a copy. */
    boolean ofScript() {
        return file.startsWith("bin/");
    }

    Path source() {
        if (ofScript()) {
            return Path.of("..", file);
        }
        return file.startsWith("resources/")
                ? Path.of("src/main").resolve(file)
                : Path.of("src/main/java/dev/wartung/web", file);
    }

    /** How often what is to be changed stands there: once, if the mutation still finds its place. */
    int found() {
        String text = text();
        return (text.length() - text.replace(find, "").length()) / Math.max(1, find.length());
    }

    String mutated() {
        return text().replace(find, instead);
    }

    private String text() {
        try {
            return Files.readString(source());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
