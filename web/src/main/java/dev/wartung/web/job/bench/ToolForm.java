package dev.wartung.web.job.bench;

import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.tool.MeasuringTool;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Which measuring tools the readings of a step were taken with. A kind of which the site keeps no tool is not asked
 * for.
 */
public final class ToolForm {

    static final String TOOL = "tool.";

    private final List<Line> lines = new ArrayList<>();
    private final Map<String, String> troubles = new LinkedHashMap<>();
    private final Map<ToolKind, MeasuringTool> chosen = new LinkedHashMap<>();

    /**
     * A kind of tool that is asked for.
     *
     * @param usable  may be picked
     * @param refused may not, each with the reason
     * @param picked  its number; empty while none is
     */
    public record Line(ToolKind kind, List<MeasuringTool> usable, List<String> refused, String picked) {

        public String field() {
            return TOOL + kind.name();
        }
    }

    /** @param last what was used before in the job, by kind: taken to be in hand still */
    ToolForm(
            Step step,
            List<MeasuringTool> all,
            Map<String, String> typed,
            Map<ToolKind, String> last,
            LocalDate today) {
        step.asks().stream()
                .flatMap(a -> a.dimension().stream())
                .flatMap(d -> ToolKind.measuring(d).stream())
                .distinct()
                .forEach(kind -> {
                    List<MeasuringTool> here =
                            all.stream().filter(t -> t.kind() == kind).toList();
                    if (!here.isEmpty()) {
                        ask(kind, here, typed, last, today);
                    }
                });
    }

    private void ask(
            ToolKind kind,
            List<MeasuringTool> here,
            Map<String, String> typed,
            Map<ToolKind, String> last,
            LocalDate today) {
        List<MeasuringTool> usable = here.stream().filter(t -> t.usable(today)).toList();
        List<String> refused = here.stream()
                .filter(t -> !t.usable(today))
                .map(t -> t.number() + ": " + t.why(today))
                .toList();
        String picked = typed.getOrDefault(
                TOOL + kind.name(), usable.size() == 1 ? usable.get(0).number() : last.getOrDefault(kind, ""));
        lines.add(new Line(kind, usable, refused, picked));
        Optional<MeasuringTool> tool = here.stream()
                .filter(t -> t.number().equals(typed.getOrDefault(TOOL + kind.name(), "")))
                .findFirst();
        if (tool.filter(t -> t.usable(today)).isPresent()) {
            chosen.put(kind, tool.get());
        } else if (tool.isPresent()) {
            troubles.put(
                    TOOL + kind.name(),
                    tool.get().number() + " is not to be used: " + tool.get().why(today) + ".");
        } else {
            troubles.put(
                    TOOL + kind.name(),
                    usable.isEmpty() ? "None may be used: " + String.join("; ", refused) + "." : "Which one was it?");
        }
    }

    public List<Line> lines() {
        return lines;
    }

    Map<String, String> troubles() {
        return troubles;
    }

    Map<ToolKind, MeasuringTool> chosen() {
        return chosen;
    }

    /** The readings of a step that a kind of tool stands behind, in words. */
    static String readings(Step step, ToolKind kind) {
        return String.join(
                ", ",
                step.asks().stream()
                        .filter(a -> a.dimension()
                                .flatMap(ToolKind::measuring)
                                .filter(kind::equals)
                                .isPresent())
                        .map(Ask::ask)
                        .toList());
    }
}
