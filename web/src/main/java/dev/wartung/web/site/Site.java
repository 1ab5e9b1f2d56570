package dev.wartung.web.site;

import dev.wartung.core.actuation.Air;
import dev.wartung.core.actuation.Duty.Allowances;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Practice;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.sheet.Schools;
import dev.wartung.web.account.Account;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** How the plant works, and changing it. Jobs that are kept already stay as they were derived. */
@Service
public class Site {

    private final SiteAnswers answers;
    private final SiteTools tools;
    private final PlantAirs airs;
    private final JdbcTemplate jdbc;
    private final Clock clock;

    Site(SiteAnswers answers, SiteTools tools, PlantAirs airs, JdbcTemplate jdbc, Clock clock) {
        this.answers = answers;
        this.tools = tools;
        this.airs = airs;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** What jobs are derived with from now on. */
    @Transactional(readOnly = true)
    public Practice practice() {
        return new Practice(
                Schools.table(),
                new SiteChoices(
                        answers.findAll().stream().collect(Collectors.toMap(SiteAnswer::school, SiteAnswer::answer)),
                        tools.findAll().stream().map(SiteTool::tool).collect(Collectors.toSet())));
    }

    /** The plant's compressed air; empty while nobody has said. */
    @Transactional(readOnly = true)
    public Optional<Air> air() {
        return airs.findById(PlantAir.ONLY).map(PlantAir::air);
    }

    /** How many times what it takes a quarter-turn actuator must have here, at the worst. */
    @Transactional(readOnly = true)
    public double margin() {
        return airs.findById(PlantAir.ONLY).map(PlantAir::margin).orElse(Allowances.USUAL.margin());
    }

    /**
     * Whether a reading is within its limits only where it surely is, with its tool's uncertainty off; else as it is
     * read.
     */
    @Transactional(readOnly = true)
    public boolean guardsReadings() {
        return jdbc.queryForList("select guarded from reading_rule", Boolean.class).stream()
                .findFirst()
                .orElse(true);
    }

    @Transactional
    public void guardReadings(boolean guarded, Account by) {
        jdbc.update(
                "insert into reading_rule (id, guarded, by_id, at) values (1, ?, ?, ?) on conflict (id) do update set guarded = excluded.guarded, by_id = excluded.by_id, at = excluded.at",
                guarded,
                by.id(),
                Timestamp.from(clock.instant()));
    }

    /**
     * Keeps what air there is.
     *
     * @param margin asked of quarter-turn actuators, 1 or more
     */
    @Transactional
    public void hasAir(Air air, double margin, Account by) {
        airs.save(new PlantAir(air, margin, by, clock.instant()));
    }

    /**
     * Chooses anew, all at once.
     *
     * @param chosen answers by question; a question that is not in it is left to the usual way
     * @param owned  ids of the special tools owned
     * @return what is wrong with the choice; empty when it was kept
     */
    @Transactional
    public List<Message> choose(Map<String, String> chosen, Set<String> owned, Account by) {
        List<Message> troubles = Schools.table().troubles(chosen);
        if (!troubles.isEmpty()) {
            return troubles;
        }
        Instant now = clock.instant();
        answers.findAll().stream().filter(a -> !chosen.containsKey(a.school())).forEach(answers::delete);
        chosen.forEach((school, answer) -> answers.findById(school)
                .ifPresentOrElse(
                        a -> a.becomes(answer, by, now), () -> answers.save(new SiteAnswer(school, answer, by, now))));
        tools.findAll().stream().filter(t -> !owned.contains(t.tool())).forEach(tools::delete);
        Schools.table().tools().stream()
                .map(t -> t.id())
                .filter(id -> owned.contains(id) && !tools.existsById(id))
                .forEach(id -> tools.save(new SiteTool(id, by, now)));
        return List.of();
    }
}
