package dev.wartung.web.account;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Accounts, for administrators. */
@Controller
class PeopleController {

    private final People people;

    PeopleController(People people) {
        this.people = people;
    }

    @GetMapping("/people")
    String list(Model model) {
        return show(Map.of(), Map.of(), model);
    }

    @PostMapping("/people")
    String add(@RequestParam Map<String, String> typed, Model model) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String username = People.plain(typed.getOrDefault("username", ""));
        String name = typed.getOrDefault("name", "").strip();
        Set<Role> roles = roles(typed);
        if (!People.isName(username)) {
            troubles.put("username", "2 to 40 letters a to z, digits, dots and dashes.");
        } else if (people.named(username).isPresent()) {
            troubles.put("username", "“" + username + "” is taken, perhaps by somebody who left.");
        }
        if (name.isEmpty() || name.length() > 120) {
            troubles.put("name", "The name as it shall stand on reports, at most 120 letters.");
        }
        if (!name.isEmpty() && people.isSigned(name)) {
            troubles.put(
                    "name",
                    "Somebody signs as “" + name + "” already. Two people of one name need a difference in it.");
        }
        if (roles.isEmpty()) {
            troubles.put("roles", "Choose what they do.");
        } else if (!Role.together(roles)) {
            troubles.put("roles", People.ONE_OR_THE_OTHER);
        }
        if (troubles.isEmpty()) {
            try {
                return told(username, people.add(username, name, roles), model);
            } catch (DataIntegrityViolationException takenMeanwhile) {
                boolean byName = people.named(username).isEmpty();
                troubles.put(byName ? "name" : "username", "“" + (byName ? name : username) + "” is taken.");
            }
        }
        return show(typed, troubles, model);
    }

    @PostMapping("/people/{username}/roles")
    String roles(@PathVariable String username, @RequestParam Map<String, String> typed, Model model) {
        return people.mayDo(known(username), roles(typed))
                .map(why -> refused(username, why, model))
                .orElse("redirect:/people");
    }

    @PostMapping("/people/{username}/password")
    String password(@PathVariable String username, Model model) {
        return told(username, people.handPassword(known(username)), model);
    }

    @PostMapping("/people/{username}/left")
    String left(@PathVariable String username, Model model) {
        return people.leaves(known(username))
                .map(why -> refused(username, why, model))
                .orElse("redirect:/people");
    }

    @PostMapping("/people/{username}/back")
    String back(@PathVariable String username, Model model) {
        return people.isBack(known(username))
                .map(why -> refused(username, why, model))
                .orElse("redirect:/people");
    }

    private Account known(String username) {
        return people.named(username).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static Set<Role> roles(Map<String, String> typed) {
        return Arrays.stream(Role.values())
                .filter(r -> typed.containsKey("role." + r.name()))
                .collect(Collectors.toSet());
    }

    private String told(String username, String first, Model model) {
        model.addAttribute("toldFor", known(username).name());
        model.addAttribute("toldPassword", first);
        model.addAttribute("toldDays", Passwords.FIRST_HOLDS.toDays());
        return show(Map.of(), Map.of(), model);
    }

    private String refused(String username, String why, Model model) {
        return show(Map.of(), Map.of(username, why), model);
    }

    private String show(Map<String, String> typed, Map<String, String> troubles, Model model) {
        List<Account> all = people.all();
        model.addAttribute("nav", "site");
        model.addAttribute("people", all);
        model.addAttribute("waits", all.stream().collect(Collectors.toMap(Account::username, a -> a.firstPasswordUntil()
                .isPresent())));
        model.addAttribute(
                "allRoles",
                Arrays.stream(Role.values())
                        .collect(Collectors.toMap(Function.identity(), Role::words, (a, b) -> a, LinkedHashMap::new)));
        model.addAttribute("typed", typed);
        model.addAttribute("troubles", troubles);
        return "people";
    }
}
