package dev.wartung.web;

import dev.wartung.web.sheet.Sheets;
import org.springframework.aot.AotDetector;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** Starts Wartung. */
@SpringBootApplication
public class WartungApplication {

    public static void main(String[] args) {
        Sheets.readAhead();
        toRun().run(args);
    }

    /**
     * The application before it runs. With {@code spring.aot.enabled} it comes up from what was prepared when it was
     * built.
     */
    public static SpringApplication toRun() {
        SpringApplication application = new SpringApplication(WartungApplication.class);
        application.setMainApplicationClass(WartungApplication.class);
        if (AotDetector.useGeneratedArtifacts()) {
            application.addInitializers(RepositoriesWhenNeeded::in);
        }
        return application;
    }
}
