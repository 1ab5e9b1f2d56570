package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.script.Workplace.Ran;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.AutoClose;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** What is kept of measuring a long package class by class, and what is measured again. */
class MutationsMeasuredTest {

    /** In place of what measures: two changes in each class it is asked for, one of them as the file here says. */
    private static final String MEASURING =
            """
            set -euo pipefail
            here="$PWD"
            . bin/home.sh
            . bin/mutations.sh
            need_tools() { :; }
            pit() {
              mkdir -p core/target/pit-reports
              case "$*" in *GreasingTest*) ;; *) echo "by what goes through every greasing, too" ;; esac
              echo "asked for `tr , '\\n' <<<"$2" | grep -oE '[A-Z][A-Za-z]+$' | tr '\\n' ' '`"
              for class in `tr , '\\n' <<<"$2" | grep -oE '[A-Z][A-Za-z]+$'`; do
                printf '%s.java,x.%s,M,m,1,TIMED_OUT,t\\n%s.java,x.%s$A,M,m,2,%s,t\\n' $class $class $class $class "`cat state`"
              done >core/target/pit-reports/mutations.csv
            }
            mutations "$1"
            """;

    @AutoClose
    private final Workplace place = new Workplace();

    private Path checkout;

    @BeforeEach
    void open() throws IOException {
        checkout = place.folder.resolve("checkout");
        Files.writeString(checkout.resolve("measuring"), MEASURING);
        Files.writeString(checkout.resolve("core/mutations.measured"), "elsewhere 0123456789abcdef\n");
        Files.createDirectories(source("package-info").getParent());
        Files.createDirectories(source("package-info").resolveSibling("../procedure"));
        written("package-info", 3, "");
        written("Air", 100, "");
        written("Closure", 100, "");
        written("Duty", 100, "");
    }

    @Test
    @DisplayName(
            "A few classes at a time, each noted; afterwards only what was changed, and no more at once than there is time for; too little noticed is said each time")
    void classByClass() throws Exception {
        assertThat(measured("KILLED", "changed").out()).as("nothing begun").isEmpty();
        Ran all = measured("KILLED", "actuation");
        assertThat(all.exit()).as(all.out()).isZero();
        assertThat(all.out().lines())
                .containsExactly(
                        "asked for Air Closure ", "asked for Duty ", "actuation: 6 of 6 changes noticed (100 %)");
        assertThat(Files.readAllLines(checkout.resolve("core/mutations.measured")))
                .contains("actuation enough", "elsewhere 0123456789abcdef")
                .anyMatch(line -> line.matches("actuation Duty 2 2 [0-9a-f]{16}"))
                .hasSize(5);
        assertThat(measured("KILLED", "changed").out()).doesNotContain("asked");

        written("Air", 300, "// changed");
        written("Closure", 300, "// changed");
        Ran much = measured("KILLED", "changed");
        assertThat(much.exit()).isEqualTo(1);
        assertThat(much.out()).contains("much of actuation was changed").doesNotContain("asked");
        written("Closure", 100, "");
        for (int again = 0; again < 2; again++) {
            Ran little = measured("SURVIVED", "changed");
            assertThat(little.exit()).isEqualTo(1);
            assertThat(little.out())
                    .contains("actuation: 5 of 6 changes noticed (83 %)", "the tests of actuation notice too little");
            assertThat(little.out().contains("asked for Air \n")).isEqualTo(again == 0);
        }
    }

    @Test
    @DisplayName("A class whose own test goes through every job is measured alone, and no other by it")
    void byItsOwnTest() throws Exception {
        written("../procedure/Ask", 10, "");
        written("../procedure/Greasing", 10, "");
        written("../procedure/Stage", 10, "");
        written("../procedure/Step", 10, "");
        assertThat(measured("KILLED", "procedure").out().lines())
                .containsExactly(
                        "asked for Ask ",
                        "by what goes through every greasing, too",
                        "asked for Greasing ",
                        "asked for Stage Step ",
                        "procedure: 8 of 8 changes noticed (100 %)");
    }

    private Path source(String name) {
        return checkout.resolve("core/src/main/java/dev/wartung/core/actuation/" + name + ".java");
    }

    private void written(String name, int lines, String line) throws IOException {
        Files.writeString(source(name), (line + "\n").repeat(lines));
    }

    private Ran measured(String state, String what) throws Exception {
        Files.writeString(checkout.resolve("state"), state);
        Process process = new ProcessBuilder("bash", "measuring", what)
                .directory(checkout.toFile())
                .redirectErrorStream(true)
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        return new Ran(process.waitFor(), said);
    }
}
