package dev.wartung.web.schema;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.web.app.RunningApplication;
import jakarta.persistence.EntityManagerFactory;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.hibernate.engine.spi.SessionFactoryImplementor;
import org.hibernate.metamodel.mapping.BasicValuedModelPart;
import org.hibernate.metamodel.mapping.EntityMappingType;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.JdbcTemplate;

/** What the database itself holds to, whoever writes to it. */
@ExtendWith(RunningApplication.class)
class SchemaTest {

    private static final Pattern VALUES = Pattern.compile("'\\{([^}']+)}'::text\\[]");

    private final JdbcTemplate jdbc;
    private final EntityManagerFactory factory;

    SchemaTest(JdbcTemplate jdbc, EntityManagerFactory factory) {
        this.jdbc = jdbc;
        this.factory = factory;
    }

    /** Constants of the enumerations that entities keep, by "table.column". */
    private Map<String, Set<String>> enumerated() {
        Map<String, Set<String>> all = new TreeMap<>();
        factory.unwrap(SessionFactoryImplementor.class)
                .getMappingMetamodel()
                .forEachEntityDescriptor(entity -> ((EntityMappingType) entity).forEachAttributeMapping(attribute -> {
                    if (attribute instanceof BasicValuedModelPart basic
                            && basic.getJavaType().getJavaTypeClass().isEnum()) {
                        all.put(
                                basic.getContainingTableExpression() + "." + basic.getSelectionExpression(),
                                Arrays.stream(basic.getJavaType()
                                                .getJavaTypeClass()
                                                .getEnumConstants())
                                        .map(c -> ((Enum<?>) c).name())
                                        .collect(Collectors.toCollection(TreeSet::new)));
                    }
                }));
        return all;
    }

    /** Values the database admits, by "table.column", where it says so. */
    private Map<String, Set<String>> admitted() {
        Map<String, Set<String>> all = new TreeMap<>();
        jdbc.query(
                """
                select c.conrelid::regclass::text || '.' || a.attname, pg_get_constraintdef(c.oid) from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
                where c.contype = 'c' and c.convalidated and cardinality(c.conkey) = 1 and pg_get_constraintdef(c.oid) like '%ANY%'""",
                row -> {
                    Matcher values = VALUES.matcher(row.getString(2));
                    if (values.find()) {
                        all.put(row.getString(1), Set.of(values.group(1).split(",")));
                    }
                });
        return all;
    }

    @Test
    @DisplayName("Every column that keeps a state or a kind admits the values there are, and no others")
    void states() {
        Map<String, Set<String>> enumerated = enumerated();
        assertThat(enumerated).hasSizeGreaterThan(15);
        assertThat(admitted()).containsAllEntriesOf(enumerated);
        assertThat(admitted().get("account_role.role")).contains("TECHNICIAN", "ADMINISTRATOR");
        assertThat(admitted().get("job_entry.kind")).contains("CONFIRMED", "CLOSED");
    }

    @Test
    @DisplayName("What names a job names one that is there")
    void jobs() {
        List<String> naming = jdbc.queryForList(
                "select table_name from information_schema.columns where column_name = 'job_number' and table_schema = 'public'",
                String.class);
        List<String> held = jdbc.queryForList(
                """
                select c.conrelid::regclass::text from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1]
                where c.contype = 'f' and c.confrelid = 'job'::regclass and a.attname = 'job_number'""",
                String.class);
        assertThat(held).containsExactlyInAnyOrderElementsOf(naming).hasSizeGreaterThan(9);
    }

    @Test
    @DisplayName("No JSON is kept as mere text")
    void json() {
        assertThat(jdbc.queryForList(
                        """
                select table_name || '.' || column_name from information_schema.columns where table_schema = 'public' and data_type in ('text', 'character varying')
                  and column_name in ('options', 'signature', 'proof', 'duty', 'answer', 'setup', 'pins', 'problem', 'plan', 'made', 'procedure_json', 'carried_json', 'event')
                  and table_name <> 'site_answer'""",
                        String.class))
                .isEmpty();
    }

    @Test
    @DisplayName("Wherever a change is refused, emptying the table is refused, too")
    void truncate() {
        List<String> unchanging = jdbc.queryForList(
                "select distinct tgrelid::regclass::text from pg_trigger where tgname like '%unchanging' order by 1",
                String.class);
        assertThat(unchanging)
                .contains("job", "job_entry", "service_record", "audit_entry", "photo", "stock_move", "tool_use")
                .hasSizeGreaterThan(11);
        for (String table : unchanging) {
            assertThatThrownBy(() -> jdbc.execute("truncate " + table + " cascade"))
                    .as(table)
                    .isInstanceOf(DataAccessException.class)
                    .hasMessageContaining("never");
        }
    }
}
