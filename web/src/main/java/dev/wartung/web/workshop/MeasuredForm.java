package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.Basis;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.workshop.MeasuredDrive;
import dev.wartung.core.workshop.MeasuredDrive.Cylinder;
import dev.wartung.core.workshop.MeasuredDrive.Run;
import dev.wartung.core.workshop.MeasuredDrive.Value;
import dev.wartung.core.workshop.MeasuredDrive.Weighed;
import dev.wartung.core.workshop.MeasuredLength;
import dev.wartung.core.workshop.MeasuredThread;
import dev.wartung.core.workshop.MeasuredTorque;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Stated;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.workshop.MeasuringWay.Read;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Numbers that no manual states, measured: what was typed, and what comes of it. */
final class MeasuredForm {

    private static final String TARGET = "target";
    private static final String CALIPER = "caliper";
    /** A caliper's, k = 2; lengths off a manual are taken for as sure. */
    private static final double CALIPER_M = 1e-4;

    private static final double MOST_SHARE = 0.5;

    private final MeasuringWay way;
    private final String target;
    private final Map<String, String> typed;
    private final UnitSystem units;
    private final Map<String, Double> read = new LinkedHashMap<>();
    private final Map<String, String> troubles = new LinkedHashMap<>();
    private SheetDraft sheet;

    /**
     * @param fields the numbers the draft is asked for
     * @param typed  {@code way}, {@code target} and what was read
     */
    MeasuredForm(SheetDraft sheet, List<NumberField> fields, Map<String, String> typed, UnitSystem units) {
        this.sheet = sheet;
        this.way = way(typed);
        this.target = typed.getOrDefault(TARGET, "");
        this.typed = typed;
        this.units = units;
        if (!way.targets(fields).containsKey(target)) {
            troubles.put(TARGET, "Choose what was measured.");
        }
        way.reads().forEach(this::read);
    }

    /** The way a form was sent for; the first where it names none. */
    static MeasuringWay way(Map<String, String> typed) {
        return Stream.of(MeasuringWay.values())
                .filter(w -> w.name().equals(typed.get("way")))
                .findFirst()
                .orElse(MeasuringWay.RUN);
    }

    /** What a slow run at a bench showed, as if it had been typed. How well its gauge reads is for whoever takes it. */
    static Map<String, String> typed(RunFiles.Found run, UnitSystem units) {
        return Map.of(
                "way",
                MeasuringWay.RUN.name(),
                TARGET,
                run.drive().code(),
                "first",
                inUnit(run.found().firstPa(), units),
                "full",
                inUnit(run.found().fullPa(), units),
                "back",
                inUnit(run.found().firstBackPa(), units),
                "home",
                inUnit(run.found().homePa(), units));
    }

    private static String inUnit(double pa, UnitSystem units) {
        Unit unit = units.unit(Dimension.PRESSURE);
        return String.format(Locale.ROOT, "%.3f", new Quantity(pa, Dimension.PRESSURE).in(unit));
    }

    Map<String, String> troubles() {
        return troubles;
    }

    /** The draft with what was found; empty where something is wrong, which the troubles then say. */
    Optional<SheetDraft> kept() {
        if (troubles.isEmpty()) {
            switch (way) {
                case RUN -> run();
                case PRESS -> press();
                case STROKE -> stroke();
                case ACROSS -> across();
                case THREAD -> thread();
                case TORQUE -> torque();
            }
        }
        return troubles.isEmpty() ? Optional.of(sheet) : Optional.empty();
    }

    private void read(Read reading) {
        String text = typed.getOrDefault(reading.id(), "").strip();
        if (text.isEmpty() && reading.optional()) {
            return;
        }
        if (reading.measures().isEmpty()) {
            number(reading.id(), text);
            return;
        }
        Entry entry = Entry.read(text, units.unit(reading.measures().orElseThrow()));
        if (entry instanceof Entry.NotUnderstood not) {
            troubles.put(reading.id(), not.reason());
        } else if (entry instanceof Entry.Understood understood
                && !(understood.quantity().si() >= 0)) {
            troubles.put(reading.id(), "Not below 0.");
        } else if (entry instanceof Entry.Understood understood) {
            read.put(reading.id(), understood.quantity().si());
        }
    }

    private void number(String id, String text) {
        if (text.matches("[0-9]{1,3}([.,][0-9]{1,2})?")) {
            read.put(id, Double.parseDouble(text.replace(',', '.')));
        } else {
            troubles.put(id, "A number, as 4.");
        }
    }

    private double si(String reading) {
        return Optional.ofNullable(read.get(reading)).orElseThrow();
    }

    private void run() {
        Optional<Quantity> piston = length("piston-diameter");
        Optional<Quantity> rod = length("rod-diameter");
        Optional<Quantity> stroke = length("stroke");
        if (piston.isEmpty() || rod.isEmpty() || stroke.isEmpty()) {
            troubles.put(TARGET, "Piston, rod and stroke of this drive have to be known first: measure them below.");
            return;
        }
        Run run = new Run(si("first"), si("full"), si("back"), si("home"), si("gauge"));
        if (!run.isPossible()) {
            troubles.put(
                    "first",
                    "No valve that a spring brings back does this: it leaves at more air than it comes home at, and the far end takes more than leaving.");
            return;
        }
        MeasuredDrive found = MeasuredDrive.from(
                run,
                new Cylinder(
                        Drive.of(target).orElseThrow(),
                        piston.orElseThrow().si(),
                        rod.orElseThrow().si(),
                        stroke.orElseThrow().si(),
                        CALIPER_M));
        String how = "one slow run up and down";
        found(drive("preload"), found.preload(), Dimension.FORCE, how);
        found(drive("rate"), found.rate(), Dimension.STIFFNESS, how);
        found(drive("friction"), found.friction(), Dimension.FORCE, how);
    }

    private void press() {
        Weighed one = new Weighed(si("force1"), si("length1"));
        Weighed other = new Weighed(si("force2"), si("length2"));
        if (!(other.length() < one.length()) || !(other.force() > one.force())) {
            troubles.put("force2", "A spring pushes more the shorter it is: the second time shorter, and more.");
            return;
        }
        MeasuredDrive found = MeasuredDrive.weighed(one, other, si("fitted"), si("scale"), si("rule"));
        if (!(found.preload().si() > 0)) {
            troubles.put("fitted", "At this length it would not push at all.");
            return;
        }
        found(drive("preload"), found.preload(), Dimension.FORCE, "weighed in the press");
        found(drive("rate"), found.rate(), Dimension.STIFFNESS, "weighed in the press");
    }

    private void stroke() {
        List<Double> shut = given("shut1", "shut2");
        List<Double> open = given("open1", "open2");
        if (shut.size() != open.size()) {
            troubles.put(shut.size() < open.size() ? "shut2" : "open2", "Read both again, or neither.");
            return;
        }
        Value found = MeasuredLength.stroke(shut, open, si(CALIPER));
        if (!(found.si() > found.uncertain())) {
            troubles.put("open1", "Shut and open are no further apart than the caliper may be off.");
            return;
        }
        found(drive("stroke"), found, Dimension.LENGTH, "by caliper, shut and open");
    }

    private void across() {
        List<Double> readings = given("across1", "across2", "across3");
        if (readings.isEmpty() && !read.containsKey("round")) {
            troubles.put("across1", "Across, or once round by a thread.");
        } else if (!readings.isEmpty() && read.containsKey("round")) {
            troubles.put("round", "Across or round: one of both, not both.");
        } else if (readings.isEmpty() && !read.containsKey("thick")) {
            troubles.put("thick", "How thick the thread is: its middle runs round, not its inside.");
        }
        if (!troubles.isEmpty()) {
            return;
        }
        Value found = readings.isEmpty()
                ? MeasuredLength.round(si("round"), si("thick"), si(CALIPER))
                : MeasuredLength.across(readings, si(CALIPER));
        if (!(found.si() > found.uncertain())) {
            troubles.put(readings.isEmpty() ? "round" : "across1", "That is no more than it may be off.");
            return;
        }
        found(
                target,
                found,
                Dimension.LENGTH,
                readings.isEmpty() ? "by a thread laid round" : "by caliper, " + readings.size() + " across");
    }

    private void thread() {
        int turns = (int) si("turns");
        if (turns < 1 || turns != si("turns")) {
            troubles.put("turns", "How many turns, as a whole number from 1.");
            return;
        }
        Optional<BoltSize> size = MeasuredThread.of(si("crests"), turns, si("reach"), si(CALIPER), si(CALIPER));
        if (size.isEmpty()) {
            troubles.put(
                    "crests",
                    "Not a metric coarse thread of M4 to M20: a fine thread, one in inches, or a slip. Its torque then is for the maker to say.");
            return;
        }
        sheet = sheet.known(
                target,
                new Stated.One(size.get().name()),
                Optional.of(new Basis(Basis.From.MEASURED, "by caliper, over " + turns + " turns")));
    }

    private void torque() {
        boolean sprung = Drive.of(target).filter(Drive::sprung).isPresent();
        Optional<MeasuredTorque.Way> spring = way("sc", "so", sprung);
        Optional<MeasuredTorque.Way> air = way("ac", "ao", !sprung);
        if (air.isPresent() && !read.containsKey("at")) {
            troubles.put("at", "At which pressure was the air?");
        }
        double share = si("wrench") / 100;
        if (!(share <= MOST_SHARE)) {
            troubles.put("wrench", "Up to 50 %.");
        }
        if (!troubles.isEmpty()) {
            return;
        }
        MeasuredTorque found = MeasuredTorque.from(spring, air, share);
        String how = "by wrench on its shaft";
        found.spring().ifPresent(ends -> {
            found(drive("spring-torque/closed"), ends.closed(), Dimension.TORQUE, how);
            found(drive("spring-torque/open"), ends.open(), Dimension.TORQUE, how);
        });
        found.air().ifPresent(ends -> {
            found(drive("air-torque/closed"), ends.closed(), Dimension.TORQUE, how);
            found(drive("air-torque/open"), ends.open(), Dimension.TORQUE, how);
            sheet = sheet.known(
                    drive("air-torque/at"),
                    new Stated.One(StatedNumber.stated(new Quantity(si("at"), Dimension.PRESSURE))),
                    Optional.of(new Basis(Basis.From.MEASURED, how)));
        });
    }

    /** All four readings of one way of driving the shaft, or none where they may be missing. */
    private Optional<MeasuredTorque.Way> way(String closed, String open, boolean wanted) {
        List<String> ids = List.of(closed, closed + "b", open, open + "b");
        List<String> missing = ids.stream().filter(id -> !read.containsKey(id)).toList();
        if (missing.size() == ids.size() && !wanted) {
            return Optional.empty();
        }
        missing.forEach(id -> troubles.put(id, "All four are needed."));
        if (!missing.isEmpty()) {
            return Optional.empty();
        }
        MeasuredTorque.Way both = new MeasuredTorque.Way(
                new MeasuredTorque.Read(si(closed), si(closed + "b")),
                new MeasuredTorque.Read(si(open), si(open + "b")));
        if (!both.closed().isPossible()) {
            troubles.put(closed + "b", "Let back, a wrench reads no more than turned against.");
        }
        if (!both.open().isPossible()) {
            troubles.put(open + "b", "Let back, a wrench reads no more than turned against.");
        }
        return Optional.of(both);
    }

    private List<Double> given(String... ids) {
        List<Double> given = new ArrayList<>();
        for (String id : ids) {
            Optional.ofNullable(read.get(id)).ifPresent(given::add);
        }
        return given;
    }

    private Optional<Quantity> length(String name) {
        return sheet.number(drive(name))
                .filter(Stated.One.class::isInstance)
                .flatMap(s -> Quantity.stated(((Stated.One) s).text()));
    }

    private String drive(String name) {
        return "actuator/" + target + "/" + name;
    }

    private void found(String place, Value value, Dimension dimension, String how) {
        sheet = sheet.known(
                place,
                new Stated.One(StatedNumber.stated(new Quantity(value.si(), dimension))),
                Optional.of(new Basis(
                        Basis.From.MEASURED,
                        how + ", ± " + new Quantity(value.uncertain(), dimension).shown() + " (k = 2)")));
    }
}
