package dev.wartung.web.qualify;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import org.snakeyaml.engine.v2.api.Load;
import org.snakeyaml.engine.v2.api.LoadSettings;

/**
 * A job that is worked the same in every installation, and what has to come of it.
 *
 * @param valve a row of the list of valves, by column
 * @param work  what is done
 */
record MadeUpWork(Map<String, String> valve, String work, List<Done> steps) {

    /**
     * A step.
     *
     * @param says    what it has to say
     * @param typed   what is typed in the end, by field
     * @param wrong   what is typed first, over {@code typed}; empty if nothing is
     * @param refused what has to be said to that
     */
    record Done(String step, String says, Map<String, String> typed, Map<String, String> wrong, String refused) {}

    static MadeUpWork shipped() {
        try (InputStream in = Objects.requireNonNull(MadeUpWork.class.getResourceAsStream("made-up-work.yaml"))) {
            Map<?, ?> all = (Map<?, ?>) new Load(LoadSettings.builder().build()).loadFromInputStream(in);
            return new MadeUpWork(
                    texts(all.get("valve")),
                    String.valueOf(all.get("work")),
                    ((List<?>) Objects.requireNonNull(all.get("steps")))
                            .stream().map(s -> done((Map<?, ?>) s)).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Done done(Map<?, ?> step) {
        return new Done(
                String.valueOf(step.get("step")),
                String.valueOf(step.get("says")),
                texts(step.get("typed")),
                texts(step.get("wrong")),
                Optional.ofNullable(step.get("refused")).map(String::valueOf).orElse(""));
    }

    private static Map<String, String> texts(@org.jspecify.annotations.Nullable Object map) {
        return map == null
                ? Map.of()
                : ((Map<?, ?>) map)
                        .entrySet().stream()
                                .collect(Collectors.toMap(
                                        e -> String.valueOf(e.getKey()), e -> String.valueOf(e.getValue())));
    }

    /** The valve as a list to take in. */
    String list() {
        return "tag,service,area,line,place,type,drive,options,next_due\n" + valve.get("tag")
                + ",Made up for the qualification,Test area,Test line,1," + valve.get("type") + ","
                + valve.get("drive") + "," + valve.get("options") + ",\n";
    }
}
