package dev.wartung.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.math.MathContext;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is worked out, written out: whoever changes a rule sees in the file what becomes otherwise. Whether it is right
 * is for laws and worked examples to say. What is worked out now is put beside the build, to be compared and, where it
 * is meant, to be taken.
 */
public final class WrittenOut {

    private static final String HEAD = "== ";
    /** So many digits are the same on every machine, and wherever a search for the best ends. */
    private static final MathContext DIGITS = new MathContext(4);

    private static final Pattern DECIMAL = Pattern.compile("-?\\d+\\.\\d+(E-?\\d+)?");

    private final String file;
    private final Path now;

    /** @param file among the tests' resources */
    public WrittenOut(String file) {
        this.file = file;
        this.now = Path.of("target", file);
    }

    /** As it is printed, with four digits of each number that has decimals. */
    public static String rounded(Object any) {
        return DECIMAL.matcher(String.valueOf(any)).replaceAll(m -> new BigDecimal(m.group())
                .round(DIGITS)
                .stripTrailingZeros()
                .toPlainString());
    }

    /** @param lines by what they are about, which begins with "== " */
    public void holds(Map<String, List<String>> lines) throws IOException {
        Files.writeString(
                now,
                lines.entrySet().stream()
                        .flatMap(each -> Stream.concat(Stream.of(each.getKey()), each.getValue().stream()))
                        .map(line -> line + "\n")
                        .collect(Collectors.joining()));
        Map<String, List<String>> kept = kept();
        assertThat(lines.keySet()).as("what there is now: %s", now).isEqualTo(kept.keySet());
        lines.forEach((head, written) ->
                assertThat(written).as("%s (what there is now: %s)", head, now).isEqualTo(kept.get(head)));
    }

    private Map<String, List<String>> kept() throws IOException {
        Map<String, List<String>> kept = new LinkedHashMap<>();
        List<String> lines = new ArrayList<>();
        try (InputStream in = WrittenOut.class.getResourceAsStream("/" + file)) {
            for (String line :
                    new String(Objects.requireNonNull(in).readAllBytes(), StandardCharsets.UTF_8).split("\n")) {
                if (line.startsWith(HEAD)) {
                    lines = new ArrayList<>();
                    kept.put(line, lines);
                } else {
                    lines.add(line);
                }
            }
        }
        return kept;
    }
}
