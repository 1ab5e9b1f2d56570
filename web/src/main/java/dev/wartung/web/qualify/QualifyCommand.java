package dev.wartung.web.qualify;

import ch.qos.logback.classic.Level;
import ch.qos.logback.classic.Logger;
import dev.wartung.web.document.Documents;
import dev.wartung.web.record.Keys;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.LoggerFactory;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code ./wartung qualify}: looks at the installation, and writes the pack. The database comes in {@code WARTUNG_DB_URL},
 * {@code _USER} and {@code _PASSWORD}; {@code WARTUNG_MADE_UP_URL} and {@code WARTUNG_RESTORED_URL} are those of the
 * made-up job and of its backup, put back. {@code WARTUNG_PROGRAM}, {@code WARTUNG_HOME} and {@code WARTUNG_DOCS} are
 * folders, {@code WARTUNG_TESTED} a file of tests that ran, which may be missing.
 */
public final class QualifyCommand {

    private QualifyCommand() {}

    /**
     * Ends with 0 if everything passed, 1 if not, 2 if it could not be looked at.
     *
     * @param arguments the folder of the pack; then that of what {@link WorkCommand} found, or {@code --check}: only
     *     whether the pack there is as it was written
     */
    public static void main(String[] arguments) {
        Path folder = Path.of(arguments[0]);
        // what lays documents out tells much while it does
        ((Logger) LoggerFactory.getLogger(Logger.ROOT_LOGGER_NAME)).setLevel(Level.ERROR);
        try {
            Keys keys = Keys.in(Path.of(System.getenv("WARTUNG_ANCHORS_KEY")));
            System.exit(
                    arguments[1].equals("--check") ? checked(folder, keys) : made(folder, Path.of(arguments[1]), keys));
        } catch (SQLException | IOException e) {
            System.err.println("The installation could not be looked at: " + e.getMessage());
            System.exit(2);
        }
    }

    private static int checked(Path folder, Keys keys) throws IOException {
        List<String> problems = Pack.problems(folder, keys);
        problems.forEach(System.out::println);
        if (problems.isEmpty()) {
            System.out.println("As this installation signed it, with the key " + keys.name() + ".");
        } else {
            System.out.println("It says it is signed with the key "
                    + Pack.keyOf(folder).name() + "; this installation's is " + keys.name() + ".");
        }
        return problems.isEmpty() ? 0 : 1;
    }

    private static int made(Path folder, Path found, Keys keys) throws SQLException, IOException {
        Map<String, String> environment = System.getenv();
        List<Check> checks = new ArrayList<>();
        ZoneId zone;
        try (Connection connection = connected(System.getenv("WARTUNG_DB_URL"))) {
            Installation installation = new Installation(
                    Path.of(environment.get("WARTUNG_PROGRAM")), Path.of(environment.get("WARTUNG_HOME")));
            checks.add(installation.versions(connection));
            checks.add(installation.settings(connection, environment));
            checks.add(DatabaseChecks.rights(connection));
            checks.add(DatabaseChecks.book(connection, Path.of(environment.get("WARTUNG_ANCHORS_FOLDER"))));
            checks.add(DatabaseChecks.clock(connection, Clock.systemUTC()));
            zone = ZoneId.of(Installation.one(
                    connection,
                    "select coalesce((select zone from plant_time limit 1), '" + ZoneId.systemDefault() + "')"));
        }
        checks.addAll(worked(found.resolve("work.json")));
        checks.add(restored());
        checks.sort(Comparator.comparing(Check::id));
        Map<String, Boolean> looked = checks.stream().collect(Collectors.toMap(Check::id, Check::passed));
        Map<String, Boolean> ran = ran(Path.of(environment.get("WARTUNG_TESTED")));
        List<Pack.Asked> asked =
                Requirement.in(Files.readString(
                                Path.of(environment.get("WARTUNG_DOCS")).resolve("requirements.md")))
                        .stream()
                        .map(r -> new Pack.Asked(r, r.outcome(looked, ran)))
                        .toList();
        Pack pack = new Pack(LocalDateTime.now(zone).withNano(0), zone, List.copyOf(checks), asked);
        pack.write(folder, keys, Documents.alone(zone));
        told(pack);
        return pack.passed() ? 0 : 1;
    }

    private static void told(Pack pack) {
        for (Check check : pack.checks()) {
            System.out.println((check.passed() ? "passed  " : "FAILED  ") + check.id() + "  " + check.title());
            check.lines().stream()
                    .filter(l -> !l.agrees())
                    .forEach(l -> System.out.println(
                            "          " + l.what() + ": expected " + l.expected() + ", found " + l.found()));
        }
        pack.asked().stream()
                .filter(a -> a.outcome() == Requirement.Outcome.NOT_MET)
                .forEach(a -> System.out.println("NOT met " + a.requirement().id() + "  "
                        + a.requirement().text()));
        System.out.println(pack.asked().size() + " requirements, " + pack.notRun()
                + " of them shown by the project's tests alone, which were not run here.");
    }

    private static Connection connected(String url) throws SQLException {
        return DriverManager.getConnection(url, System.getenv("WARTUNG_DB_USER"), System.getenv("WARTUNG_DB_PASSWORD"));
    }

    private static List<Check> worked(Path found) throws IOException {
        if (Files.exists(found)) {
            return new JsonMapper().readValue(Files.readString(found), new TypeReference<List<Check>>() {});
        }
        IOException none = new IOException("the made-up job was not worked");
        return List.of(
                Check.of("Q-05", "Who may what, through the interface").broken(none),
                Check.of("Q-06", "A made-up valve's job, through the interface").broken(none));
    }

    private static Check restored() {
        try (Connection before = connected(System.getenv("WARTUNG_MADE_UP_URL"));
                Connection after = connected(System.getenv("WARTUNG_RESTORED_URL"))) {
            return DatabaseChecks.restored(before, after);
        } catch (SQLException e) {
            return Check.of("Q-07", "Saved and put back").broken(e);
        }
    }

    /** Each test of the last whole run on what is installed, by its name; several of one name passed if all did. */
    private static Map<String, Boolean> ran(Path tested) throws IOException {
        Map<String, Boolean> ran = new HashMap<>();
        if (Files.exists(tested)) {
            try (Stream<String> lines = Files.lines(tested)) {
                lines.map(l -> l.split(" "))
                        .filter(l -> l.length == 2)
                        .forEach(l -> ran.merge(l[0], l[1].equals("passed"), Boolean::logicalAnd));
            }
        }
        return ran;
    }
}
