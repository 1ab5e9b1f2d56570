package dev.wartung.core.drawing;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Places labels in two columns beside the drawing, each as near to its anchor's height as the others leave room. */
final class CallOutLayout {

    private static final double LINE = 17;
    private static final double GAP = 9;
    private static final double MARGIN = 14;
    /** where a leader starts, beyond the text; a bold letter's mean width tells how far a long title reaches */
    private static final double LEADER = 110;

    private static final double LETTER = 7.3;
    private static final int LONGEST_LINE = 16;

    private final double width;
    private final double height;
    private final double leftFrom;

    /** @param leftFrom labels on the left begin below this */
    CallOutLayout(double width, double height, double leftFrom) {
        this.leftFrom = leftFrom;
        this.width = width;
        this.height = height;
    }

    private record Placed(CallOut callOut, double[] anchor, double top) {
        double bottom() {
            return top + tall(callOut);
        }
    }

    private static double tall(CallOut callOut) {
        return LINE * (lines(callOut.title()).size() + (callOut.note().isEmpty() ? 0 : 1));
    }

    /** A title that would reach into the drawing is broken at the space nearest its middle. */
    private static List<String> lines(String title) {
        if (title.length() <= LONGEST_LINE) {
            return List.of(title);
        }
        int middle = title.length() / 2;
        int before = title.lastIndexOf(' ', middle);
        int after = title.indexOf(' ', middle);
        int at = before < 0 || (after >= 0 && after - middle < middle - before) ? after : before;
        return at < 0 ? List.of(title) : List.of(title.substring(0, at), title.substring(at + 1));
    }

    /**
     * @param anchors by part: x and y on the canvas, and −1 for the left column, +1 for the right; labels without one
     * are left out
     */
    void write(List<CallOut> callOuts, Map<String, double[]> anchors, StringBuilder out) {
        for (int side : new int[] {-1, 1}) {
            List<Placed> column = new ArrayList<>(callOuts.stream()
                    .flatMap(c -> Optional.ofNullable(anchors.get(c.part()))
                            .filter(anchor -> anchor[2] == side)
                            .map(anchor -> new Placed(c, anchor, anchor[1] - LINE / 2))
                            .stream())
                    .sorted(Comparator.comparingDouble(Placed::top))
                    .toList());
            spread(column, Math.max(MARGIN, side < 0 ? leftFrom : 0));
            column.forEach(placed -> write(placed, side, out));
        }
    }

    /** Pushes labels down past each other, then the whole tail up where it ran out of the canvas. */
    private void spread(List<Placed> column, double from) {
        double free = from;
        for (int i = 0; i < column.size(); i++) {
            Placed p = column.get(i);
            column.set(i, new Placed(p.callOut(), p.anchor(), Math.max(p.top(), free)));
            free = column.get(i).bottom() + GAP;
        }
        double floor = height - MARGIN;
        for (int i = column.size() - 1; i >= 0; i--) {
            Placed p = column.get(i);
            column.set(i, new Placed(p.callOut(), p.anchor(), Math.min(p.top(), floor - tall(p.callOut()))));
            floor = column.get(i).top() - GAP;
        }
    }

    private void write(Placed placed, int side, StringBuilder out) {
        CallOut callOut = placed.callOut();
        double textX = side < 0 ? MARGIN : width - MARGIN;
        String anchor = side < 0 ? "start" : "end";
        double y = placed.top() + 13;
        List<String> title = lines(callOut.title());
        double reach = Math.max(LEADER, LETTER * title.get(0).length() + 6);
        double lineFrom = side < 0 ? MARGIN + reach : width - MARGIN - reach;
        double ay = placed.anchor()[1];
        out.append("<g class=\"call-out ")
                .append(callOut.style())
                .append("\">")
                .append("<path class=\"leader\" d=\"M ")
                .append(DrawingTemplate.rounded(lineFrom))
                .append(' ')
                .append(DrawingTemplate.rounded(y - 4))
                .append(" L ")
                .append(DrawingTemplate.rounded(lineFrom - side * 12))
                .append(' ')
                .append(DrawingTemplate.rounded(y - 4))
                .append(" L ")
                .append(DrawingTemplate.rounded(placed.anchor()[0]))
                .append(' ')
                .append(DrawingTemplate.rounded(ay))
                .append("\"/>")
                .append("<circle class=\"leader-end\" r=\"2.5\" cx=\"")
                .append(DrawingTemplate.rounded(placed.anchor()[0]))
                .append("\" cy=\"")
                .append(DrawingTemplate.rounded(ay))
                .append("\"/>");
        for (int i = 0; i < title.size(); i++) {
            line(out, "title", textX, y + i * LINE, anchor, title.get(i));
        }
        if (!callOut.note().isEmpty()) {
            line(out, "note", textX, y + title.size() * LINE, anchor, callOut.note());
        }
        out.append("</g>");
    }

    private static void line(StringBuilder out, String style, double x, double y, String anchor, String text) {
        out.append("<text class=\"")
                .append(style)
                .append("\" x=\"")
                .append(DrawingTemplate.rounded(x))
                .append("\" y=\"")
                .append(DrawingTemplate.rounded(y))
                .append("\" text-anchor=\"")
                .append(anchor)
                .append("\">")
                .append(Xml.text(text))
                .append("</text>");
    }
}
