package dev.wartung.web.api;

import dev.wartung.core.lab.Field;
import dev.wartung.core.lab.Instrument;
import dev.wartung.core.lab.Lab;
import dev.wartung.core.lab.Lab.Worked;
import dev.wartung.core.lab.Result;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Wording;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Every instrument of the Lab. */
@RestController
@RequestMapping("/api/v1/lab")
@Tag(name = "Lab")
class LabApi {

    /** An instrument with what it asks for when nothing has been chosen yet. */
    record InstrumentView(
            String id,
            String title,
            String purpose,
            String formula,
            String source,
            String unknown,
            List<FieldView> fields) {
        static InstrumentView of(Instrument instrument, Map<String, String> typed) {
            Instrument.Plate plate = instrument.plate();
            return new InstrumentView(
                    plate.id(),
                    plate.title(),
                    plate.purpose(),
                    plate.formula().toString(),
                    plate.source().toString(),
                    plate.unknown().toString(),
                    instrument.fields(typed).stream().map(FieldView::of).toList());
        }
    }

    /**
     * @param unit what a bare number is in, metric
     * @param least in that unit
     * @param options values of a choice
     */
    record FieldView(
            String id,
            String label,
            String kind,
            String unit,
            String example,
            @Nullable Double least,
            @Nullable Double most,
            Map<String, String> options,
            boolean optional,
            boolean shapes) {
        static FieldView of(Field field) {
            boolean bounded = field.most() > field.least();
            return new FieldView(
                    field.id(),
                    field.label(),
                    field.kind().name().toLowerCase(Locale.ROOT),
                    field.unit().map(u -> u.symbol()).orElse(""),
                    field.initial(),
                    bounded ? field.least() : null,
                    bounded ? field.most() : null,
                    field.options(),
                    field.optional(),
                    field.shapes());
        }
    }

    /**
     * What is asked.
     *
     * @param units  what bare numbers are in: metric (the default) or us
     * @param inputs by field: a number, or a text with its unit such as "85 lbf·in"; a field left out has its example
     */
    record Question(@Nullable String units, @Nullable Map<String, Object> inputs) {}

    /** A number with its name, as it is read. */
    record FigureView(String id, String label, Optional<Double> value, String unit, String text) {}

    record FindingView(Result.Tone tone, String text, String next) {}

    record TableView(String caption, List<String> heads, List<List<String>> rows) {}

    /** @param picture SVG; empty where nothing is drawn */
    record Answer(
            String instrument,
            List<FigureView> figures,
            List<FindingView> findings,
            List<TableView> tables,
            String picture) {

        static Answer of(String instrument, Result result, Wording wording) {
            return new Answer(
                    instrument,
                    result.figures().stream()
                            .map(f -> new FigureView(
                                    f.id(), wording.of(f.label()), f.value(), f.unit(), wording.of(f.text())))
                            .toList(),
                    result.findings().stream()
                            .map(f -> new FindingView(f.tone(), wording.of(f.text()), wording.of(f.next())))
                            .toList(),
                    result.tables().stream()
                            .map(t -> new TableView(
                                    wording.of(t.caption()),
                                    wording.all(t.heads()),
                                    t.rows().stream().map(wording::all).toList()))
                            .toList(),
                    result.picture());
        }
    }

    @GetMapping
    @Operation(summary = "All instruments with the fields they begin with")
    List<InstrumentView> instruments() {
        return Lab.instruments().stream()
                .map(i -> InstrumentView.of(i, Map.of()))
                .toList();
    }

    @GetMapping("/{id}")
    @Operation(summary = "One instrument")
    InstrumentView instrument(@PathVariable String id) {
        return InstrumentView.of(find(id), Map.of());
    }

    @PostMapping("/{id}")
    @Operation(
            summary = "Work it out",
            description =
                    "Figures are metric with their unit, whatever they were typed in. 422 names each field that makes no sense.")
    Answer work(@PathVariable String id, @RequestBody Question question) {
        Instrument instrument = find(id);
        Map<String, String> typed = new LinkedHashMap<>();
        Map<String, Object> inputs = question.inputs() == null ? Map.of() : question.inputs();
        inputs.forEach((field, value) -> typed.put(field, text(field, value)));
        Map<String, String> unknown = new LinkedHashMap<>();
        List<String> known = instrument.fields(typed).stream().map(Field::id).toList();
        typed.keySet().stream()
                .filter(f -> !known.contains(f))
                .forEach(f ->
                        unknown.put(f, "This instrument has no such field. It has: " + String.join(", ", known) + "."));
        if (!unknown.isEmpty()) {
            throw new Refused(unknown);
        }
        Worked worked = Lab.work(instrument, typed, units(question.units()));
        Result result =
                worked.result().orElseThrow(() -> new Refused(worked.inputs().troubles()));
        return Answer.of(id, result, Wording.METRIC);
    }

    private static String text(String field, @Nullable Object value) {
        if (value instanceof Number number && Double.isFinite(number.doubleValue())) {
            return new java.math.BigDecimal(number.toString()).toPlainString();
        }
        if (value instanceof String text) {
            return text;
        }
        throw new Refused(field, "A number or a text.");
    }

    private static UnitSystem units(@Nullable String said) {
        return said == null
                ? UnitSystem.METRIC
                : Arrays.stream(UnitSystem.values())
                        .filter(u -> u.name().equalsIgnoreCase(said))
                        .findFirst()
                        .orElseThrow(() -> new Refused("units", "metric or us."));
    }

    private static Instrument find(String id) {
        return Lab.instrument(id)
                .orElseThrow(() -> new NoSuchThing("There is no instrument “" + id + "”. See /api/v1/lab."));
    }
}
