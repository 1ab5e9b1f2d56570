package dev.wartung.web.page;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.app.RunningApplication.Address;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.ApplicationContext;
import org.springframework.util.DigestUtils;
import org.springframework.web.servlet.resource.ResourceUrlEncodingFilter;

@ExtendWith(RunningApplication.class)
class PageLinksTest {

    /** Times of whatever is built are all the same: a build like any other comes of it. */
    private static final String LATER = "Tue, 01 Dec 2099 00:00:00 GMT";

    private final String base;
    private final HttpClient client = HttpClient.newHttpClient();

    PageLinksTest(Address at) {
        this.base = at.base();
    }

    private HttpResponse<byte[]> got(String path, String... headers) throws IOException, InterruptedException {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(base + path));
        if (headers.length > 0) {
            request.headers(headers);
        }
        return client.send(request.build(), BodyHandlers.ofByteArray());
    }

    @Test
    @DisplayName("No filter looks the links of a page up in the archives of the application")
    void asTheyStand(ApplicationContext application) {
        assertThat(application.getBeansOfType(FilterRegistrationBean.class).values())
                .filteredOn(f -> f.getFilter() instanceof ResourceUrlEncodingFilter)
                .singleElement()
                .satisfies(f -> assertThat(f.isEnabled()).isFalse());
    }

    @ParameterizedTest
    @ValueSource(strings = {"/login", "/without-network"})
    @DisplayName("A page names its styles and scripts by what is in them: those of an earlier version are not taken")
    void byContent(String page) throws IOException, InterruptedException {
        List<String> links = Pattern.compile("(?:src|href)=\"(/(?:css|js|vendor|webjars)/[^\"]+)\"")
                .matcher(new String(got(page).body(), StandardCharsets.UTF_8))
                .results()
                .map(link -> link.group(1))
                .toList();
        assertThat(links).hasSizeGreaterThan(2);
        for (String link : links) {
            HttpResponse<byte[]> made = got(link);
            assertThat(made.statusCode()).as(link).isEqualTo(200);
            if (link.startsWith("/webjars/")) {
                assertThat(link).as("of this version of a library").matches("/webjars/[a-z.]+/[0-9][0-9.]+/.+");
            } else if (link.startsWith("/css/")) {
                assertThat(link).as("fonts are named in it likewise").matches("/css/[a-z-]+-[0-9a-f]{32}\\.css");
            } else {
                assertThat(link).contains("-" + DigestUtils.md5DigestAsHex(made.body()) + ".");
            }
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"/sw.js", "/img/glyphs.svg", "/manifest.webmanifest", "/js/along.js", "/favicon.svg"})
    @DisplayName("What is asked for by its plain name is sent anew, whatever day it is said to be of")
    void byName(String path) throws IOException, InterruptedException {
        assertThat(got(path, "If-Modified-Since", LATER).statusCode()).isEqualTo(200);
        assertThat(got(path).headers().firstValue("Last-Modified")).isEmpty();
    }
}
