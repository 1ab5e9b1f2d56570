package dev.wartung.web.job;

import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The procedure a job was given and what it carries on, as they were written when it was planned. */
@Component
class JobPapers {

    /** Both as JSON, in the form {@link ProcedureFormat} reads. */
    record Papers(String procedure, String carried) {}

    private final JdbcClient sql;

    JobPapers(JdbcClient sql) {
        this.sql = sql;
    }

    Papers of(Job job) {
        return sql.sql("select procedure_json::text, carried_json::text from job where id = :id")
                .param("id", job.id())
                .query((row, i) -> new Papers(row.getString(1), row.getString(2)))
                .single();
    }
}
