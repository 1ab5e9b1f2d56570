package dev.wartung.core.sheet;

import dev.wartung.core.actuation.Actuators;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.school.SiteChoices;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleConsumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * Whether a type sheet fits its anatomy: every option and part it names exists there, and every job can be derived with
 * its numbers and is carried out on the simulated bench without an incident.
 */
final class TypeCheck {

    private final TypeSheet sheet;
    private final AnatomySheet anatomy;
    private final SheetText text;

    private TypeCheck(TypeSheet sheet, AnatomySheet anatomy, SheetText text) {
        this.sheet = sheet;
        this.anatomy = anatomy;
        this.text = text;
    }

    /**
     * Checks everything.
     *
     * @param done is told how much is, from 0 to 1
     */
    static void check(
            TypeSheet sheet, SheetText text, Function<String, Optional<AnatomySheet>> anatomies, DoubleConsumer done) {
        checkNames(sheet, text, anatomies);
        if (text.problems().isEmpty()) {
            anatomies.apply(sheet.anatomy()).ifPresent(anatomy -> {
                TypeCheck check = new TypeCheck(sheet, anatomy, text);
                check.strangers();
                check.derivations(done);
            });
        }
    }

    /** Checks that every name exists, without trying the jobs. */
    static void checkNames(TypeSheet sheet, SheetText text, Function<String, Optional<AnatomySheet>> anatomies) {
        anatomies
                .apply(sheet.anatomy())
                .ifPresentOrElse(
                        anatomy -> {
                            TypeCheck check = new TypeCheck(sheet, anatomy, text);
                            check.options();
                            check.parts();
                            check.bands();
                            check.conditions();
                            check.schools();
                            check.spanners();
                            check.torques();
                        },
                        () -> text.problem("/anatomy", "there is no anatomy “" + sheet.anatomy() + "”"));
    }

    /** What line and flow add is stated for some pressure: nothing can be in proportion to none. */
    private void torques() {
        sheet.turning().ifPresent(turning -> {
            above0("/turning/line/at", turning.line());
            above0("/turning/flow/at", turning.flow());
        });
    }

    private void above0(String place, Optional<TypeSheet.Turning.Adds> adds) {
        adds.filter(a -> !(a.at().si() > 0)).ifPresent(a -> text.problem(place, "has to be above zero"));
    }

    private void options() {
        for (int i = 0; i < sheet.drives().size(); i++) {
            if (!anatomy.drives().contains(sheet.drives().get(i))) {
                text.problem(
                        "/drives/" + i,
                        "the anatomy has no drive “" + sheet.drives().get(i).code() + "”");
            }
        }
        anatomy.options().keySet().stream()
                .filter(o -> !sheet.options().containsKey(o))
                .forEach(o -> text.problem("/options", "says nothing about “" + o + "”"));
        sheet.options().forEach((option, values) -> {
            AnatomySheet.Option known = anatomy.options().get(option);
            if (known == null) {
                text.problem("/options/" + option, "the anatomy has no such option");
            } else {
                values.stream()
                        .filter(v -> !known.choices().containsValue(v))
                        .forEach(v -> text.problem(
                                "/options/" + option,
                                "“" + v + "” is none of "
                                        + String.join(", ", known.choices().values())));
            }
        });
    }

    /** What the maker must settle is settled, and what is settled has such an answer. */
    private void schools() {
        sheet.schools().forEach((id, answer) -> {
            if (Schools.table()
                    .school(id)
                    .filter(s -> s.answers().containsKey(answer))
                    .isEmpty()) {
                text.problem("/schools/" + id, "there is no school “" + id + "” with the answer “" + answer + "”");
            }
        });
        anatomy.schools().stream()
                .flatMap(id -> Schools.table().school(id).stream())
                .filter(s -> s.byMaker()
                        && !sheet.schools().containsKey(s.id())
                        && !anatomy.options().containsKey(s.id()))
                .forEach(s -> text.problem("/schools", "does not settle “" + s.id() + "”: " + s.question()));
    }

    /** The spanner named for a bolted joint fits its thread. */
    private void spanners() {
        sheet.joints()
                .forEach((name, joint) -> Optional.ofNullable(sheet.sizes().get(name + ".bolt"))
                        .filter(s -> Math.abs(s.si() - joint.thread().flatsM()) > 1e-6)
                        .ifPresent(s -> text.problem(
                                "/sizes/" + name + ".bolt",
                                joint.thread() + " bolts take a spanner of "
                                        + new Quantity(joint.thread().flatsM(), Dimension.LENGTH).shown() + ", not "
                                        + s.shown())));
    }

    private void parts() {
        for (int i = 0; i < sheet.articles().size(); i++) {
            part(sheet.articles().get(i).part(), "/articles/" + i + "/part");
        }
        for (int i = 0; i < sheet.kits().size(); i++) {
            for (int j = 0; j < sheet.kits().get(i).contains().size(); j++) {
                part(sheet.kits().get(i).contains().get(j), "/kits/" + i + "/contains/" + j);
            }
        }
        sheet.masses().keySet().forEach(p -> part(p, "/masses/" + p));
        sheet.surfaces().keySet().forEach(p -> part(p, "/surfaces/" + p));
    }

    private void part(String id, String place) {
        if (anatomy.build().part(id).isEmpty()) {
            text.problem(place, "the anatomy has no part “" + id + "”");
        }
    }

    private void bands() {
        sheet.bands().forEach((name, band) -> {
            for (var reading : anatomy.readings()) {
                if (reading.band().equals(Optional.of(name))
                        && reading.quantity().isPresent()
                        && reading.quantity().get().dimension() != band.min().dimension()) {
                    text.problem(
                            "/bands/" + name,
                            "must be a " + reading.quantity().get().name().toLowerCase(Locale.ROOT));
                }
            }
        });
    }

    private void conditions() {
        for (String list : List.of("articles", "kits", "lubricants")) {
            JsonNode entries = text.root().get(list);
            for (int i = 0; i < entries.size(); i++) {
                if (entries.get(i).has("when")) {
                    AnatomyCheck.facts(anatomy, entries.get(i).get("when"), "/" + list + "/" + i + "/when", text);
                }
            }
        }
    }

    /**
     * A number that the family has no use for is a slip of the pen: the one meant would be missing. Sheets that are in
     * use already may have some.
     */
    private void strangers() {
        Set<String> known = new HashSet<>(anatomy.numbers().keySet());
        known.addAll(new NumberUses(anatomy).places());
        Stream.of(
                        places("sizes", sheet.sizes()),
                        places("bands", sheet.bands()),
                        places("masses", sheet.masses()),
                        places("joints", sheet.joints()))
                .flatMap(places -> places)
                .filter(place -> !known.contains(place) && !known.contains(forAnyDrive(place)))
                .forEach(place -> text.problem("/" + place, "the family has no use for “" + place + "”"));
        closure();
        Set<String> films = anatomy.build().parts().stream()
                .filter(Part::greased)
                .map(Part::film)
                .collect(Collectors.toSet());
        for (int i = 0; i < sheet.lubricants().size(); i++) {
            String use = sheet.lubricants().get(i).use();
            if (!films.contains(use)) {
                text.problem("/lubricants/" + i + "/for", "no part of the family takes “" + use + "”");
            }
        }
    }

    /**
     * What pressure acts on is known as a whole or not at all: with half of it a change-over valve would be studied as if
     * it had one seat, an aseptic one as if its stem were bare.
     */
    private void closure() {
        ClosureNumbers.missing(anatomy, sheet)
                .forEach(place -> text.problem(
                        "/" + place,
                        "has to be known, or nothing of the seat: half a closure would be studied as another"));
        sheet.seat()
                .filter(seat ->
                        anatomy.configurations(sheet).stream().anyMatch(c -> !Actuators.isPossible(seat, c.facts())))
                .ifPresent(seat -> text.problem("/seat/seat-diameter", "the seat has to be wider than the stem in it"));
        for (int i = 0; i < sheet.actuators().size(); i++) {
            if (!Actuators.isPossible(sheet.actuators().get(i))) {
                text.problem("/actuators/" + i, "the piston has to be wider than its rod, and the stroke above zero");
            }
        }
    }

    private static Stream<String> places(String group, Map<String, ?> numbers) {
        return numbers.keySet().stream().map(name -> group + "/" + name);
    }

    /** A band may be given for one drive alone, as "first-movement.NO". */
    private static String forAnyDrive(String place) {
        int dot = place.lastIndexOf('.');
        return dot > 0 && Drive.of(place.substring(dot + 1)).isPresent() ? place.substring(0, dot) : place;
    }

    private void derivations(DoubleConsumer done) {
        new Trial(anatomy, sheet).problems(List.of(SiteChoices.NONE), done).forEach(reason -> text.problem("", reason));
    }
}
