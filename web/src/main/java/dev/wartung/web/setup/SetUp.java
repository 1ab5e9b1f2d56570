package dev.wartung.web.setup;

import dev.wartung.web.sheet.Sheets;
import java.util.ArrayList;
import java.util.List;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;

/** How far a site is set up, read off what is there: nobody ticks it. */
@Service
public class SetUp {

    private final JdbcTemplate jdbc;
    private final Sheets sheets;

    SetUp(JdbcTemplate jdbc, Sheets sheets) {
        this.jdbc = jdbc;
        this.sheets = sheets;
    }

    /**
     * One thing to set up.
     *
     * @param where the page where it is done
     * @param state what there is of it, in words
     * @param why   what does not work without it
     * @param done  whether there is anything of it
     * @param needed whether no job can be done without it
     */
    public record Part(String name, String where, String state, String why, boolean done, boolean needed) {}

    /** Whether there is no valve to work on yet. */
    public boolean isEmpty() {
        return Boolean.FALSE.equals(jdbc.queryForObject("select exists (select from valve)", Boolean.class));
    }

    /** In the order in which one leans on the other. */
    public List<Part> parts() {
        List<Part> parts = new ArrayList<>();
        int people = count("select count(*) from account where left_at is null");
        int reviewers = count(
                "select count(distinct account_id) from account_role r join account a on a.id = r.account_id where a.left_at is null and r.role = 'REVIEWER'");
        parts.add(new Part(
                "People",
                "/people",
                of(people, "person", "people") + (reviewers == 0 ? "; nobody reviews yet" : ""),
                "Who may log in. A type is put in force, and a record reviewed, by somebody who had no hand in it.",
                people > 1 && reviewers > 0,
                true));
        int types = sheets.offered().size();
        int drafts = count("select count(*) from type_draft");
        parts.add(new Part(
                "Types",
                "/types",
                of(types, "type", "types") + " in force" + (drafts == 0 ? "" : ", " + of(drafts, "draft", "drafts")),
                "What a valve is: steps, drawings and judgements come of it.",
                types > 0,
                true));
        int valves = count("select count(*) from valve");
        int lines = count("select count(distinct (area, line)) from valve");
        parts.add(new Part(
                "Valves",
                valves == 0 ? "/register/list" : "/valves",
                of(valves, "valve", "valves") + " in " + of(lines, "line", "lines"),
                "One by one, or the list you have, pasted; the lines they name come with them.",
                valves > 0,
                true));
        int said = count("select count(*) from line_use where num_nonnulls(medium, cleaning_k, steam_k) > 0");
        parts.add(new Part(
                "Areas and lines",
                "/areas",
                of(lines, "line", "lines") + (said == 0 ? "" : ", " + said + " with what runs in them"),
                "Their names and order; what runs in them and how hot: which seals and greases stand it.",
                said > 0,
                false));
        int tins = count("select count(*) from grease_tin");
        int lots = count("select count(*) from lot");
        parts.add(new Part(
                "Stores",
                "/stores",
                of(tins, "tin of grease", "tins of grease") + ", " + of(lots, "lot of parts", "lots of parts"),
                "Which tin, which lot first, what is too old. Without it the step asks and does not tell.",
                tins + lots > 0,
                false));
        int tools = count("select count(*) from measuring_tool");
        parts.add(new Part(
                "Measuring tools",
                "/stores/tools",
                of(tools, "tool", "tools"),
                "What a reading was taken with, and how surely.",
                tools > 0,
                false));
        int answers = count("select count(*) from site_answer");
        boolean air = count("select count(*) from plant_air") > 0;
        parts.add(new Part(
                "How this plant works",
                "/site",
                (answers == 0 ? "the usual way in everything" : of(answers, "question", "questions") + " answered")
                        + (air ? "" : "; its air is not said"),
                "Where good technicians differ, and the air that fail positions are studied with.",
                air || answers > 0,
                false));
        int rules = count("select count(*) from service_rule");
        parts.add(new Part(
                "What makes a valve due",
                "/due/rules",
                rules == 0 ? "by its type: a year where the sheet does not say" : of(rules, "rule", "rules"),
                "By months, by strokes, by cleanings.",
                rules > 0,
                false));
        return parts;
    }

    private int count(String sql) {
        Integer count = jdbc.queryForObject(sql, Integer.class);
        return count == null ? 0 : count;
    }

    private static String of(int count, String one, String many) {
        return count == 1 ? "1 " + one : (count == 0 ? "no" : String.valueOf(count)) + " " + many;
    }
}
