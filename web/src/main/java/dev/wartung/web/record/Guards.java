package dev.wartung.web.record;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What in the database keeps records and audit trail as they are: triggers that refuse and write down, functions that
 * link. Held against what this version made, which {@code guards.txt} lists: one that is missing, switched off, other
 * or more is told.
 */
final class Guards {

    private static final String RESOURCE = "guards.txt";

    /** SHA-256 of nothing: the trigger is told no key, and writes down without one. */
    private static final String NO_ARGUMENTS = "e3b0c442";

    private Guards() {}

    /** Those of this version, a line each. */
    static Set<String> expected() {
        try (InputStream in = Guards.class.getResourceAsStream(RESOURCE)) {
            if (in == null) {
                throw new IllegalStateException(RESOURCE + " is missing");
            }
            return new TreeSet<>(new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Tables of which the trail tells every row, by its key. */
    static Set<String> watched() {
        return expected().stream()
                .map(guard -> guard.split(" "))
                .filter(words -> words[0].equals("trigger")
                        && words[2].equals(words[1] + "_audit")
                        && !words[5].equals(NO_ARGUMENTS))
                .map(words -> words[1])
                .collect(Collectors.toCollection(TreeSet::new));
    }

    /** Those in force: triggers that fire, and functions with the beginning of the SHA-256 of what they do. */
    static Set<String> inForce(Connection connection) throws SQLException {
        Set<String> found = new TreeSet<>();
        try (PreparedStatement statement = connection.prepareStatement(
                        """
                select 'trigger ' || c.relname || ' ' || g.tgname || ' ' || p.proname || ' ' || g.tgtype || ' ' || left(encode(sha256(g.tgargs), 'hex'), 8) from pg_trigger g
                join pg_class c on c.oid = g.tgrelid join pg_namespace n on n.oid = c.relnamespace join pg_proc p on p.oid = g.tgfoid
                where n.nspname = 'public' and not g.tgisinternal and g.tgenabled in ('O', 'A')
                union select 'function ' || p.proname || ' ' || left(encode(sha256(convert_to(p.prosrc || p.prosecdef || coalesce(p.proconfig::text, ''), 'UTF8')), 'hex'), 16)
                from pg_proc p join pg_namespace n on n.oid = p.pronamespace where n.nspname = 'public'""");
                ResultSet row = statement.executeQuery()) {
            while (row.next()) {
                found.add(row.getString(1));
            }
        }
        return found;
    }

    /** What is not as this version made it, in words. */
    static List<String> problems(Connection connection) throws SQLException {
        Set<String> expected = expected();
        Set<String> inForce = inForce(connection);
        List<String> problems = new ArrayList<>();
        expected.stream()
                .filter(guard -> !inForce.contains(guard))
                .forEach(guard -> problems.add(
                        "A guard of the database is missing, switched off or changed: " + named(guard) + "."));
        inForce.stream()
                .filter(guard -> !expected.contains(guard))
                .filter(guard -> expected.stream().noneMatch(e -> named(e).equals(named(guard))))
                .forEach(guard ->
                        problems.add("The database has what this version did not make: " + named(guard) + "."));
        return problems;
    }

    /** "trigger job_entry job_entry_unchanging", "function write_audit". */
    private static String named(String guard) {
        String[] words = guard.split(" ");
        return words[0].equals("trigger") ? words[0] + " " + words[1] + " " + words[2] : words[0] + " " + words[1];
    }
}
