package dev.wartung.web.mutation;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.TestFactory;
import org.junit.jupiter.api.io.TempDir;

/**
 * Breaks each property in turn, in a copy of what is compiled, and expects its test to fail: {@code ./wartung mutations
 * security}, or one test's with {@code -Dwartung.mutated=Class.method}. Not among the tests of every run: each takes an
 * application of its own.
 */
class Mutations {

    private static final Path CLASSES = Path.of("target/classes").toAbsolutePath();
    private static final Path SCRIPT = Path.of("..").toAbsolutePath();
    private static final int LONGEST_MINUTES = 10;

    @TempDir
    private Path folder;

    @TestFactory
    @DisplayName("Each property, broken")
    Stream<DynamicTest> broken() {
        String only = System.getProperty("wartung.mutated", "");
        DynamicTest asItIs = DynamicTest.dynamicTest("nothing", () -> {
            Path classes = copied(Files.createTempDirectory(folder, "classes"));
            assertThat(outcome(classes, SCRIPT, "SecurityTest.hashes")).isEqualTo(OneTest.PASSED);
        });
        Stream<DynamicTest> mutated = Mutation.of("security").stream()
                .filter(m -> only.isEmpty() || m.test().matches(only))
                .map(m -> DynamicTest.dynamicTest(m.test() + " without " + m.find(), () -> notices(m)));
        return Stream.concat(Stream.of(asItIs), mutated);
    }

    private void notices(Mutation mutation) throws IOException, InterruptedException {
        Path classes = copied(Files.createTempDirectory(folder, "classes"));
        Path script = SCRIPT;
        if (mutation.ofScript()) {
            script = script(mutation, Files.createTempDirectory(folder, "script"));
        } else if (mutation.file().startsWith("resources/")) {
            Files.writeString(classes.resolve(mutation.file().substring("resources/".length())), mutation.mutated());
        } else {
            compiled(mutation, classes);
        }
        assertThat(outcome(classes, script, mutation.test()))
                .as("%s has to notice; how it ended", mutation)
                .isEqualTo(OneTest.FAILED);
    }

    private static Path script(Mutation mutation, Path into) throws IOException {
        Files.copy(SCRIPT.resolve("wartung"), into.resolve("wartung"));
        Files.createDirectory(into.resolve("bin"));
        try (Stream<Path> parts = Files.list(SCRIPT.resolve("bin"))) {
            for (Path part : parts.toList()) {
                Files.copy(part, into.resolve("bin").resolve(part.getFileName()));
            }
        }
        Files.writeString(into.resolve(mutation.file()), mutation.mutated());
        return into;
    }

    /** How a test ends with other classes and another script, as {@link OneTest} says. */
    private int outcome(Path classes, Path script, String test) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of("java", "-XX:TieredStopAtLevel=1"));
        // what is handed to every machine that runs tests
        Stream.of("wartung.fork", "java.io.tmpdir", "user.language", "user.country")
                .filter(p -> System.getProperty(p) != null)
                .forEach(p -> command.add("-D" + p + "=" + System.getProperty(p)));
        command.add("-Dwartung.script=" + script);
        command.add("-Dspring.aot.enabled=false");
        command.addAll(List.of(
                "-cp", with(classes), OneTest.class.getName(), className(test), test.substring(test.indexOf('.') + 1)));
        Path log = folder.resolve("log");
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        if (!process.waitFor(LONGEST_MINUTES, TimeUnit.MINUTES)) {
            process.destroyForcibly();
            throw new AssertionError(test + " does not end");
        }
        System.out.println(test + ": "
                + Files.readString(log)
                        .lines()
                        .filter(l -> l.startsWith("FAILED: "))
                        .findFirst()
                        .orElse("no failure"));
        return process.exitValue();
    }

    private static void compiled(Mutation mutation, Path classes) throws IOException {
        Path source = Files.createDirectories(classes.resolveSibling(classes.getFileName() + "-source"))
                .resolve(mutation.source().getFileName());
        Files.writeString(source, mutation.mutated());
        int how = ToolProvider.getSystemJavaCompiler()
                .run(
                        null,
                        null,
                        null,
                        "-proc:none",
                        "-nowarn",
                        "-parameters",
                        "-d",
                        classes.toString(),
                        "-cp",
                        with(classes),
                        source.toString());
        assertThat(how).as("%s compiles", mutation).isZero();
    }

    /** The path of classes, with the copy in the place of what it is a copy of. */
    private static String with(Path classes) {
        String path = System.getProperty("java.class.path");
        assertThat(path).contains(CLASSES.toString());
        return path.replace(CLASSES.toString(), classes.toString());
    }

    private static String className(String test) throws IOException {
        String wanted = test.substring(0, test.indexOf('.')) + ".java";
        Path root = Path.of("src/test/java");
        try (Stream<Path> files = Files.walk(root)) {
            List<Path> found = files.filter(f -> f.endsWith(wanted)).toList();
            if (found.size() == 1) {
                return root.relativize(found.get(0))
                        .toString()
                        .replace(".java", "")
                        .replace('/', '.');
            }
        }
        throw new IllegalArgumentException("no test " + test);
    }

    private static Path copied(Path into) throws IOException {
        Files.walkFileTree(CLASSES, new SimpleFileVisitor<>() {
            @Override
            public FileVisitResult preVisitDirectory(Path dir, BasicFileAttributes attributes) throws IOException {
                Files.createDirectories(into.resolve(CLASSES.relativize(dir)));
                return FileVisitResult.CONTINUE;
            }

            @Override
            public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) throws IOException {
                Files.copy(file, into.resolve(CLASSES.relativize(file)));
                return FileVisitResult.CONTINUE;
            }
        });
        return into;
    }
}
