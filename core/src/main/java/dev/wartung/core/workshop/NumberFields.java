package dev.wartung.core.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Condition;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Reading;
import dev.wartung.core.anatomy.TypeNumber;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.bolting.BoltClass;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.sheet.NumberUses;
import dev.wartung.core.sheet.NumberUses.How;
import dev.wartung.core.sheet.NumberUses.Use;
import dev.wartung.core.workshop.NumberField.Group;
import dev.wartung.core.workshop.NumberField.Kind;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Which numbers are asked of a type: those its family names, as far as one of the valves it is made as needs them. */
public final class NumberFields {

    private static final Set<String> OF_SPRINGS =
            Set.of("preload", "rate", "spring-torque/closed", "spring-torque/open");
    private static final Set<String> OF_AIR = Set.of(
            "friction", "piston-diameter", "rod-diameter", "air-torque/closed", "air-torque/open", "air-torque/at");

    private static final List<String> SIZES =
            Arrays.stream(BoltSize.values()).map(BoltSize::name).toList();
    private static final List<String> CLASSES = Arrays.stream(BoltClass.values())
            .map(c -> c.name().replace('_', '-'))
            .toList();

    private final AnatomySheet anatomy;
    private final TypeSheet type;
    private final NumberUses family;
    private final Map<String, List<Use>> uses;
    private final Set<String> usedBySome;

    private NumberFields(AnatomySheet anatomy, TypeSheet type) {
        this.anatomy = anatomy;
        this.type = type;
        this.family = new NumberUses(anatomy);
        this.uses = family.of(type);
        this.usedBySome = family.places();
    }

    /** In the order of a manual: torques first, sizes of the drawing late. */
    public static List<NumberField> of(AnatomySheet anatomy, TypeSheet type) {
        return new NumberFields(anatomy, type).all();
    }

    /** What a draft of a type needs to become a sheet. */
    public static SheetDraft.Needs needs(AnatomySheet anatomy, TypeSheet type) {
        return new SheetDraft.Needs(
                torques(anatomy),
                of(anatomy, type).stream()
                        .map(NumberField::place)
                        .filter(place -> place.startsWith("seat/") || place.startsWith("upper-seat/"))
                        .toList());
    }

    private static Map<String, String> torques(AnatomySheet anatomy) {
        return anatomy.numbers().entrySet().stream()
                .filter(n -> n.getValue().torque().isPresent())
                .collect(Collectors.toMap(
                        n -> n.getKey().substring("joints/".length()),
                        n -> n.getValue().torque().get()));
    }

    private List<NumberField> all() {
        Map<String, TypeNumber> numbers = new LinkedHashMap<>(anatomy.numbers());
        // a family that names none is asked for what it uses, under the names it uses
        uses.keySet().forEach(place -> numbers.putIfAbsent(place, unnamed(place)));
        Set<String> absent = absent();
        return Stream.concat(
                        numbers.entrySet().stream()
                                // what is lifted, turned or sealed by a part that is never there is not asked
                                .filter(n -> n.getValue()
                                        .at()
                                        .filter(absent::contains)
                                        .isEmpty())
                                .flatMap(n -> fields(n.getKey(), n.getValue())),
                        films())
                .sorted(Comparator.comparing(NumberField::group))
                .toList();
    }

    private static TypeNumber unnamed(String place) {
        String name = place.substring(place.indexOf('/') + 1).replaceAll("[.-]", " ");
        return new TypeNumber(name, Optional.empty(), Optional.empty(), Optional.empty(), Condition.ALWAYS);
    }

    private Stream<NumberField> fields(String place, TypeNumber number) {
        String group = place.substring(0, place.indexOf('/'));
        String rest = place.substring(group.length() + 1);
        return switch (group) {
            case "bands" -> used(place).map(u -> field(place, number, Group.LIMITS, Kind.LIMITS, limits(rest), u));
                // its bolts are asked where their torque is
            case "joints" -> used(number.torque()
                            .map(torque -> "bands/" + torque)
                            .orElse(place))
                    .flatMap(u -> joint(place, number));
            case "sizes" -> used(place).map(u -> field(place, number, Group.TOOLS, Kind.AMOUNT, dimension(number), u));
            case "masses" -> used(place).map(u -> field(place, number, Group.WEIGHTS, Kind.AMOUNT, Dimension.MASS, u));
            case "actuator" -> actuators(rest, number);
            case "drawing" -> Stream.of(field(place, number, Group.DRAWING, Kind.AMOUNT, Dimension.LENGTH, List.of()));
            default -> closure(group, rest, number);
        };
    }

    /** Parts of the family that no valve of the type has. */
    private Set<String> absent() {
        Set<String> absent = anatomy.build().parts().stream().map(Part::id).collect(Collectors.toSet());
        anatomy.build().parts().stream()
                .filter(p -> family.canHold(p.when(), type))
                .forEach(p -> absent.remove(p.id()));
        return absent;
    }

    /** The uses, once; nothing where no valve of the type has one though some of the family have. */
    private Stream<List<Use>> used(String place) {
        List<Use> here = uses.getOrDefault(place, List.of());
        return here.isEmpty() && usedBySome.contains(place)
                ? Stream.empty()
                : madeFor(place) ? Stream.of(here) : Stream.empty();
    }

    /** A band of one drive alone is asked where the type is made with it. */
    private boolean madeFor(String place) {
        int dot = place.lastIndexOf('.');
        Optional<Drive> drive = dot < 0 ? Optional.empty() : Drive.of(place.substring(dot + 1));
        return drive.map(d -> type.drives().contains(d)).orElse(true);
    }

    private static NumberField field(
            String place, TypeNumber number, Group group, Kind kind, Dimension measures, List<Use> uses) {
        return new NumberField(place, number.name(), group, kind, Optional.of(measures), number.at(), List.of(), uses);
    }

    private static Dimension dimension(TypeNumber number) {
        return number.is().map(TypeNumber.Is::dimension).orElse(Dimension.LENGTH);
    }

    private Dimension limits(String band) {
        String plain = band.contains(".")
                        && Drive.of(band.substring(band.lastIndexOf('.') + 1)).isPresent()
                ? band.substring(0, band.lastIndexOf('.'))
                : band;
        return anatomy.readings().stream()
                .filter(r -> r.band().equals(Optional.of(plain)))
                .flatMap(r -> r.quantity().stream())
                .map(Reading.Measured::dimension)
                .findFirst()
                .orElse(Dimension.LENGTH);
    }

    /** One that only some valves have stands in the sheet with its condition, and in its place here. */
    private Stream<NumberField> closure(String group, String rest, TypeNumber number) {
        String place = group + "/" + rest
                + number.when().allOf().entrySet().stream()
                        .map(fact -> "/" + fact.getKey() + "=" + fact.getValue().get(0))
                        .collect(Collectors.joining());
        return family.canHold(number.when(), type)
                ? Stream.of(field(place, number, Group.CLOSURE, Kind.AMOUNT, closure(group, rest), List.of()))
                : Stream.empty();
    }

    private static Dimension closure(String group, String rest) {
        if (group.equals("turning")) {
            return rest.endsWith("/at") ? Dimension.PRESSURE : Dimension.TORQUE;
        }
        return rest.equals("sealing-load") ? Dimension.STIFFNESS : Dimension.LENGTH;
    }

    private Stream<NumberField> actuators(String rest, TypeNumber number) {
        return type.drives().stream()
                .filter(d -> !OF_SPRINGS.contains(rest) || d.sprung())
                .filter(d -> !OF_AIR.contains(rest) || d.pneumatic())
                .map(d -> new NumberField(
                        "actuator/" + d.code() + "/" + rest,
                        type.drives().size() == 1 ? number.name() : number.name() + ", " + d.code(),
                        Group.DRIVE,
                        Kind.AMOUNT,
                        Optional.of(drive(rest)),
                        number.at(),
                        List.of(),
                        uses.getOrDefault("actuator/" + rest, List.of())));
    }

    private static Dimension drive(String rest) {
        return switch (rest) {
            case "preload", "friction" -> Dimension.FORCE;
            case "rate" -> Dimension.STIFFNESS;
            case "air-torque/at" -> Dimension.PRESSURE;
            case "spring-torque/closed", "spring-torque/open", "air-torque/closed", "air-torque/open" -> Dimension
                    .TORQUE;
            default -> Dimension.LENGTH;
        };
    }

    private Stream<NumberField> joint(String place, TypeNumber number) {
        List<Use> use = List.of(new Use(How.PLACES, number.name()));
        return Stream.of(
                joint(place + "/bolts", number, "how many", Kind.COUNT, Optional.empty(), List.of(), use),
                joint(
                        place + "/circle",
                        number,
                        "bolt circle",
                        Kind.AMOUNT,
                        Optional.of(Dimension.LENGTH),
                        List.of(),
                        use),
                joint(
                        place + "/width",
                        number,
                        "or at the corners of: width",
                        Kind.AMOUNT,
                        Optional.of(Dimension.LENGTH),
                        List.of(),
                        use),
                joint(
                        place + "/height",
                        number,
                        "and height",
                        Kind.AMOUNT,
                        Optional.of(Dimension.LENGTH),
                        List.of(),
                        use),
                joint(place + "/thread", number, "thread", Kind.CHOICE, Optional.empty(), SIZES, use),
                joint(place + "/class", number, "class, as stamped", Kind.CHOICE, Optional.empty(), CLASSES, use),
                joint(
                        place + "/stated-for",
                        number,
                        "threads the torque is stated for",
                        Kind.CHOICE,
                        Optional.empty(),
                        List.of("dry", "oiled", "anti-seize"),
                        use));
    }

    private static NumberField joint(
            String place,
            TypeNumber number,
            String what,
            Kind kind,
            Optional<Dimension> measures,
            List<String> choices,
            List<Use> uses) {
        return new NumberField(
                place, number.name() + ": " + what, Group.LIMITS, kind, measures, number.at(), choices, uses);
    }

    /** Of each part that gets a film of grease, by some valve of the type. */
    private Stream<NumberField> films() {
        return Alike.oneOfEach(
                        anatomy.configurations(type),
                        anatomy.build().parts().stream().filter(Part::greased).map(Part::when))
                .stream()
                .flatMap(c -> anatomy.build().resolve(c.facts()).parts().stream())
                .filter(Part::greased)
                .collect(Collectors.toMap(Part::id, Part::name, (a, b) -> a, LinkedHashMap::new))
                .entrySet()
                .stream()
                .flatMap(part -> Stream.of("inside", "cord")
                        .map(size -> new NumberField(
                                "surfaces/" + part.getKey() + "/" + size,
                                part.getValue() + (size.equals("inside") ? ", inside" : ", cord"),
                                Group.FILMS,
                                Kind.AMOUNT,
                                Optional.of(Dimension.LENGTH),
                                Optional.of(part.getKey()),
                                List.of(),
                                List.of())));
    }
}
