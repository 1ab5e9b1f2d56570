package dev.wartung.web.record;

import dev.wartung.web.record.RecordRows.Row;
import dev.wartung.web.valve.StoredOptions;
import java.io.IOException;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import org.apache.commons.codec.digest.DigestUtils;
import org.erdtman.jcs.JsonCanonicalizer;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * What a record says, read from the rows of the database alone, so that whoever verifies it comes to the same text as
 * whoever wrote it. Written in the JSON
 * Canonicalization Scheme (RFC 8785); its hash is SHA-256 of that text, which names the hash of the record before.
 */
final class RecordContent {

    /** Hash before the first record. */
    static final String FIRST = "0".repeat(64);

    /** Since 2 a job's record holds its report, and everything else that was done in it. */
    static final String FORMAT = "wartung-record-2";

    static final String JOB = "JOB";
    static final String CORRECTION = "CORRECTION";
    static final String REVIEW = "REVIEW";
    /** Parts of a job's record that are read from the rows, and can be read again. */
    static final List<String> FROM_ROWS = List.of(
            "job",
            "entries",
            "fitted",
            "photos",
            "read_with",
            "pieces",
            "greases",
            "runs",
            "change",
            "signatures",
            "rechecks");

    private static final String REPORT = "report";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private RecordContent() {}

    /** The start of any record. */
    static ObjectNode begin(String kind, long seq, String previous, String written) {
        return JSON.createObjectNode()
                .put("format", FORMAT)
                .put("kind", kind)
                .put("sequence", seq)
                .put("previous", previous)
                .put("written", written);
    }

    /**
     * Everything the rows say of an ended job, added to the record.
     *
     * @throws IllegalArgumentException if there is no such job
     */
    static ObjectNode job(ObjectNode record, int number, Connection connection) throws SQLException {
        RecordRows rows = new RecordRows(connection);
        Row job = rows.one(
                        """
                select j.id, j.number, j.title, j.work, j.chosen_part, j.state, j.due_on, p.username as planned_by, j.planned_at, h.username as holder, j.started_at, j.ended_at,
                       j.anatomy_digest, j.type_digest, j.drive, j.options, j.procedure_json, j.carried_json, v.type_id,
                       coalesce((select f.tag from former_tag f where f.valve_id = v.id and f.until > j.ended_at order by f.until, f.id limit 1), v.tag) as tag
                from job j join valve v on v.id = j.valve_id join account p on p.id = j.planned_by_id left join account h on h.id = j.holder_id where j.number = ?""",
                        number)
                .orElseThrow(() -> new IllegalArgumentException("there is no job " + number));
        ObjectNode said = job.put(
                record.putObject("job"),
                "number",
                "title",
                "work",
                "chosen_part",
                "state",
                "due_on",
                "planned_by",
                "planned_at",
                "holder",
                "started_at",
                "ended_at",
                "anatomy_digest",
                "type_digest",
                "drive");
        said.put(
                "options",
                StoredOptions.inOneLine(
                        JSON.readValue(job.text("options"), new TypeReference<TreeMap<String, String>>() {})));
        said.put("valve", job.text("tag")).put("type", job.text("type_id"));
        said.put("procedure_sha256", hash(job.text("procedure_json")))
                .put("carried_sha256", hash(job.text("carried_json")));
        ArrayNode entries = record.putArray("entries");
        for (Row row : rows.all(
                """
                select e.id, e.seq, e.kind, e.step_id, a.username as by, e.at, e.done_at, e.event, e.as_written from job_entry e join account a on a.id = e.by_id where e.job_id = ? order by e.seq""",
                job.number("id"))) {
            ObjectNode entry = row.put(entries.addObject(), "id", "seq", "kind", "step_id", "by", "at");
            if (!row.text("done_at").isEmpty()) {
                row.put(entry, "done_at");
            }
            event(entry, row);
        }
        ArrayNode fitted = record.putArray("fitted");
        for (Row row : rows.all(
                "select part, article, material, lot, fitted_on from fitted_part where job_number = ? order by id",
                number)) {
            row.put(fitted.addObject(), "part", "article", "material", "lot", "fitted_on");
        }
        ArrayNode photos = record.putArray("photos");
        for (Row row : rows.all(
                "select id, encode(sha256(jpeg), 'hex') as sha256 from photo where job_id = ? order by id",
                job.number("id"))) {
            row.put(photos.addObject(), "id", "sha256");
        }
        JobRows.into(record, number, rows);
        return record;
    }

    /** Adds the report that is printed of the job from now on. */
    static void report(ObjectNode record, ServiceReport report) {
        record.set(REPORT, JSON.valueToTree(report));
    }

    /** The report that was sealed; empty in records that were written before they held any. */
    static Optional<ServiceReport> report(JsonNode record) {
        return record.has(REPORT)
                ? Optional.of(JSON.treeToValue(record.get(REPORT), ServiceReport.class))
                : Optional.empty();
    }

    /** Digest of the drawing that the report was sealed with. */
    static Optional<String> drawing(JsonNode record) {
        return Optional.of(record.path(REPORT).path("drawing").asString("")).filter(d -> !d.isEmpty());
    }

    /** What an entry says, as it was written: what was sealed before entries had versions was sealed without one. */
    private static void event(ObjectNode entry, Row row) throws SQLException {
        JsonNode event = JSON.readTree(row.text("event"));
        if (event.path("version").asInt() > 1) {
            entry.set("version", event.path("version"));
        }
        String asWritten = row.text("as_written");
        entry.set("body", asWritten.isEmpty() ? event.path("body") : JSON.readTree(asWritten));
    }

    /** The canonical text. */
    static String canonical(JsonNode record) {
        try {
            return new JsonCanonicalizer(JSON.writeValueAsString(record)).getEncodedString();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** @throws tools.jackson.core.JacksonException if the text is not JSON */
    static JsonNode read(String content) {
        return JSON.readTree(content);
    }

    /** SHA-256 in hexadecimal. */
    static String hash(String text) {
        return DigestUtils.sha256Hex(text);
    }
}
