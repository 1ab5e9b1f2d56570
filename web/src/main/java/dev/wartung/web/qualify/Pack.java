package dev.wartung.web.qualify;

import dev.wartung.core.message.Days;
import dev.wartung.web.document.Documents;
import dev.wartung.web.record.Keys;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import org.apache.commons.codec.digest.DigestUtils;
import tools.jackson.databind.json.JsonMapper;

/**
 * What was found, as a document and to compute with.
 *
 * @param at     by this machine's clock, in the plant's zone
 * @param zone   that zone
 * @param checks what was looked at
 * @param asked  each requirement with how it came out
 */
record Pack(LocalDateTime at, ZoneId zone, List<Check> checks, List<Asked> asked) {

    private static final String JSON = "qualification.json";
    private static final String PDF = "qualification.pdf";
    private static final String SIGNATURES = "signatures.txt";
    private static final String KEY = "key.pem";

    /** A requirement with how it came out. */
    record Asked(Requirement requirement, Requirement.Outcome outcome) {}

    public boolean passed() {
        return checks.stream().allMatch(Check::passed)
                && asked.stream().noneMatch(a -> a.outcome() == Requirement.Outcome.NOT_MET);
    }

    public long notRun() {
        return asked.stream()
                .filter(a -> a.outcome() == Requirement.Outcome.NOT_RUN)
                .count();
    }

    /**
     * Writes document, JSON and the signatures of both into a folder.
     *
     * @throws IOException if it cannot be written
     */
    void write(Path folder, Keys keys, Documents documents) throws IOException {
        byte[] json = new JsonMapper()
                .writerWithDefaultPrettyPrinter()
                .writeValueAsBytes(Map.of(
                        "made",
                        at + " " + zone,
                        "passed",
                        passed(),
                        "checks",
                        checks,
                        "requirements",
                        asked.stream()
                                .map(a -> Map.of(
                                        "id", a.requirement().id(),
                                        "text", a.requirement().text(),
                                        "outcome", a.outcome().words(),
                                        "checks", a.requirement().checks(),
                                        "tests", a.requirement().tests()))
                                .toList()));
        byte[] pdf = documents.pdf(
                "qualification-pdf",
                Map.of(
                        "pack",
                        this,
                        "when",
                        Days.longMoment(at) + ", " + zone,
                        "json",
                        DigestUtils.sha256Hex(json),
                        "key",
                        keys.name()));
        Files.write(folder.resolve(JSON), json);
        Files.write(folder.resolve(PDF), pdf);
        Files.writeString(folder.resolve(KEY), keys.publicPem());
        Files.writeString(folder.resolve(SIGNATURES), line(JSON, json, keys) + line(PDF, pdf, keys));
    }

    private static String line(String name, byte[] content, Keys keys) {
        return name + " sha256 " + DigestUtils.sha256Hex(content) + " key " + keys.name() + " signature "
                + Base64.getEncoder().encodeToString(keys.sign(content)) + "\n";
    }

    /**
     * Whether a pack is as it was written.
     *
     * @param folder where it lies
     * @param own    this installation's key: a pack signed with another is one of another installation
     * @return what is not, in words; empty if all is
     */
    static List<String> problems(Path folder, Keys own) throws IOException {
        List<String> problems = new ArrayList<>();
        List<String> lines = Files.readAllLines(folder.resolve(SIGNATURES), StandardCharsets.UTF_8);
        for (String name : List.of(JSON, PDF)) {
            byte[] content = Files.readAllBytes(folder.resolve(name));
            boolean signed = lines.stream()
                    .map(l -> l.split(" "))
                    .filter(l -> l.length == 7 && l[0].equals(name) && l[4].equals(own.name()))
                    .anyMatch(l -> Keys.signed(content, decoded(l[6]), own.checking()));
            if (!signed) {
                problems.add(name + " is not as this installation signed it.");
            }
        }
        return problems;
    }

    private static byte[] decoded(String text) {
        try {
            return Base64.getDecoder().decode(text);
        } catch (IllegalArgumentException e) {
            return new byte[0];
        }
    }

    /** The key a pack says it is signed with. */
    static Keys keyOf(Path folder) throws IOException {
        try {
            return new Keys(java.util.Optional.empty(), Keys.publicHalf(Files.readString(folder.resolve(KEY))));
        } catch (GeneralSecurityException e) {
            throw new IOException(KEY + " is no key", e);
        }
    }
}
