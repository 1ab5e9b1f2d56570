package dev.wartung.core.diaphragm;

import dev.wartung.core.diaphragm.Criterion.Compression;
import dev.wartung.core.diaphragm.Criterion.Parallel;
import dev.wartung.core.drawing.FlangeDrawing;
import dev.wartung.core.drawing.FlangeDrawing.Mark;
import dev.wartung.core.drawing.FlangeDrawing.State;
import dev.wartung.core.drawing.FlangeDrawing.Tilt;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.core.message.Wording;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;

/**
 * A gap map said and drawn for whoever holds the spanner: what is found, which bolt is turned which way, and what will
 * come of it.
 */
public final class GapReport {

    private final GapMap map;
    private final Criterion criterion;
    private final List<Double> turns;

    public GapReport(GapMap map, Criterion criterion) {
        this.map = map;
        this.criterion = criterion;
        this.turns = map.turnsRad(criterion);
    }

    public boolean meets() {
        return map.meets(criterion);
    }

    /** Whether some bolt has compressed the diaphragm beyond what it survives. */
    public boolean spoilt() {
        return criterion instanceof Compression band
                && map.gapsM().stream().anyMatch(g -> band.compression(g) > band.damage() + 1e-9);
    }

    /** Whether it is compressed too much on the whole, so that bolts have to be slackened. */
    public boolean overCompressed() {
        return criterion instanceof Compression band
                && band.compression(map.plane().meanM()) > band.most() + 1e-9;
    }

    /** The gaps after the turns. */
    public GapMap after() {
        return map.after(turns);
    }

    public String headline() {
        return meets()
                ? "within its limits"
                : spoilt() ? "spoilt: new diaphragm" : overCompressed() ? "too tight" : "not yet right";
    }

    /** What was found, with the figures. */
    public Message finding() {
        if (criterion instanceof Compression band) {
            double least = band.compression(Collections.max(map.gapsM()));
            double most = band.compression(Collections.min(map.gapsM()));
            return Message.of(
                    "gaps.compressed",
                    "Compressed {least} to {most} %, allowed {allowed-least} to {allowed-most} %",
                    "least",
                    percent(least),
                    "most",
                    percent(most),
                    "allowed-least",
                    percent(band.least()),
                    "allowed-most",
                    percent(band.most()));
        }
        return Message.of(
                "gaps.differ",
                "Gaps differ by {by}, allowed {allowed}",
                "by",
                length(map.differenceM()),
                "allowed",
                length(((Parallel) criterion).differenceM()));
    }

    /** What to do next; empty when nothing is. */
    public Message next() {
        if (spoilt()) {
            return Message.of(
                    "gaps.spoilt", "Beyond what the diaphragm survives. Slacken crosswise and fit a new one.");
        }
        if (meets()) {
            return Message.NONE;
        }
        List<String> words = new ArrayList<>();
        for (int i : map.pattern().order()) {
            if (turns.get(i) != 0) {
                words.add("bolt " + (i + 1) + " " + turnInWords(i));
            }
        }
        if (words.isEmpty()) {
            return map.isBent()
                    ? Message.of("gaps.bent", "No bolt mends this: measure again, then look at the flange.")
                    : Message.of("gaps.once-more", "Go round once more and measure again.");
        }
        String first =
                overCompressed() ? "Too tight. Slacken in this order: {turns}. " : "Turn in this order: {turns}. ";
        return Message.of(
                "gaps.turn",
                first
                        + (map.needsAnotherPass(criterion)
                                ? "Then measure again; one pass does not reach."
                                : "Then measure again."),
                "turns",
                String.join(", ", words));
    }

    /** For instance "tighten 20°"; "leave" for a bolt that stays. */
    public String turnInWords(int bolt) {
        long degrees = Math.round(Math.toDegrees(turns.get(bolt)));
        return degrees == 0 ? "leave" : (degrees > 0 ? "tighten " : "slacken ") + Math.abs(degrees) + "°";
    }

    /** The flange with what each bolt is turned by, and an arrow to the wide side. */
    public String picture(UnitSystem units) {
        List<Mark> marks = new ArrayList<>();
        for (int i = 0; i < map.pattern().size(); i++) {
            marks.add(new Mark(within(map.gapsM().get(i)) ? State.DONE : State.OFF, ""));
        }
        double tilt = map.plane().tiltM(map.pattern());
        Optional<Tilt> arrow = tilt < GapMap.READING_M
                ? Optional.empty()
                : Optional.of(new Tilt(
                        map.plane().widestRad(), "wider by " + units.shown(new Quantity(tilt, Dimension.LENGTH))));
        return FlangeDrawing.svg(
                map.pattern(),
                marks,
                map.pattern().order(),
                arrow,
                "Flange from above. " + new Wording(units).of(finding()) + ". " + new Wording(units).of(next()));
    }

    private boolean within(double gap) {
        return criterion instanceof Compression band
                ? band.isMetBy(List.of(gap))
                : meets() || gap < Collections.min(map.gapsM()) + ((Parallel) criterion).differenceM();
    }

    private static String percent(double share) {
        return Quantity.rounded(share * 100, 1);
    }

    private static Quantity length(double metres) {
        return new Quantity(metres, Dimension.LENGTH);
    }
}
