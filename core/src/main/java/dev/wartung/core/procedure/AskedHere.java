package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.BoltedJoint;
import dev.wartung.core.anatomy.Reading;
import dev.wartung.core.anatomy.Reading.How;
import dev.wartung.core.anatomy.Reading.Spreading;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltTorque;
import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.message.Message;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Writes a reading of the anatomy out for one valve: limits from its type sheet, converted where its threads are
 * treated, and the places it is taken at.
 */
final class AskedHere {

    private final Stage stage;
    private final Map<String, String> facts;

    /** @param facts what conditions are judged against at the step */
    AskedHere(Stage stage, Map<String, String> facts) {
        this.stage = stage;
        this.facts = facts;
    }

    /**
     * The reading with this valve's own limits. Where the type sheet does not know them, or not at how many places it
     * is taken, it is read once and said so.
     */
    Ask ask(String id) {
        Reading reading =
                stage.anatomy().reading(id).orElseThrow(() -> new IllegalStateException("no reading “" + id + "”"));
        Figures figures = stage.figures();
        String place = stage.anatomy().id() + "/reading/" + id;
        Optional<BoltedJoint> joint = reading.spread()
                .flatMap(Spreading::joint)
                .flatMap(this::joint)
                .or(() -> reading.band().flatMap(band -> stage.type().joints().values().stream()
                        .filter(j -> j.torque().equals(band))
                        .findFirst()));
        Ask.About about = new Ask.About(
                reading.id(),
                reading.ask(),
                reading.critical(),
                reading.quantity()
                        .filter(q -> q == Reading.Measured.TORQUE)
                        .flatMap(q -> joint)
                        .flatMap(this::torqueNote)
                        .orElse(Message.NONE),
                reading.lab(),
                reading.same().map(s -> new Ask.Same(s.as(), s.within().flatMap(this::size))));
        if (reading.quantity().isEmpty()) {
            return new Ask.Observation(
                    about,
                    reading.choices(),
                    reading.expectedFor(facts),
                    figures.into(place + "/otherwise", reading.otherwise()),
                    reading.finds(),
                    reading.identifies());
        }
        Optional<Band> band = reading.band().flatMap(name -> stage.type().band(name, facts));
        Optional<Spread> spread = reading.spread().flatMap(this::spread);
        Message low = figures.into(place + "/low", reading.low());
        Message high = figures.into(place + "/high", reading.high());
        double toolOffsetM =
                joint.flatMap(BoltedJoint::toolOffset).map(Quantity::si).orElse(0.0);
        boolean limited =
                band.isPresent() || (spread.isPresent() && reading.band().isEmpty());
        boolean everywhere = spread.isPresent() && limited;
        // what stops a reading stands alone: it is known by it
        Ask.About said = about.note().id().equals(Ask.STOP)
                ? about
                : about.noted(Stream.of(
                                Optional.of(about.note()),
                                limited ? Optional.<Message>empty() : Optional.of(NotKnown.LIMITS),
                                reading.spread().isPresent() && !everywhere
                                        ? Optional.of(NotKnown.BOLTS)
                                        : Optional.<Message>empty(),
                                reading.band()
                                        .filter(b -> stage.type().assumesBand(b, facts))
                                        .map(b -> NotKnown.ASSUMED),
                                reading.spread()
                                        .flatMap(Spreading::uneven)
                                        .filter(size -> size(size).isEmpty())
                                        .map(size -> NotKnown.EVENNESS),
                                reading.same()
                                        .flatMap(Reading.Same::within)
                                        .filter(size -> size(size).isEmpty())
                                        .map(size -> NotKnown.SAME))
                        .flatMap(Optional::stream)
                        .filter(note -> !note.isEmpty())
                        .reduce((one, more) -> Message.of("ask.notes", "{one} {more}", "one", one, "more", more))
                        .orElse(Message.NONE));
        return everywhere
                ? new Ask.AtPlaces(
                        said, reading.quantity().get().dimension(), band, low, high, toolOffsetM, spread.get())
                : new Ask.Measurement(said, reading.quantity().get().dimension(), band, low, high, toolOffsetM);
    }

    private Optional<Quantity> size(String name) {
        return Optional.ofNullable(stage.type().sizes().get(name));
    }

    private Optional<BoltedJoint> joint(String name) {
        return Optional.ofNullable(stage.type().joints().get(name));
    }

    /** The places; empty where the sheet does not know the joint they are at. */
    private Optional<Spread> spread(Spreading spreading) {
        if (spreading.how() == How.ROUND) {
            double uneven =
                    spreading.uneven().flatMap(this::size).map(Quantity::si).orElse(1.0);
            List<String> names = spreading.places() == 4
                    ? List.of("the top", "the right", "the bottom", "the left")
                    : IntStream.rangeClosed(1, spreading.places())
                            .mapToObj(i -> "place " + i)
                            .toList();
            return Optional.of(new Spread(
                    How.ROUND,
                    BoltPattern.circle(spreading.places(), 0.1),
                    names,
                    0,
                    Optional.empty(),
                    Optional.empty(),
                    uneven));
        }
        String name =
                spreading.joint().orElseThrow(() -> new IllegalStateException("a reading at bolts names its joint"));
        return joint(name).flatMap(joint -> joint.pattern().map(pattern -> atBolts(spreading, joint, pattern)));
    }

    private static Spread atBolts(Spreading spreading, BoltedJoint joint, BoltPattern pattern) {
        return new Spread(
                spreading.how(),
                pattern,
                IntStream.rangeClosed(1, pattern.size())
                        .mapToObj(i -> "bolt " + i)
                        .toList(),
                joint.thread().pitchM(),
                joint.compression().map(c -> new Compression(c.free().si(), c.least(), c.most(), c.damage())),
                joint.parallel().map(p -> new Parallel(p.si())),
                0,
                joint.lockNut());
    }

    /** What lies behind a torque: whether it was converted, and what it does to the bolt. */
    private Optional<Message> torqueNote(BoltedJoint joint) {
        return Optional.ofNullable(stage.type().bands().get(joint.torque())).map(stated -> torqueNote(joint, stated));
    }

    private Message torqueNote(BoltedJoint joint, Band stated) {
        BoltTorque torque = joint.torque(stated, facts);
        if (torque.isTooMuch()) {
            return Message.of(
                    Ask.STOP,
                    "Stop: nothing is tightened to this. The preload would be {share} % of the bolt’s proof load, with low"
                            + " friction up to {most} %. Have the sheet looked at, and ask the maker.",
                    "share",
                    Math.round(torque.shareOfProof() * 100),
                    "most",
                    Math.round(torque.mostPreloadN() / torque.proofN() * 100));
        }
        Message from = joint.statedFor().isEmpty()
                ? Message.of(
                        "torque.not-converted",
                        "Not converted: the sheet does not say which thread condition its torque is for.")
                : joint.statedFor().get() == joint.used(facts)
                        ? Message.of(
                                "torque.as-stated",
                                "Stated for {threads} threads, as they are here.",
                                "threads",
                                joint.used(facts).words())
                        : Message.of(
                                "torque.converted",
                                "Converted from {stated} ({of}) to {threads} threads.",
                                "stated",
                                stated.target().orElse(stated.max()),
                                "of",
                                joint.statedFor().get().words(),
                                "threads",
                                joint.used(facts).words());
        // that it is not converted is said already
        Message warning = Message.joined(
                " ",
                torque.warnings().stream()
                        .skip(joint.statedFor().isEmpty() ? 1 : 0)
                        .toList());
        return Message.of(
                "torque.note",
                warning.isEmpty()
                        ? "{from} Preload about {preload}, {share} % of the proof load."
                        : "{from} Preload about {preload}, {share} % of the proof load. {warning}",
                "from",
                from,
                "preload",
                new Quantity(torque.preloadN(), Dimension.FORCE),
                "share",
                Math.round(torque.shareOfProof() * 100),
                "warning",
                warning);
    }
}
