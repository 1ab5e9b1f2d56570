package dev.wartung.web.due;

import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.look.Looks;
import dev.wartung.web.tool.Toolbox;
import dev.wartung.web.valve.Valves;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Everything that has a day: planned jobs, looks, valves that fall due, calibrations. */
@Service
class Agenda {

    private final Jobs jobs;
    private final Looks looks;
    private final Valves valves;
    private final Toolbox toolbox;

    Agenda(Jobs jobs, Looks looks, Valves valves, Toolbox toolbox) {
        this.jobs = jobs;
        this.looks = looks;
        this.valves = valves;
        this.toolbox = toolbox;
    }

    /** What something on the agenda is. */
    enum Kind {
        JOB,
        LOOK,
        DUE,
        CALIBRATION
    }

    /**
     * Something with a day.
     *
     * @param id   the same as long as it is the same thing
     * @param what a tag or a number
     * @param text what is to be done
     * @param path where it is shown
     */
    public record Item(Kind kind, String id, LocalDate on, String what, String text, String path) {

        public String style() {
            return "is-" + kind.name().toLowerCase(Locale.ROOT);
        }
    }

    @Transactional(readOnly = true)
    List<Item> between(LocalDate from, LocalDate to) {
        List<Item> items = new ArrayList<>();
        jobs.openLines(from, to)
                .forEach(j -> items.add(
                        new Item(Kind.JOB, "job-" + j.number(), j.dueOn(), j.tag(), j.title(), "/jobs/" + j.number())));
        looks.openBetween(from, to)
                .forEach(r -> items.add(new Item(
                        Kind.LOOK,
                        "look-" + r.id(),
                        r.dueOn(),
                        r.valve().tag(),
                        r.name(),
                        r.valve().path())));
        valves.dueBetween(from, to)
                .forEach(v -> items.add(new Item(
                        Kind.DUE,
                        "due-" + v.tag(),
                        v.nextDue().orElseThrow(),
                        v.tag(),
                        v.service() + (v.dueBecause().isEmpty() ? "" : ", " + v.dueBecause()),
                        v.path())));
        toolbox.all().stream()
                .filter(t -> !t.goodUntil().isBefore(from) && !t.goodUntil().isAfter(to))
                .forEach(t -> items.add(new Item(
                        Kind.CALIBRATION,
                        "tool-" + t.number(),
                        t.goodUntil(),
                        t.number(),
                        "calibrate the " + t.kind().words().toLowerCase(Locale.ROOT),
                        "/stores/tools/" + t.id())));
        items.sort(Comparator.comparing(Item::on).thenComparing(Item::kind).thenComparing(Item::what));
        return items;
    }
}
