package dev.wartung.web.document;

import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.multipart.MultipartFile;

/**
 * What somebody chose as a photo, read before anything is locked: that may take a second, for which nobody else waits.
 *
 * @param photo   empty where none was chosen, or what was is none
 * @param trouble why it is none; empty where it is, or nothing was chosen
 */
public record Shot(Optional<PhotoFile> photo, Optional<String> trouble) {

    /** Nothing was chosen. */
    public static final Shot NONE = new Shot(Optional.empty(), Optional.empty());

    /** Of a form's file. */
    public static Shot of(@Nullable MultipartFile file) {
        if (file == null || file.isEmpty()) {
            return NONE;
        }
        try {
            return new Shot(Optional.of(PhotoFile.read(file, file.getSize())), Optional.empty());
        } catch (PhotoFile.Refused e) {
            return new Shot(Optional.empty(), Optional.of(String.valueOf(e.getMessage())));
        }
    }
}
