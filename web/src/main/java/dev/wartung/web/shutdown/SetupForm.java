package dev.wartung.web.shutdown;

import dev.wartung.scheduling.Shutdown.Weights;
import dev.wartung.web.shutdown.Candidates.Candidate;
import dev.wartung.web.shutdown.Setup.Person;
import java.time.DateTimeException;
import java.time.LocalTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Reads what a planner set up; what makes no sense is told beside its field and the old value stands. */
final class SetupForm {

    private final Map<String, String> typed;
    private final Map<String, String> troubles = new LinkedHashMap<>();

    SetupForm(Map<String, String> typed) {
        this.typed = typed;
    }

    Map<String, String> troubles() {
        return troubles;
    }

    /** @param jobs the candidates that were on the form */
    Setup read(Setup before, List<Candidate> jobs) {
        List<Person> people = before.people().stream().map(this::person).toList();
        Map<String, Integer> tools = new LinkedHashMap<>();
        before.tools().forEach((tool, count) -> tools.put(tool, number("tool." + tool, 0, 20, count)));
        Set<Integer> left = new TreeSet<>(before.left());
        Map<Integer, Integer> risks = new TreeMap<>(before.risks());
        for (Candidate c : jobs) {
            if (typed.containsKey("in." + c.number())) {
                left.remove(c.number());
            } else {
                left.add(c.number());
            }
            int risk = number("risk." + c.number(), 0, 100, before.risks().getOrDefault(c.number(), c.risk()));
            if (risk == c.risk()) {
                risks.remove(c.number());
            } else {
                risks.put(c.number(), risk);
            }
        }
        Weights weights = new Weights(
                number("weight.risk", 0, 1000, (int) before.weights().risk()),
                number("weight.back", 0, 1000, (int) before.weights().back()),
                number("weight.overtime", 0, 1000, (int) before.weights().overtime()));
        return new Setup(
                number("lines", 1, 50, before.linesDown()),
                number("drain", 0, 600, before.drain()),
                number("restore", 0, 1440, before.restore()),
                number("seconds", 2, 600, before.seconds()),
                weights,
                people,
                tools,
                left,
                risks);
    }

    private Person person(Person p) {
        String at = "person." + p.username() + ".";
        return new Person(
                p.username(),
                p.name(),
                typed.containsKey(at + "there"),
                time(at + "from", p.from()),
                time(at + "to", p.to()),
                number(at + "overtime", 0, 12, p.overtime()),
                typed.containsKey(at + "changes"),
                typed.containsKey(at + "second"));
    }

    private int number(String field, int least, int most, int before) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.isEmpty()) {
            return before;
        }
        if (text.matches("\\d{1,6}") && Integer.parseInt(text) >= least && Integer.parseInt(text) <= most) {
            return Integer.parseInt(text);
        }
        troubles.put(field, "A whole number from " + least + " to " + most + ".");
        return before;
    }

    private LocalTime time(String field, LocalTime before) {
        String text = typed.getOrDefault(field, "").strip();
        try {
            return text.isEmpty() ? before : LocalTime.parse(text.length() == 4 ? "0" + text : text);
        } catch (DateTimeException e) {
            troubles.put(field, "A time such as 06:00.");
            return before;
        }
    }
}
