package dev.wartung.web.note;

import dev.wartung.web.page.Pictures;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;

/** What technicians left at steps, for planners to keep or drop. */
@Controller
class BenchNotesController {

    private final BenchNotes notes;

    BenchNotesController(BenchNotes notes) {
        this.notes = notes;
    }

    @GetMapping("/notes")
    String all(Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("notes", notes.all());
        return "notes";
    }

    /** For whoever is logged in. */
    @GetMapping("/notes/{id:\\d{1,12}}/photo")
    ResponseEntity<byte[]> photo(@PathVariable long id) {
        return Pictures.jpeg(notes.photo(id));
    }

    @PostMapping("/notes/{id:\\d{1,12}}/{what:keep|drop}")
    String decide(@PathVariable long id, @PathVariable String what) {
        notes.decide(id, what.equals("keep"));
        return "redirect:/notes";
    }
}
