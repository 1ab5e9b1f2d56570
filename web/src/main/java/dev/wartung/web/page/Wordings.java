package dev.wartung.web.page;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.TranslationFile;
import dev.wartung.core.message.Translations;
import dev.wartung.core.message.Wording;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** How people are told things here: in their units, and in the site's language where a file of translations is set. */
@Component
public class Wordings {

    private final Translations translations;

    /**
     * @param file of translations; empty for none
     * @throws IllegalStateException if it cannot be read, or something in it is wrong
     */
    Wordings(@Value("${wartung.translations:}") String file) {
        this.translations = file.isEmpty() ? Translations.NONE : read(Path.of(file));
    }

    private static Translations read(Path file) {
        try {
            return TranslationFile.read(Files.readString(file));
        } catch (IOException | IllegalArgumentException e) {
            throw new IllegalStateException("wartung.translations, " + file + ": " + e.getMessage(), e);
        }
    }

    public Wording in(UnitSystem units) {
        return new Wording(units, translations);
    }
}
