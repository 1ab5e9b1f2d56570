package dev.wartung.web.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Objects;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What ships with the application says what it is made of, and under which licences. */
class MadeOfTest {

    private static String shipped(String name) throws IOException {
        try (InputStream in = Objects.requireNonNull(MadeOfTest.class.getResourceAsStream(name), name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    @Test
    @DisplayName("The bill of materials names every library with its version, and none that only tests use")
    void billOfMaterials() throws IOException {
        JsonNode bill = JsonMapper.builder().build().readTree(shipped("/META-INF/sbom/application.cdx.json"));
        assertThat(bill.path("bomFormat").asString()).isEqualTo("CycloneDX");
        List<String> names = StreamSupport.stream(bill.path("components").spliterator(), false)
                .map(c -> c.path("name").asString())
                .toList();
        assertThat(names)
                .contains("core", "scheduling", "spring-boot", "hibernate-core", "postgresql", "j2mod")
                .doesNotContain("junit-jupiter-api", "mockito-core", "assertj-core");
        assertThat(StreamSupport.stream(bill.path("components").spliterator(), false))
                .allSatisfy(c -> assertThat(c.path("version").asString()).isNotBlank());
    }

    @Test
    @DisplayName("Each of them is listed with its licence, and none has an unknown one")
    void licences() throws IOException {
        String list = shipped("/META-INF/third-party.txt");
        assertThat(list)
                .contains("org.hibernate.orm:hibernate-core", "org.postgresql:postgresql", "(Apache")
                .doesNotContainIgnoringCase("unknown license")
                .doesNotContain("GNU General Public License) ");
        assertThat(list.lines().filter(l -> l.startsWith("     ("))).hasSizeGreaterThan(100);
    }
}
