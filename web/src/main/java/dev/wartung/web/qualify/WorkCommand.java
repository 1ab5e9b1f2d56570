package dev.wartung.web.qualify;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import tools.jackson.databind.json.JsonMapper;

/**
 * Works the made-up job in an application of its own. The database is told by {@code WARTUNG_DB_URL}, {@code _USER} and
 * {@code _PASSWORD}: an empty one, its tables made, with the administrator {@code inspector}, whose first password comes in
 * {@code WARTUNG_FIRST}. {@code WARTUNG_PROGRAM} is the folder of the application.
 */
public final class WorkCommand {

    private WorkCommand() {}

    /**
     * Ends with 0 if it came to its end, whatever it found; 2 if the application could not be started.
     *
     * @param arguments a folder for what is found, {@code work.json}, and for what the application writes
     */
    public static void main(String[] arguments) throws InterruptedException {
        Path folder = Path.of(arguments[0]);
        Path jar = Path.of(System.getenv("WARTUNG_PROGRAM")).resolve("wartung.jar");
        List<String> started = Files.exists(jar)
                ? List.of("-Dspring.aot.enabled=true", "-jar", jar.toString())
                : List.of("-cp", System.getProperty("java.class.path"), "dev.wartung.web.WartungApplication");
        Map<String, String> settings = Map.of(
                "SPRING_DATASOURCE_URL", System.getenv("WARTUNG_DB_URL"),
                "SPRING_DATASOURCE_USERNAME", System.getenv("WARTUNG_DB_USER"),
                "SPRING_DATASOURCE_PASSWORD", System.getenv("WARTUNG_DB_PASSWORD"),
                "WARTUNG_DEMO", "false",
                "WARTUNG_PROXIES", "",
                "WARTUNG_ADDRESS", "",
                "WARTUNG_ANCHORS_FOLDER", folder.resolve("anchors").toString(),
                "WARTUNG_ANCHORS_KEY", folder.resolve("anchor-key").toString());
        try (SecondApplication application = new SecondApplication(started, folder, settings)) {
            application.await();
            List<Check> checks = new ThroughTheInterface(application.base(), MadeUpWork.shipped())
                    .walk(Objects.requireNonNull(System.getenv("WARTUNG_FIRST")));
            Files.writeString(folder.resolve("work.json"), new JsonMapper().writeValueAsString(checks));
        } catch (IOException e) {
            System.err.println("The made-up job could not be worked: " + e.getMessage());
            System.exit(2);
        }
    }
}
