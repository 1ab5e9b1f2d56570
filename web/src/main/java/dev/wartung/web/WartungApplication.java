package dev.wartung.web;

import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.context.annotation.Bean;

/** Starts Wartung. */
@SpringBootApplication
public class WartungApplication {

    public static void main(String[] args) {
        Sheets.readAhead();
        SpringApplication.run(WartungApplication.class, args);
    }

    /** The only clock. */
    @Bean
    Clock clock() {
        return Clock.systemDefaultZone();
    }
}
