package dev.wartung.core.lab;

import dev.wartung.core.bolting.BoltClass;
import dev.wartung.core.bolting.BoltPattern;
import dev.wartung.core.bolting.BoltSize;
import dev.wartung.core.bolting.BoltTorque;
import dev.wartung.core.bolting.ThreadCondition;
import dev.wartung.core.bolting.Tightening;
import dev.wartung.core.bolting.Tightening.Turn;
import dev.wartung.core.bolting.Wrench;
import dev.wartung.core.drawing.FlangeDrawing;
import dev.wartung.core.drawing.FlangeDrawing.Mark;
import dev.wartung.core.drawing.FlangeDrawing.State;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.message.Message;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Order, stages, wrench settings and preload of a bolted joint. */
final class BoltUp implements Instrument {

    private static final Plate PLATE = new Plate(
            "bolt-up",
            "Bolt-up",
            "In which order, in which stages, and what to set this wrench to on this thread.",
            Drawer.BOLTS,
            "T = K·F·d, K 0.30 dry, 0.18 oiled, 0.16 anti-seize. T_set = T·L/(L + e·cos θ). Preload at most 70 % of the proof load. Next bolt: resultant nearest the centre, then second moment most even, then the lowest number.",
            "Nut factor model of bolt tightening; K and its scatter are demo values of our plant. Proof stress: ISO 3506-1. Stress areas: ISO 898-1. Wrench: moment equilibrium.",
            "The friction of your threads: K scatters by a quarter on dry stainless, less when greased. It knows stiff parts and elastic bolts, no gaskets that creep. Where preload matters, measure the bolt's stretch.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        List<Field> fields = new ArrayList<>(Patterns.fields(typed, 8));
        fields.add(Field.measure("torque", "Torque of the sheet", Unit.NEWTON_METRE, "12 N·m", 0.1, 500));
        fields.add(Field.choice("stated", "The sheet states it for", conditions("not-said", "does not say")));
        fields.add(Field.choice("thread", "Thread in use", conditions()).starting("dry"));
        fields.add(Field.choice(
                        "size",
                        "Bolt",
                        Field.options(
                                Arrays.stream(BoltSize.values()).map(Enum::name).toList()))
                .starting("M8"));
        fields.add(Field.choice(
                        "class",
                        "Stamped on its head",
                        Field.options(Arrays.stream(BoltClass.values())
                                .map(BoltClass::symbol)
                                .toList()))
                .starting("A2-70"));
        fields.add(Field.measure("lock-nut", "Lock nut takes", Unit.NEWTON_METRE, "0 N·m", 0, 50)
                .hinted("Torque to turn the nut on before it clamps"));
        fields.add(Field.measure("wrench", "Wrench, hand to drive", Unit.MILLIMETRE, "300 mm", 50, 2000));
        fields.add(Field.measure("attachment", "Attachment, drive to bolt", Unit.MILLIMETRE, "0 mm", 0, 1000)
                .hinted("Crowfoot or offset tool; an extension along the bolt counts as 0"));
        fields.add(Field.measure("angle", "Angle of the attachment", Unit.DEGREE, "0 °", 0, 180)
                .hinted("0° straight on, 90° square, 180° back"));
        fields.add(Field.number("tolerance", "Wrench is good to, %", "4", 0, 20)
                .hinted(Message.of(
                        "lab.hint.off",
                        "ISO 6789: 4 % above {torque}, 6 % up to it",
                        "torque",
                        Quantity.of(10, Unit.NEWTON_METRE))));
        fields.add(Field.count("done", "Turns done", 0, 0, 200).hinted("To see which bolt is next"));
        return fields;
    }

    private static Map<String, String> conditions(String... first) {
        Map<String, String> options =
                Field.options("dry", "dry threads", "oiled", "oiled threads", "anti-seize", "threads with anti-seize");
        if (first.length > 0) {
            options.put(first[0], first[1]);
        }
        return options;
    }

    private static Optional<ThreadCondition> condition(String text) {
        return Arrays.stream(ThreadCondition.values())
                .filter(c -> c.words().equals(text))
                .findFirst();
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Optional<BoltPattern> pattern = Patterns.read(in);
        in.refuseIf(
                in.number("attachment") >= in.number("wrench"),
                "attachment",
                "Longer than the wrench itself: that cannot be right. Measure from the drive to the bolt.");
        in.refuseIf(
                in.understood() && !Wrench.hasLever(in.number("wrench"), in.number("attachment"), in.number("angle")),
                "angle",
                "Pointing back like this the attachment leaves hardly a lever: the wrench says nothing. Turn it to the side or straight on, or take a longer wrench.");
        BoltSize size = BoltSize.valueOf(in.text("size"));
        in.refuseIf(
                pattern.isPresent() && pattern.get().closestM() < size.flatsM(),
                Patterns.field(in),
                "Two of these stand closer than the head of an " + size + " is wide.");
        if (!in.understood() || pattern.isEmpty()) {
            return Optional.empty();
        }
        BoltClass material = Arrays.stream(BoltClass.values())
                .filter(c -> c.symbol().equals(in.text("class")))
                .findFirst()
                .orElseThrow();
        BoltTorque torque = new BoltTorque(
                size,
                material,
                in.number("torque"),
                condition(in.text("stated")),
                condition(in.text("thread")).orElseThrow(),
                in.number("lock-nut"));
        Wrench wrench = new Wrench(in.number("wrench"), in.number("attachment"), in.number("angle"));
        Tightening tightening = new Tightening(pattern.get(), Tightening.USUAL);
        Result.Builder result = new Result.Builder();
        double set = wrench.setting(torque.torqueNm());
        double off = in.number("tolerance") / 100;
        if (torque.isTooMuch()) {
            // nothing to set a wrench to
            result.number("proof-share", "Share of the proof load", torque.shareOfProof() * 100, 0, " %")
                    .figure("preload", "Preload of each bolt", torque.preloadN(), Unit.KILONEWTON);
            Message again = Message.of("lab.next", "Look at thread, size and class again, then ask the maker.");
            torque.warnings().forEach(w -> result.finding(Result.Tone.STOP, w, again));
            return result.done();
        }
        result.figure("setting", "Set the wrench to", set, Dimension.TORQUE)
                .figure("torque", "Torque at the bolt", torque.torqueNm(), Dimension.TORQUE)
                .figure("torque-off", "… give or take, by the wrench", torque.torqueNm() * off, Dimension.TORQUE)
                .figure("preload", "Preload of each bolt", torque.preloadN(), Unit.KILONEWTON)
                .figure(
                        "preload-least",
                        "… at least, with high friction",
                        torque.leastPreloadN() * (1 - off),
                        Unit.KILONEWTON)
                .figure(
                        "preload-most",
                        "… at most, with low friction",
                        torque.mostPreloadN() * (1 + off),
                        Unit.KILONEWTON)
                .number("proof-share", "Share of the proof load", torque.shareOfProof() * 100, 0, " %");
        torque.warnings().forEach(w -> result.finding(Result.Tone.CARE, w, Message.NONE));
        if (torque.mostPreloadN() * (1 + off) <= BoltTorque.HIGHEST_SHARE * torque.proofN()) {
            result.good("Even with low friction the bolt stays below 70 % of its proof load.");
        }
        if (in.number("attachment") > 0 && Math.abs(set - torque.torqueNm()) > 0.01 * torque.torqueNm()) {
            result.note(Message.of(
                    "lab.bolt-up.attachment",
                    "The attachment changes the lever: the bolt gets {bolt} when the wrench shows {shows}.",
                    "bolt",
                    new Quantity(torque.torqueNm(), Dimension.TORQUE),
                    "shows",
                    new Quantity(set, Dimension.TORQUE)));
        }
        if (torque.statedFor().isPresent() && torque.statedFor().get() != torque.used()) {
            result.note(Message.of(
                    "lab.bolt-up.converted",
                    "Converted from {stated} to {used} threads; the clamping force stays the same.",
                    "stated",
                    torque.statedFor().get().words(),
                    "used",
                    torque.used().words()));
        }
        stages(tightening, torque, wrench, result);
        next(in, tightening, torque, wrench, result);
        return result.done();
    }

    private static void stages(Tightening tightening, BoltTorque torque, Wrench wrench, Result.Builder result) {
        List<List<Message>> rows = new ArrayList<>();
        String cross = tightening.pattern().order().stream()
                .map(i -> String.valueOf(i + 1))
                .collect(Collectors.joining("-"));
        for (int i = 0; i < tightening.shares().size(); i++) {
            double share = tightening.shares().get(i);
            rows.add(List.of(
                    Message.of("lab.bolt-up.stage", "Stage {number}", "number", i + 1),
                    Message.words(Math.round(share * 100) + " %"),
                    set(wrench, torque, share),
                    Message.words(cross)));
        }
        rows.add(List.of(
                Message.of("lab.bolt-up.round", "Round pass"),
                Message.words("100 %"),
                set(wrench, torque, 1),
                Message.of(
                        "lab.bolt-up.in-turn",
                        "1 to {last}, round",
                        "last",
                        tightening.pattern().size())));
        result.tableOf(
                Message.of("lab.bolt-up.stages", "Stages, with this wrench"),
                List.of("Stage", "Share", "Set to", "Order"),
                rows);
    }

    private static Message set(Wrench wrench, BoltTorque torque, double share) {
        return Result.Builder.amount(wrench.setting(torque.stageNm(share)), Dimension.TORQUE);
    }

    private static void next(
            Inputs in, Tightening tightening, BoltTorque torque, Wrench wrench, Result.Builder result) {
        Optional<Turn> now = tightening.after(in.count("done"));
        List<Turn> turns = tightening.turns();
        List<Mark> marks = new ArrayList<>();
        for (int bolt = 0; bolt < tightening.pattern().size(); bolt++) {
            int here = bolt;
            boolean turned = now.isEmpty()
                    || turns.subList(0, in.count("done")).stream()
                            .anyMatch(t ->
                                    t.bolt() == here && t.stage() == now.get().stage());
            marks.add(new Mark(
                    now.filter(t -> t.bolt() == here).isPresent() ? State.RUNNING : turned ? State.DONE : State.TODO,
                    ""));
        }
        if (now.isPresent()) {
            Turn turn = now.get();
            Message stage = turn.stage() > tightening.shares().size()
                    ? Message.of("lab.bolt-up.round", "Round pass")
                    : Message.of("lab.bolt-up.stage", "Stage {number}", "number", turn.stage());
            result.words(
                    "next",
                    "Next",
                    Message.of(
                            "lab.bolt-up.next",
                            "{stage}, bolt {bolt} at {set}",
                            "stage",
                            stage,
                            "bolt",
                            turn.bolt() + 1,
                            "set",
                            set(wrench, torque, turn.share())));
        } else {
            result.words("next", "Next", "All turns done");
        }
        result.picture(FlangeDrawing.bare(
                tightening.pattern(),
                marks,
                tightening.pattern().order(),
                "Flange from above. Tightening order "
                        + tightening.pattern().order().stream()
                                .map(i -> String.valueOf(i + 1))
                                .collect(Collectors.joining(", "))));
    }
}
