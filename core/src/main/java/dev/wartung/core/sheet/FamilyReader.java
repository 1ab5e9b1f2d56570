package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.drawing.DrawingTemplate;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.drawing.Technique;
import dev.wartung.core.school.SiteChoices;
import dev.wartung.core.simulation.Bench;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Reads a family with its drawing and types. It is accepted only when every sheet is, the drawing draws nothing but
 * plain shapes and has a place for every part, and every job of every type is carried out on the simulated bench
 * without an incident, with every answer to every question of practice the family asks. Thread-safe.
 */
public final class FamilyReader {

    /** An assembly is drawn by the parts it is made of. */
    private static final String ASSEMBLY = "assembly";

    private static final String DRAWING = "drawing";

    private final SheetReader reader;

    public FamilyReader(SheetReader reader) {
        this.reader = reader;
    }

    /**
     * Reads one.
     *
     * @param anatomyYaml   the anatomy sheet; it may use the fragments that come with Wartung
     * @param svg           the drawing; it may include the drawing parts that come with Wartung
     * @param typeYamls     type sheets of the family, by the names problems are reported under
     * @param techniqueSvgs techniques of its own, by their ids; they may include the hands and tools that come with
     *     Wartung, and one of the name of a shipped technique stands in its place
     */
    public SheetResult<Family> read(
            String anatomyYaml, String svg, Map<String, String> typeYamls, Map<String, String> techniqueSvgs) {
        List<SheetProblem> ofTechniques = new ArrayList<>();
        Map<String, Technique> techniques = techniques(techniqueSvgs, ofTechniques);
        SheetResult<AnatomySheet> anatomyRead =
                reader.readAnatomy("anatomy sheet", anatomyYaml, SheetLibrary::fragment, techniques);
        if (anatomyRead instanceof SheetResult.Refused<AnatomySheet> refused) {
            return new SheetResult.Refused<>(refused.problems());
        }
        AnatomySheet anatomy = ((SheetResult.Accepted<AnatomySheet>) anatomyRead).sheet();
        List<SheetProblem> problems = new ArrayList<>(ofTechniques);
        Map<String, TypeSheet> types = new TreeMap<>();
        Map<String, String> typeTexts = new TreeMap<>();
        typeYamls.forEach((file, yaml) -> {
            SheetResult<TypeSheet> read =
                    reader.readAgain(file, yaml, id -> Optional.of(anatomy).filter(a -> a.id().equals(id)));
            if (read instanceof SheetResult.Accepted<TypeSheet> accepted) {
                if (types.put(accepted.sheet().id(), accepted.sheet()) != null) {
                    problems.add(new SheetProblem(
                            file, 0, "/type", "“" + accepted.sheet().id() + "” stands in another file, too"));
                }
                typeTexts.put(accepted.sheet().id(), yaml);
            } else {
                problems.addAll(((SheetResult.Refused<TypeSheet>) read).problems());
            }
        });
        if (typeYamls.isEmpty()) {
            problems.add(new SheetProblem(
                    "family", 0, "", "comes without a type sheet; one at least shows that jobs come of it"));
        }
        strangers(anatomy, types.values()).forEach(problems::add);
        Optional<DrawingTemplate> drawing = drawing(anatomy, svg, problems);
        if (problems.isEmpty() && drawing.isPresent()) {
            types.forEach((id, type) -> {
                new Trial(anatomy, type)
                        .problems(plants(anatomy))
                        .forEach(reason -> problems.add(new SheetProblem(id, 0, "", reason)));
                drawn(drawing.get(), anatomy, type).ifPresent(problems::add);
            });
        }
        return problems.isEmpty()
                ? new SheetResult.Accepted<>(new Family(
                        anatomy,
                        reader.compose(anatomy.id(), anatomyYaml, SheetLibrary::fragment),
                        drawing.orElseThrow(),
                        drawing.orElseThrow().text(),
                        types,
                        typeTexts,
                        techniques.values().stream().collect(Collectors.toMap(Technique::id, Technique::text))))
                : new SheetResult.Refused<>(problems);
    }

    private static Map<String, Technique> techniques(Map<String, String> svgs, List<SheetProblem> problems) {
        Map<String, Technique> read = new TreeMap<>();
        svgs.forEach((id, svg) -> {
            try {
                Technique technique = new Technique(id, svg, SheetLibrary::techniquePart);
                technique.problems().forEach(p -> problems.add(new SheetProblem("techniques/" + id, 0, "", p)));
                read.put(id, technique);
            } catch (IllegalArgumentException e) {
                problems.add(new SheetProblem("techniques/" + id, 0, "", String.valueOf(e.getMessage())));
            }
        });
        return read;
    }

    /** Numbers its texts and readings use that neither its list nor a type of it knows: slips of the pen. */
    private static List<SheetProblem> strangers(AnatomySheet anatomy, Collection<TypeSheet> types) {
        return new NumberUses(anatomy)
                .places().stream()
                        .filter(place -> !anatomy.numbers().containsKey(place)
                                && types.stream().noneMatch(t -> knows(t, place)))
                        .map(place -> new SheetProblem(
                                "anatomy sheet", 0, "/numbers", "nobody gives “" + place + "”, which a text uses"))
                        .toList();
    }

    private static boolean knows(TypeSheet type, String place) {
        String name = place.substring(place.indexOf('/') + 1);
        return switch (place.substring(0, place.indexOf('/'))) {
            case "sizes" -> type.sizes().containsKey(name);
            case "bands" -> type.bands().containsKey(name);
            case "masses" -> type.masses().containsKey(name);
            case "joints" -> type.joints().containsKey(name);
            default -> true;
        };
    }

    /** The drawing, if it is one; what is wrong with it goes to the problems. */
    private static Optional<DrawingTemplate> drawing(AnatomySheet anatomy, String svg, List<SheetProblem> problems) {
        try {
            DrawingTemplate drawing = new DrawingTemplate(anatomy.drawing(), svg, SheetLibrary::drawingPart);
            drawing.strangers().forEach(stranger -> problems.add(new SheetProblem(DRAWING, 0, "", stranger)));
            Set<String> used = new NumberUses(anatomy).places();
            drawing.dimensions().stream()
                    .filter(number -> !anatomy.numbers().containsKey(number)
                            && !used.contains(number)
                            && !number.startsWith("drawing/"))
                    .forEach(number -> problems.add(new SheetProblem(
                            DRAWING, 0, "", "measures “" + number + "”, which is no number of the family")));
            Set<String> parts = new TreeSet<>();
            anatomy.build().parts().stream()
                    .filter(p -> !p.kind().equals(ASSEMBLY))
                    .map(Part::id)
                    .forEach(parts::add);
            Stream.of(drawing.places()).forEach(parts::removeAll);
            parts.forEach(part ->
                    problems.add(new SheetProblem(DRAWING, 0, "", "has no place (data-part) for “" + part + "”")));
            return Optional.of(drawing);
        } catch (IllegalArgumentException e) {
            problems.add(new SheetProblem(DRAWING, 0, "", String.valueOf(e.getMessage())));
            return Optional.empty();
        }
    }

    /** Draws the type as each valve it is made as. */
    private static Optional<SheetProblem> drawn(DrawingTemplate drawing, AnatomySheet anatomy, TypeSheet type) {
        for (ValveConfiguration configuration : anatomy.configurations(type)) {
            try {
                new SectionDrawing(drawing, anatomy, type, configuration)
                        .svg(new Bench(anatomy.build(), configuration), SectionDrawing.View.PLAIN, anatomy.name());
            } catch (IllegalArgumentException e) {
                return Optional.of(
                        new SheetProblem(DRAWING, 0, "", e.getMessage() + ", with " + Trial.inWords(configuration)));
            }
        }
        return Optional.empty();
    }

    /** A plant that has chosen nothing, and one for each answer it could choose. */
    private static List<SiteChoices> plants(AnatomySheet anatomy) {
        return Stream.concat(
                        Stream.of(SiteChoices.NONE),
                        anatomy.schools().stream()
                                .flatMap(id -> Schools.table().school(id).stream())
                                .filter(school -> !school.byMaker())
                                .flatMap(school -> school.answers().keySet().stream()
                                        .map(answer -> new SiteChoices(Map.of(school.id(), answer), Set.of()))))
                .toList();
    }
}
