package dev.wartung.web.mutation;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** That what breaks each property is kept up to date; whether tests notice, {@code ./wartung mutations security} tells. */
class MutationsTest {

    private static final Pattern ROW = Pattern.compile("(?m)^\\|.*`\\w+Test\\.\\w+`.*\\|$");
    private static final Pattern TEST = Pattern.compile("`(\\w+Test\\.\\w+)`");

    @Test
    @DisplayName("Each finds its place, once, and changes it")
    void places() {
        List<Mutation> all = Mutation.of("security");
        assertThat(all).filteredOn(m -> m.found() != 1).isEmpty();
        assertThat(all).filteredOn(m -> m.find().equals(m.instead())).isEmpty();
    }

    @Test
    @DisplayName("Every row of docs/security.md leans on a test that is shown to fail once the property is broken")
    void everyRow() throws IOException {
        Set<String> mutated =
                Mutation.of("security").stream().map(Mutation::test).collect(Collectors.toSet());
        Matcher rows = ROW.matcher(Files.readString(Path.of("../docs/security.md")));
        List<String> untried = rows.results()
                .map(r -> r.group())
                .filter(row -> TEST.matcher(row).results().noneMatch(t -> mutated.contains(t.group(1))))
                .map(row -> row.substring(0, Math.min(80, row.length())))
                .toList();
        assertThat(untried).isEmpty();
    }
}
