package dev.wartung.web.photo;

import dev.wartung.web.document.Shot;
import dev.wartung.web.page.Pictures;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;

/** Photos of a valve, taken in and given out. */
@Controller
class ValvePhotosController {

    private final ValvePhotos photos;
    private final Valves valves;

    ValvePhotosController(ValvePhotos photos, Valves valves) {
        this.photos = photos;
        this.valves = valves;
    }

    @PostMapping("/valves/{tag}/photos")
    String keep(
            @PathVariable String tag,
            @RequestParam UUID entryId,
            @RequestParam(defaultValue = "") String shows,
            @RequestParam Optional<MultipartFile> photo,
            Model model) {
        Valve valve =
                valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Optional<String> trouble = photos.keep(entryId, valve, shows, Shot.of(photo.orElse(null)));
        model.addAttribute("tag", valve.tag());
        model.addAttribute("photos", photos.of(valve));
        model.addAttribute("may", true);
        model.addAttribute("shows", trouble.isPresent() ? shows : "");
        model.addAttribute("photoTrouble", trouble.orElse(""));
        return "photos :: photos";
    }

    /** Never changes, so a browser may keep it; only for whoever is logged in. */
    @GetMapping("/valve-photos/{id}")
    ResponseEntity<byte[]> picture(@PathVariable UUID id) {
        return Pictures.jpeg(photos.picture(id));
    }
}
