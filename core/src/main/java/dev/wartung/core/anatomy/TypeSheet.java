package dev.wartung.core.anatomy;

import com.fasterxml.jackson.annotation.JsonProperty;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Quantity;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * One maker's type in one size: an anatomy with its numbers.
 *
 * @param id         the name valves refer to
 * @param size       nominal size as written on the plate, for instance "DN 50"
 * @param anatomy    the family it belongs to
 * @param drives     drives this type is made with
 * @param options    values of the anatomy's options this type is made with
 * @param sizes      named sizes used in the texts (spanners, tools), for instance "clamp.nut"
 * @param seat       what the pressure and the seal act on; of two seats, the one the plug closes downward on
 * @param upperSeat  of a change-over valve: the seat the plug closes upward on
 * @param turning    what a quarter-turn closure takes to turn
 * @param actuators  the actuators; the first for a drive is the usual one, later ones can be had instead
 * @param masses     mass of parts that are lifted
 * @param bands      limits of readings
 * @param joints     its bolted joints, by the name readings use
 * @param articles   article numbers of parts, for kits and loose stock
 * @param kits       what is packed together
 * @param surfaces   where a film of grease goes, by part: how much it takes follows from them
 * @param lubricants which grease serves which use
 * @param drawing    dimensions of the section drawing
 * @param intervals  months between renewals of the product seals, the first whose condition holds
 * @param schools    questions of practice that the maker settles, by their ids in the table of schools
 * @param basis      where numbers come from that are not the maker's, by their places in the sheet
 */
public record TypeSheet(
        @JsonProperty("type") String id,
        int version,
        String maker,
        String name,
        String size,
        String anatomy,
        List<Drive> drives,
        Map<String, List<String>> options,
        Map<String, Quantity> sizes,
        Optional<Seat> seat,
        Optional<Seat> upperSeat,
        Optional<Turning> turning,
        List<ActuatorData> actuators,
        Map<String, Quantity> masses,
        Map<String, Band> bands,
        Map<String, BoltedJoint> joints,
        List<Article> articles,
        List<Kit> kits,
        Map<String, GreasedSurface> surfaces,
        List<Lubricant> lubricants,
        Map<String, Quantity> drawing,
        List<Interval> intervals,
        Map<String, String> schools,
        Map<String, Basis> basis) {

    private static final Pattern DN = Pattern.compile("DN ?([0-9]{1,4})");

    public TypeSheet(
            String id,
            int version,
            String maker,
            String name,
            String size,
            String anatomy,
            List<Drive> drives,
            Map<String, List<String>> options,
            Map<String, Quantity> sizes,
            @Nullable Optional<Seat> seat,
            @Nullable Optional<Seat> upperSeat,
            @Nullable Optional<Turning> turning,
            @Nullable List<ActuatorData> actuators,
            Map<String, Quantity> masses,
            Map<String, Band> bands,
            @Nullable Map<String, BoltedJoint> joints,
            List<Article> articles,
            List<Kit> kits,
            @Nullable Map<String, GreasedSurface> surfaces,
            List<Lubricant> lubricants,
            Map<String, Quantity> drawing,
            @Nullable List<Interval> intervals,
            @Nullable Map<String, String> schools,
            @Nullable Map<String, Basis> basis) {
        this.id = id;
        this.version = version;
        this.maker = maker;
        this.name = name;
        this.size = size;
        this.anatomy = anatomy;
        this.drives = List.copyOf(drives);
        this.options = options;
        this.sizes = sizes;
        this.seat = seat == null ? Optional.empty() : seat;
        this.upperSeat = upperSeat == null ? Optional.empty() : upperSeat;
        this.turning = turning == null ? Optional.empty() : turning;
        this.actuators = actuators == null ? List.of() : List.copyOf(actuators);
        this.masses = masses;
        this.bands = bands;
        this.joints = joints == null ? Map.of() : Map.copyOf(joints);
        this.articles = List.copyOf(articles);
        this.kits = List.copyOf(kits);
        this.surfaces = surfaces == null ? Map.of() : Map.copyOf(surfaces);
        this.lubricants = List.copyOf(lubricants);
        this.drawing = drawing;
        this.intervals = intervals == null ? List.of() : List.copyOf(intervals);
        this.schools = schools == null ? Map.of() : Map.copyOf(schools);
        this.basis = basis == null ? Map.of() : Map.copyOf(basis);
    }

    /** Whether a number, or one of a group of them, is assumed: neither the maker's nor measured. */
    public boolean assumes(String place) {
        return basis.entrySet().stream()
                .anyMatch(b -> b.getValue().from() == Basis.From.ASSUMED
                        && (b.getKey().equals(place) || b.getKey().startsWith(place + "/")));
    }

    /**
     * The closure in numbers.
     *
     * @param seatDiameter    sealing diameter of the seat
     * @param stemDiameter    stem diameter in the body
     * @param sealingLoad     line load the plug seal needs, in newton per millimetre of circumference
     * @param loads           line loads of other seals than the usual one, the first whose condition holds
     * @param balanceDiameter of a balanced plug: the piston that takes this much of the area away from the pressure, on
     *     either side
     * @param diaphragmDiameter of a weir diaphragm: pressure on either side of the weir lifts its half of this
     */
    public record Seat(
            Quantity seatDiameter,
            Quantity stemDiameter,
            Quantity sealingLoad,
            List<SealLoad> loads,
            List<StemDiameter> stems,
            Optional<Quantity> balanceDiameter,
            Optional<Quantity> diaphragmDiameter) {

        /** The line load a seal needs where it is another than the usual one. */
        public record SealLoad(Condition when, Quantity is) {}

        /** What the body's pressure pushes out with where it is not the stem's own diameter: a diaphragm seals it. */
        public record StemDiameter(Condition when, Quantity is) {}

        public Seat(
                Quantity seatDiameter,
                Quantity stemDiameter,
                Quantity sealingLoad,
                @Nullable List<SealLoad> loads,
                @Nullable List<StemDiameter> stems,
                @Nullable Optional<Quantity> balanceDiameter,
                @Nullable Optional<Quantity> diaphragmDiameter) {
            this.seatDiameter = seatDiameter;
            this.stemDiameter = stemDiameter;
            this.sealingLoad = sealingLoad;
            this.loads = loads == null ? List.of() : List.copyOf(loads);
            this.stems = stems == null ? List.of() : List.copyOf(stems);
            this.balanceDiameter = balanceDiameter == null ? Optional.empty() : balanceDiameter;
            this.diaphragmDiameter = diaphragmDiameter == null ? Optional.empty() : diaphragmDiameter;
        }

        /** What the body's pressure pushes out with, of a valve with these facts. */
        public Quantity stemDiameter(Map<String, String> facts) {
            return stems.stream()
                    .filter(s -> s.when().holds(facts))
                    .findFirst()
                    .map(StemDiameter::is)
                    .orElse(stemDiameter);
        }

        /** The line load the seal of a valve with these facts needs. */
        public Quantity sealingLoad(Map<String, String> facts) {
            return loads.stream()
                    .filter(l -> l.when().holds(facts))
                    .findFirst()
                    .map(SealLoad::is)
                    .orElse(sealingLoad);
        }
    }

    /**
     * What it takes to turn a disc or ball out of its seat and into it, by how wet the seat is, and to turn it at the
     * open end; newton metre, with a drained line.
     *
     * @param line what line pressure adds at the seat: it presses disc or ball into it; absent where nobody has said
     * @param flow what the flow turns a disc closed with when it is open, by the pressure across it; absent where nobody
     *     has said, and for a ball
     */
    public record Turning(
            Quantity dry,
            Quantity lubricated,
            Quantity product,
            Quantity run,
            Optional<Adds> line,
            Optional<Adds> flow) {

        /**
         * So much torque more at a pressure, in proportion.
         *
         * @param torque 0 or more
         * @param at     above 0
         */
        public record Adds(Quantity torque, Quantity at) {
            public double newtonMetrePerPa() {
                return torque.si() / at.si();
            }
        }

        public Turning(
                Quantity dry,
                Quantity lubricated,
                Quantity product,
                Quantity run,
                @Nullable Optional<Adds> line,
                @Nullable Optional<Adds> flow) {
            this.dry = dry;
            this.lubricated = lubricated;
            this.product = product;
            this.run = run;
            this.line = line == null ? Optional.empty() : line;
            this.flow = flow == null ? Optional.empty() : flow;
        }
    }

    /**
     * An actuator in numbers: linear with forces and a stroke, or rotary with torques over a quarter turn.
     *
     * @param name           what it is called where there is a choice
     * @param preload        spring force at its longest state; absent without a spring
     * @param rate           spring rate; absent without a spring
     * @param stroke         full travel of the stem
     * @param friction       of seals and guides together
     * @param pistonDiameter bore of the air side
     * @param rodDiameter    of the rod on the side below the piston
     * @param springTorque   rotary: what the spring turns with, at the first end of the travel and at the second
     * @param airTorque      rotary: what the air alone turns with at the pressure stated, at the first end and at the
     *     second
     * @param when           the valves it is sold for: a harder seat needs another one
     */
    public record ActuatorData(
            List<Drive> drives,
            Optional<String> name,
            Optional<Quantity> preload,
            Optional<Quantity> rate,
            Optional<Quantity> stroke,
            Optional<Quantity> friction,
            Optional<Quantity> pistonDiameter,
            Optional<Quantity> rodDiameter,
            Optional<SpringTorque> springTorque,
            Optional<AirTorque> airTorque,
            Condition when) {

        /** What a rotary actuator's spring turns with, newton metre, at the first and second end of the travel. */
        public record SpringTorque(Quantity closed, Quantity open) {}

        /** What the air turns with at the pressure it is stated for, before any spring. */
        public record AirTorque(Quantity closed, Quantity open, Quantity at) {}

        public ActuatorData(
                List<Drive> drives,
                @Nullable Optional<String> name,
                @Nullable Optional<Quantity> preload,
                @Nullable Optional<Quantity> rate,
                @Nullable Optional<Quantity> stroke,
                @Nullable Optional<Quantity> friction,
                @Nullable Optional<Quantity> pistonDiameter,
                @Nullable Optional<Quantity> rodDiameter,
                @Nullable Optional<SpringTorque> springTorque,
                @Nullable Optional<AirTorque> airTorque,
                @Nullable Condition when) {
            this.drives = List.copyOf(drives);
            this.name = name == null ? Optional.empty() : name;
            this.preload = preload == null ? Optional.empty() : preload;
            this.rate = rate == null ? Optional.empty() : rate;
            this.stroke = stroke == null ? Optional.empty() : stroke;
            this.friction = friction == null ? Optional.empty() : friction;
            this.pistonDiameter = pistonDiameter == null ? Optional.empty() : pistonDiameter;
            this.rodDiameter = rodDiameter == null ? Optional.empty() : rodDiameter;
            this.springTorque = springTorque == null ? Optional.empty() : springTorque;
            this.airTorque = airTorque == null ? Optional.empty() : airTorque;
            this.when = when == null ? Condition.ALWAYS : when;
        }
    }

    /** The article number a part is ordered by, in a configuration. */
    public record Article(String part, Condition when, String number, String material) {
        public Article(String part, @Nullable Condition when, String number, String material) {
            this.part = part;
            this.when = when == null ? Condition.ALWAYS : when;
            this.number = number;
            this.material = material;
        }
    }

    /** Parts packed together for a configuration. */
    public record Kit(String id, String name, Condition when, List<String> contains) {
        public Kit(String id, String name, @Nullable Condition when, List<String> contains) {
            this.id = id;
            this.name = name;
            this.when = when == null ? Condition.ALWAYS : when;
            this.contains = List.copyOf(contains);
        }
    }

    /**
     * The grease for a use named in the anatomy's parts ({@code film}). {@code registration} is its food contact class.
     */
    public record Lubricant(@JsonProperty("for") String use, Condition when, String name, String registration) {
        public Lubricant(String use, @Nullable Condition when, String name, String registration) {
            this.use = use;
            this.when = when == null ? Condition.ALWAYS : when;
            this.name = name;
            this.registration = registration;
        }
    }

    /** How often the product seals of such a valve are renewed. */
    public record Interval(Condition when, int months) {
        public Interval(@Nullable Condition when, int months) {
            this.when = when == null ? Condition.ALWAYS : when;
            this.months = months;
        }
    }

    /** Months between renewals of the product seals; a year where the sheet does not say. */
    public int serviceMonths(ValveConfiguration configuration) {
        return intervals.stream()
                .filter(i -> i.when().holds(configuration.facts()))
                .findFirst()
                .map(Interval::months)
                .orElse(12);
    }

    /** The nominal diameter, where the size on the plate is one. */
    public OptionalInt dn() {
        Matcher written = DN.matcher(size);
        return written.matches() ? OptionalInt.of(Integer.parseInt(written.group(1))) : OptionalInt.empty();
    }

    /** Whether this type is made in the configuration. */
    public boolean madeAs(ValveConfiguration configuration) {
        return drives.contains(configuration.drive())
                && configuration.options().entrySet().stream().allMatch(o -> options.getOrDefault(o.getKey(), List.of())
                        .contains(o.getValue()));
    }

    /**
     * The limits of a reading with these facts: a torque of treated threads is another one, and a name with a drive
     * behind it ({@code first-movement.NO}) holds for valves with that drive's spring in them. Empty if the sheet does
     * not give them.
     */
    public Optional<Band> band(String name, Map<String, String> facts) {
        return Optional.ofNullable(bands.get(ofBuild(name, facts))).map(stated -> joints.values().stream()
                .filter(j -> j.torque().equals(name))
                .findFirst()
                .map(j -> j.inUse(stated, facts))
                .orElse(stated));
    }

    /** Whether the limits that hold with these facts are assumed, be others of that name or not. */
    public boolean assumesBand(String name, Map<String, String> facts) {
        return assumes("bands/" + ofBuild(name, facts));
    }

    private String ofBuild(String name, Map<String, String> facts) {
        String ofDrive = name + "." + facts.getOrDefault("spring", facts.getOrDefault("drive", ""));
        return bands.containsKey(ofDrive) ? ofDrive : name;
    }

    public Optional<Article> article(String part, Map<String, String> facts) {
        return articles.stream()
                .filter(a -> a.part().equals(part) && a.when().holds(facts))
                .findFirst();
    }

    /** The actuator sold for valves of a drive with these facts: the first of the sheet's. */
    public Optional<ActuatorData> actuator(Drive drive, Map<String, String> facts) {
        return actuators(drive, facts).findFirst();
    }

    /** Every actuator sold for valves of a drive with these facts, the usual one first. */
    public Stream<ActuatorData> actuators(Drive drive, Map<String, String> facts) {
        return actuators.stream()
                .filter(a -> a.drives().contains(drive) && a.when().holds(facts));
    }

    public Optional<Lubricant> lubricant(String use, Map<String, String> facts) {
        return lubricants.stream()
                .filter(l -> l.use().equals(use) && l.when().holds(facts))
                .findFirst();
    }
}
