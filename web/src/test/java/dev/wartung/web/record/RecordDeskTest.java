package dev.wartung.web.record;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.TestSite;
import dev.wartung.web.job.JobState;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.bench.BenchRun;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.dao.DataAccessException;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.ConnectionCallback;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.request.MockHttpServletRequestBuilder;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Signing, the chain of records, and what happens to whoever meddles with it. */
@ExtendWith(RunningApplication.class)
class RecordDeskTest {

    private final MockMvc web;
    private final Jobs jobs;
    private final JdbcTemplate jdbc;
    private static int number;

    RecordDeskTest(MockMvc web, Jobs jobs, JdbcTemplate jdbc) {
        this.web = web;
        this.jobs = jobs;
        this.jdbc = jdbc;
    }

    @BeforeAll
    static void threeJobs(MockMvc web, Jobs jobs) throws Exception {
        number = closed("TS-011", web, jobs);
        closed("TS-012", web, jobs);
        closed("TS-013", web, jobs);
    }

    static int closed(String tag, MockMvc web, Jobs jobs) throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin(tag, "oil-actuator", "tessa");
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "tessa");
        }
        bench.close(job, "tessa");
        return job;
    }

    static MockHttpServletRequestBuilder as(String name, String role, MockHttpServletRequestBuilder request) {
        return request.with(user(name).roles(role)).with(csrf());
    }

    private Verification verified() {
        return jdbc.execute((ConnectionCallback<Verification>) Verification::of);
    }

    @Test
    @DisplayName("A job is closed with the password only; a wrong one leaves it open, with what was typed")
    void signing() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-014", "oil-actuator", "theo");
        while (bench.current(job).isPresent()) {
            bench.confirm(job, "theo");
        }
        String answer = web.perform(as("theo", "TECHNICIAN", post("/jobs/" + job + "/close"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("bin", "0")
                        .param("bag", "0")
                        .param("remark", "all well")
                        .param("password", "not-this-one"))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(answer)
                .contains("That is not your password")
                .contains("all well")
                .doesNotContain("not-this-one");
        assertThat(jobs.view(job).orElseThrow().job().state()).isEqualTo(JobState.RUNNING);
        bench.close(job, "theo");
        assertThat(web.perform(as("rita", "REVIEWER", get("/records/" + job)))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("Theo Technician")
                .contains("did this work and recorded it as it was");
    }

    @Test
    @DisplayName(
            "What is given out as JSON is what the schema says, each record's hash is that of its text, and each names the one before")
    void published() throws Exception {
        String schema = Files.readString(Path.of("../docs/schemas/service-record.schema.json"));
        JsonMapper json = JsonMapper.builder().build();
        String previous = RecordContent.FIRST;
        List<Integer> numbers = jdbc.queryForList(
                "select job_number from service_record where kind = 'JOB' order by seq", Integer.class);
        for (Integer job : numbers) {
            String given = web.perform(as("tessa", "TECHNICIAN", get("/records/" + job + ".json")))
                    .andReturn()
                    .getResponse()
                    .getContentAsString();
            assertThat(SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                            .getSchema(schema, InputFormat.JSON)
                            .validate(given, InputFormat.JSON))
                    .isEmpty();
            JsonNode first = json.readTree(given).get(0);
            assertThat(RecordContent.hash(RecordContent.canonical(first.path("record"))))
                    .isEqualTo(first.path("hash").asString());
            if (first.path("record").path("sequence").asInt() == 1) {
                assertThat(first.path("record").path("previous").asString()).isEqualTo(previous);
            }
        }
    }

    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            value = {
                "update service_record set content = '{}'",
                "delete from service_record",
                "truncate service_record",
                "update job set title = 'other' where state = 'CLOSED'",
                "delete from job where state = 'CLOSED'",
                "update job_entry set event = '{}'",
                "insert into job_entry select gen_random_uuid(), job_id, 999, 'PROBLEM', null, by_id, at, '{\"type\": \"PROBLEM\", \"version\": 2, \"body\": {\"note\": \"later\"}}' from job_entry limit 1",
                "update kept_sheet set yaml = ''",
                "delete from audit_entry",
            })
    @DisplayName("The database refuses to change what is on record")
    void refused(String sql) {
        assertThatThrownBy(() -> jdbc.execute(sql))
                .isInstanceOf(DataAccessException.class)
                .hasMessageMatching("(?s).*(never changed|has ended).*");
    }

    @ParameterizedTest(name = "{1}")
    @CsvSource(
            delimiter = '|',
            value = {
                "job_entry      | update job_entry set event = replace(event::text, 'answers', 'replies')::jsonb where kind = 'CONFIRMED' | rows were changed since",
                "job            | update job set ended_at = ended_at - interval '1 day' where state = 'CLOSED'            | rows were changed since",
                "service_record | update service_record set content = replace(content, 'CLOSED', 'STOPPED') where seq = 2 | it was changed",
                "service_record | update service_record set content = replace(content, 'CLOSED', 'STOPPED'), hash = encode(sha256(convert_to(replace(content, 'CLOSED', 'STOPPED'), 'UTF8')), 'hex') where seq = 2 | does not follow the record before it",
                "service_record | delete from service_record where seq = 1                                                | one is missing",
                "service_record | delete from service_record where seq = (select max(seq) from service_record)            | The end of the chain",
            })
    @DisplayName("Whoever switches the database's refusal off is found out")
    void tampered(String table, String sql, String found) {
        assertThat(verified().problems()).isEmpty();
        jdbc.execute("create table saved as select * from " + table);
        jdbc.execute("alter table " + table + " disable trigger user");
        try {
            jdbc.execute(sql);
            assertThat(verified().problems()).anySatisfy(p -> assertThat(p).contains(found));
        } finally {
            if (sql.startsWith("delete")) {
                jdbc.execute("insert into " + table + " select * from saved s where not exists (select 1 from " + table
                        + " t where t.seq = s.seq)");
            } else {
                String key = table.equals("service_record") ? "seq" : "id";
                String set =
                        switch (table) {
                            case "job_entry" -> "event = s.event";
                            case "job" -> "ended_at = s.ended_at";
                            default -> "content = s.content, hash = s.hash";
                        };
                jdbc.execute("update " + table + " t set " + set + " from saved s where s." + key + " = t." + key);
            }
            jdbc.execute("alter table " + table + " enable trigger user");
            jdbc.execute("drop table saved");
        }
        assertThat(verified().intact()).isTrue();
    }

    @Test
    @DisplayName(
            "An entry before the last one of its job is refused, with words, while the clock stands wrong; a moment's difference is evened out")
    void clockSetBack() throws Exception {
        BenchRun bench = new BenchRun(web, jobs);
        int job = bench.begin("TS-015", "oil-actuator", "theo");
        String ahead =
                "insert into job_entry (id, job_id, seq, kind, by_id, at, event) select gen_random_uuid(), j.id, 90, 'PROBLEM', j.holder_id, now() + interval '%s', '{\"type\": \"PROBLEM\", \"version\": 2, \"body\": {\"note\": \"ahead\"}}' from job j where number = "
                        + job;
        jdbc.update(ahead.formatted("30 seconds"));
        web.perform(as("theo", "TECHNICIAN", post("/jobs/" + job + "/problem"))
                        .param("entryId", UUID.randomUUID().toString())
                        .param("note", "drips"))
                .andExpect(status().isOk());
        assertThat(jdbc.queryForList(
                        "select at - lag(at) over (order by seq) >= interval '0' from job_entry e join job j on j.id = e.job_id where number = ?",
                        Boolean.class,
                        job))
                .doesNotContain(false);
        jdbc.update(ahead.replace("90", "95").formatted("2 hours"));
        String answer = web.perform(as("theo", "TECHNICIAN", post("/jobs/" + job + "/problem"))
                        .param("entryId", UUID.randomUUID().toString())
                        .contentType(MediaType.APPLICATION_FORM_URLENCODED)
                        .param("note", "drips"))
                .andExpect(status().isServiceUnavailable())
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(answer).contains("clock was set back").contains("value=\"drips\"");
    }

    @Test
    @DisplayName("A correction is a record of its own, signed; the record it corrects stays as it was and shows it")
    void corrections() throws Exception {
        String before = jdbc.queryForObject(
                "select content from service_record where job_number = ? and kind = 'JOB'", String.class, number);
        Map<String, String> says =
                Map.of("what", "lot of the oil", "was", "none", "is", "AO-2611-3", "reason", "it stands on the bottle");
        MockHttpServletRequestBuilder unsigned = as("tessa", "TECHNICIAN", post("/records/" + number + "/corrections"));
        says.forEach(unsigned::param);
        assertThat(web.perform(unsigned).andReturn().getResponse().getContentAsString())
                .contains("Sign with your password")
                .contains("AO-2611-3");
        MockHttpServletRequestBuilder signed = as("tessa", "TECHNICIAN", post("/records/" + number + "/corrections"))
                .param("password", TestSite.PASSWORD);
        says.forEach(signed::param);
        web.perform(signed).andExpect(status().is3xxRedirection());
        assertThat(web.perform(as("tessa", "TECHNICIAN", get("/records/" + number)))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("Corrected since")
                .contains("AO-2611-3");
        assertThat(jdbc.queryForObject(
                        "select content from service_record where job_number = ? and kind = 'JOB'",
                        String.class,
                        number))
                .isEqualTo(before);
        assertThat(verified().intact()).isTrue();
    }

    @Test
    @DisplayName(
            "A report is printed as it was sealed, whatever the rows have become since; one that was changed past its guards says so")
    void printedAsSealed() throws Exception {
        int job = closed("TS-016", web, jobs);
        String before = audit("/records/" + job);
        assertThat(before)
                .contains("Test service of TS-016", "Tessa Technician", "Printed from what was sealed")
                .doesNotContain("Do not rely");
        assertThat(before.indexOf(">Drive<"))
                .as("the configuration in the order of the sheet, not of the letters")
                .isPositive()
                .isLessThan(before.indexOf(">Control head<"));
        jdbc.update("update valve set service = 'another service', type_name = 'another type' where tag = 'TS-016'");
        jdbc.update("update account set name = 'Tessa Married' where username = 'tessa'");
        try {
            String after = audit("/records/" + job);
            assertThat(after)
                    .contains("Test service of TS-016", "Ostrevik Kolm 50", "Tessa Technician")
                    .doesNotContain("another service", "another type", "Tessa Married");
        } finally {
            jdbc.update("update account set name = 'Tessa Technician' where username = 'tessa'");
        }
        jdbc.execute("alter table service_record disable trigger user");
        String content =
                jdbc.queryForObject("select content from service_record where job_number = ?", String.class, job);
        try {
            jdbc.update(
                    "update service_record set content = ? where job_number = ?",
                    content.replace("Tessa Technician", "Theo Technician"),
                    job);
            assertThat(audit("/records/" + job))
                    .contains("it was changed. Do not rely on this report: have an administrator run verify.");
        } finally {
            jdbc.update("update service_record set content = ? where job_number = ?", content, job);
            jdbc.execute("alter table service_record enable trigger user");
        }
        jdbc.execute("alter table kept_drawing disable trigger user");
        try {
            jdbc.update("update kept_drawing set svg = svg || ' '");
            assertThat(audit("/records/" + job)).contains("The drawing is not the one that was sealed.");
        } finally {
            jdbc.update("update kept_drawing set svg = rtrim(svg)");
            jdbc.execute("alter table kept_drawing enable trigger user");
        }
        assertThat(audit("/records/" + job)).doesNotContain("Do not rely");
    }

    @Test
    @DisplayName("Records are found by the beginning of a tag and by a job's number")
    void found() throws Exception {
        String link = "/records/" + number + "\"";
        for (String words : new String[] {"", "TS-011", "ts-01", String.valueOf(number)}) {
            assertThat(web.perform(as("tessa", "TECHNICIAN", get("/records").param("q", words)))
                            .andReturn()
                            .getResponse()
                            .getContentAsString())
                    .as(words)
                    .contains(link);
        }
        for (String words : new String[] {"TS-9", "%", "_S-011", "99999", "TS-012"}) {
            assertThat(web.perform(as("tessa", "TECHNICIAN", get("/records").param("q", words)))
                            .andReturn()
                            .getResponse()
                            .getContentAsString())
                    .as(words)
                    .doesNotContain(link);
        }
    }

    private String audit(String address) throws Exception {
        return web.perform(as("rita", "REVIEWER", get(address)))
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsString();
    }
}
