package dev.wartung.web.schema;

import java.sql.Connection;
import java.sql.SQLException;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The application looks at the tables before it uses them, and changes none of them. */
@Configuration(proxyBeanMethods = false)
class SchemaConfiguration {

    @Bean
    FlywayMigrationStrategy onlyLooks() {
        return flyway -> {
            try (Connection connection =
                    flyway.getConfiguration().getDataSource().getConnection()) {
                Schema.hindrance(flyway, connection).ifPresent(why -> {
                    throw new IllegalStateException(why);
                });
            } catch (SQLException e) {
                throw new IllegalStateException("the database cannot be reached", e);
            }
        };
    }
}
