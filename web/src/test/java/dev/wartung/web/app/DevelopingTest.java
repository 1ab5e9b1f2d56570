package dev.wartung.web.app;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.WartungApplication;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.util.FileSystemUtils;

@ExtendWith(RunningApplication.class)
class DevelopingTest {

    private final HttpClient client = HttpClient.newHttpClient();

    private HttpResponse<String> got(String base, String path) throws IOException, InterruptedException {
        return client.send(HttpRequest.newBuilder(URI.create(base + path)).build(), BodyHandlers.ofString());
    }

    @Test
    @DisplayName("With the profile dev a page, its styles and its scripts are what was just saved")
    void justSaved(@TempDir Path sources) throws Exception {
        FileSystemUtils.copyRecursively(Path.of("src/main/resources/templates"), sources.resolve("templates"));
        FileSystemUtils.copyRecursively(Path.of("src/main/resources/static"), sources.resolve("static"));
        Tables tables = Tables.of(RunningApplication.database());
        try (ConfigurableApplicationContext application = WartungApplication.toRun()
                .run(
                        "--spring.profiles.active=dev",
                        "--wartung.sources=" + sources,
                        "--server.port=0",
                        "--spring.datasource.url=" + tables.url())) {
            String base = "http://127.0.0.1:" + application.getEnvironment().getProperty("local.server.port");
            String before = tokens(base);
            Path page = sources.resolve("templates/login.html");
            Files.writeString(page, Files.readString(page).replace("</form>", "</form><p>just saved</p>"));
            Path style = sources.resolve("static/css/tokens.css");
            Files.writeString(style, Files.readString(style) + "\n.just-saved {}\n");
            assertThat(got(base, "/login").body()).contains("just saved");
            assertThat(tokens(base)).isNotEqualTo(before);
            assertThat(got(base, tokens(base)).body()).contains(".just-saved");
        }
    }

    private String tokens(String base) throws IOException, InterruptedException {
        Matcher link =
                Pattern.compile("/css/tokens[^\"]*").matcher(got(base, "/login").body());
        assertThat(link.find()).isTrue();
        return link.group();
    }
}
