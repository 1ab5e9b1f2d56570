package dev.wartung.web.setup;

import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** Set up this site. */
@Controller
class SetUpController {

    private final SetUp setUp;

    SetUpController(SetUp setUp) {
        this.setUp = setUp;
    }

    @GetMapping("/setup")
    String parts(Model model) {
        model.addAttribute("nav", "site");
        model.addAttribute("parts", setUp.parts());
        model.addAttribute("empty", setUp.isEmpty());
        return "setup";
    }
}
