package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Operation;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet.Article;
import dev.wartung.core.anatomy.TypeSheet.Lubricant;
import dev.wartung.core.anatomy.Variant;
import dev.wartung.core.lubrication.Film;
import dev.wartung.core.message.Message;
import dev.wartung.core.school.Settled;
import dev.wartung.core.sealing.Polymer;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;

/**
 * A stage with its closure member somewhere, held by something: what conditions are judged against there, and how an
 * operation reads there. Jobs on one valve pass
 * through the same few moments again and again, so each operation is written out once in each. Thread-safe.
 */
final class Moment {

    private static final String FILM_SCHOOL = "seat-film";
    private static final String ACTUATOR = "actuator";
    private static final String FILM_TECHNIQUE = "grease-film";

    private final Stage stage;
    private final Map<String, String> facts;
    private final Map<String, Worded> worded = new ConcurrentHashMap<>();

    Moment(Stage stage, Motion motion) {
        this.stage = stage;
        Map<String, String> here = new HashMap<>(stage.facts());
        here.put("held", motion.held());
        here.put("driver", motion.driven() ? "on" : "off");
        motion.position().ifPresent(p -> here.put("stem", p));
        this.facts = Collections.unmodifiableMap(here);
    }

    /** An operation in words and figures, as it is met here. */
    record Worded(
            Message say,
            Message why,
            Message done,
            List<Step.Warning> warnings,
            List<Message> tools,
            List<Ask> asks,
            List<Step.Film> films,
            List<Message> choices,
            List<String> techniques) {}

    Map<String, String> facts() {
        return facts;
    }

    Worded worded(Operation operation) {
        Worded known = worded.get(operation.id());
        if (known == null) {
            known = write(operation);
            worded.put(operation.id(), known);
        }
        return known;
    }

    private Worded write(Operation operation) {
        Figures figures = stage.figures();
        AskedHere asked = new AskedHere(stage, facts);
        return new Worded(
                text(operation.id() + "/say", operation.say()),
                text(operation.id() + "/why", operation.why()),
                text(operation.id() + "/done", operation.done()),
                operation.cautions().stream()
                        .filter(c -> c.when().holds(facts))
                        .map(c -> new Step.Warning(
                                figures.into(place(operation.id() + "/caution"), c.lead()),
                                figures.into(place(operation.id() + "/caution/text"), c.text())))
                        .toList(),
                operation.tools().stream()
                        .filter(t -> t.when().holds(facts))
                        .map(t -> figures.tool(place("tool"), t.is()))
                        .toList(),
                operation.asks().stream()
                        .filter(a -> a.when().holds(facts))
                        .map(a -> asked.ask(a.is()))
                        .toList(),
                films(operation),
                operation.follows().stream()
                        .filter(f -> f.when().holds(facts))
                        .map(f -> stage.schools().get(f.is()))
                        .map(Settled::inWords)
                        .toList(),
                techniques(operation));
    }

    private Message text(String place, List<Variant> variants) {
        return Variant.pick(variants, facts)
                .map(text -> stage.figures().into(place(place), text))
                .orElse(Message.NONE);
    }

    /** Where a text stands. Several may stand in one place, each with its condition: the English tells them apart. */
    private String place(String in) {
        return stage.anatomy().id() + "/" + in;
    }

    /** What the sheet names, and the film wherever something gets one. */
    private List<String> techniques(Operation operation) {
        boolean filmed = operation.greases().stream()
                .flatMap(id -> stage.build().part(id).stream())
                .anyMatch(Part::greased);
        return Stream.concat(
                        operation.techniques().stream()
                                .filter(t -> t.when().holds(facts))
                                .map(Variant::is),
                        filmed ? Stream.of(FILM_TECHNIQUE) : Stream.empty())
                .distinct()
                .toList();
    }

    private List<Step.Film> films(Operation operation) {
        return operation.greases().stream()
                .flatMap(id -> stage.build().part(id).stream())
                .filter(Part::greased)
                .map(part -> film(part, operation))
                .toList();
    }

    private Step.Film film(Part part, Operation operation) {
        // no grease is named where the sheet knows none: which of the plant's suits is judged by what the part is of
        Optional<Lubricant> named = stage.type().lubricant(part.film(), facts);
        // where schools differ on the place of the film, their answer is the place
        String position = operation.follows().stream().anyMatch(f -> f.is().equals(FILM_SCHOOL))
                ? facts.getOrDefault(FILM_SCHOOL, part.film())
                : part.kind().equals(Part.ACTUATOR_SEAL) ? ACTUATOR : part.film();
        String material =
                stage.type().article(part.id(), facts).map(Article::material).orElse("");
        double volume = Optional.ofNullable(stage.type().surfaces().get(part.id()))
                .map(s -> Film.volumeM3(s.areaM2(), Film.THIN_M))
                .orElse(0.0);
        return new Step.Film(
                part.id(),
                part.name(),
                position,
                Polymer.in(material).stream().map(Polymer::symbol).sorted().toList(),
                named.map(Lubricant::name).orElse(Step.Film.NOT_NAMED),
                named.map(Lubricant::registration).orElse(""),
                volume);
    }
}
