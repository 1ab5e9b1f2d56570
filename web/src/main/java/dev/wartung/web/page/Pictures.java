package dev.wartung.web.page;

import java.util.Optional;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.server.ResponseStatusException;

/** Pictures given out: for whoever is logged in, and asked for anew each time. */
public final class Pictures {

    private Pictures() {}

    /**
     * A photo.
     *
     * @throws ResponseStatusException not found, if there is none
     */
    public static ResponseEntity<byte[]> jpeg(Optional<byte[]> picture) {
        return picture.map(jpeg -> ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_JPEG)
                        .cacheControl(CacheControl.noCache().cachePrivate())
                        .body(jpeg))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
