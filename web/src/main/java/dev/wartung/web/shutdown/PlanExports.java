package dev.wartung.web.shutdown;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.text.PlainText;
import dev.wartung.scheduling.Plan;
import dev.wartung.scheduling.Plan.Placed;
import dev.wartung.scheduling.Plan.Stint;
import dev.wartung.web.document.Documents;
import dev.wartung.web.exchange.Table;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.paper.JobCards;
import dev.wartung.web.shutdown.Candidates.Candidate;
import dev.wartung.web.stores.Stores;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.TreeSet;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.apache.pdfbox.io.IOUtils;
import org.apache.pdfbox.io.RandomAccessReadBuffer;
import org.apache.pdfbox.multipdf.PDFMergerUtility;
import org.springframework.stereotype.Component;

/** A plan given out: as a calendar, as a table, as job cards, and as what to fetch for each day. */
@Component
class PlanExports {

    private static final List<String> COLUMNS = List.of("job", "tag", "title", "line", "what", "begins", "ends", "by");

    private final Jobs jobs;
    private final JobCards cards;
    private final Stores stores;
    private final Documents documents;

    PlanExports(Jobs jobs, JobCards cards, Stores stores, Documents documents) {
        this.jobs = jobs;
        this.cards = cards;
        this.stores = stores;
        this.documents = documents;
    }

    /**
     * A piece of somebody's work.
     *
     * @param what work, second person, tighten again, look
     */
    private record Entry(Candidate candidate, String what, Stint stint) {}

    private static List<Entry> entries(Problem problem, Plan plan) {
        Map<String, Candidate> byId = problem.byId();
        List<Entry> all = new ArrayList<>();
        for (Placed p : plan.jobs()) {
            Candidate c = Objects.requireNonNull(byId.get(p.job()));
            all.add(new Entry(c, "work", p.work()));
            p.second().ifPresent(s -> all.add(new Entry(c, "second person", s)));
            p.retighten().ifPresent(s -> all.add(new Entry(c, "tighten again", s)));
            p.recheck().ifPresent(s -> all.add(new Entry(c, "look once the line is back", s)));
        }
        return all;
    }

    /** iCalendar (RFC 5545), every piece of work with its hours, in UTC. */
    String calendar(ShutdownWindow window, Problem problem, Plan plan, Setup setup, Instant now) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Wartung//Shutdown//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        for (Entry e : entries(problem, plan)) {
            VEvent event = new VEvent(false);
            event.add(new Uid("shutdown-" + window.id() + "-" + e.candidate().number() + "-"
                    + e.what().replace(' ', '-') + "@wartung"));
            event.add(new DtStamp(now));
            event.add(new DtStart<>(at(window, e.stint().start())));
            event.add(new DtEnd<>(at(window, e.stint().end())));
            event.add(new Summary(PlainText.shown(e.candidate().tag() + ": "
                    + (e.what().equals("work") ? e.candidate().title() : e.what()) + ", "
                    + setup.nameOf(e.stint().technician()))));
            calendar.add(event);
        }
        return calendar.toString();
    }

    private static Instant at(ShutdownWindow window, int minutes) {
        return window.begins().plusSeconds(60L * minutes);
    }

    /** CSV (RFC 4180): a row for each piece of work, then one for each job that is not in. */
    String table(ShutdownWindow window, Problem problem, Plan plan, Setup setup, ZoneId zone) {
        List<List<String>> rows = new ArrayList<>();
        for (Entry e : entries(problem, plan)) {
            rows.add(row(
                    e.candidate(),
                    e.what(),
                    offset(window, e.stint().start(), zone),
                    offset(window, e.stint().end(), zone),
                    setup.nameOf(e.stint().technician())));
        }
        Map<String, Candidate> byId = problem.byId();
        plan.out().forEach(id -> rows.add(row(Objects.requireNonNull(byId.get(id)), "not in", "", "", "")));
        return Table.write(COLUMNS, rows);
    }

    private static List<String> row(Candidate c, String what, String begins, String ends, String by) {
        return List.of(String.valueOf(c.number()), c.tag(), c.title(), c.line(), what, begins, ends, by);
    }

    /** With its offset: an hour that comes twice is told apart. */
    private static String offset(ShutdownWindow window, int minutes, ZoneId zone) {
        return at(window, minutes).atZone(zone).toOffsetDateTime().toString();
    }

    private static LocalDateTime local(ShutdownWindow window, int minutes, ZoneId zone) {
        return at(window, minutes).atZone(zone).toLocalDateTime();
    }

    /** The job cards of all that is in, one after the other, as one PDF. */
    byte[] cards(Plan plan, UnitSystem units, String base) {
        PDFMergerUtility merger = new PDFMergerUtility();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        merger.setDestinationStream(out);
        plan.jobs().stream()
                .map(p -> Problem.number(p.job()))
                .flatMap(n -> jobs.view(n).stream())
                .forEach(view -> merger.addSource(new RandomAccessReadBuffer(cards.of(view, units, base))));
        try {
            merger.mergeDocuments(IOUtils.createMemoryOnlyStreamCache());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /**
     * What to fetch for a day.
     *
     * @param tools every tool once
     * @param kits  kits and loose parts, by job, with the lot to take first
     */
    public record Day(LocalDate day, List<Candidate> jobs, List<String> tools, List<String> kits) {}

    List<Day> days(ShutdownWindow window, Problem problem, Plan plan, ZoneId zone) {
        SortedMap<LocalDate, List<Candidate>> byDay = new TreeMap<>();
        Map<String, Candidate> byId = problem.byId();
        plan.jobs().forEach(p -> byDay.computeIfAbsent(
                        local(window, p.work().start(), zone).toLocalDate(), d -> new ArrayList<>())
                .add(byId.get(p.job())));
        return byDay.entrySet().stream().map(e -> day(e.getKey(), e.getValue())).toList();
    }

    private Day day(LocalDate day, List<Candidate> candidates) {
        TreeSet<String> tools = new TreeSet<>();
        List<String> kits = new ArrayList<>();
        for (Candidate c : candidates) {
            Optional<JobView> view = jobs.view(c.number());
            view.ifPresent(v -> {
                v.progress().procedure().tools().forEach(t -> tools.add(t.toString()));
                v.supplies()
                        .kit()
                        .ifPresent(kit -> kits.add(c.tag() + ": " + kit.name() + " " + kit.id() + first(kit.id())));
                v.supplies()
                        .notInKit()
                        .forEach(p -> kits.add(c.tag() + ": " + p.name()
                                + (p.article().isEmpty() ? "" : " " + p.article() + first(p.article()))));
            });
        }
        return new Day(day, candidates, List.copyOf(tools), kits);
    }

    private String first(String item) {
        return stores.takeFirst(item).map(l -> ", lot " + l.lot()).orElse(", none in the stores");
    }

    byte[] pickingList(ShutdownWindow window, List<Day> days) {
        return documents.pdf("picking-list-pdf", Map.of("window", window, "days", days));
    }
}
