package dev.wartung.core.drawing;

/**
 * An old seal as it may look: the ring from above, and its cord in section in the groove. One picture for each
 * appearance of the autopsy.
 */
public final class OldSealDrawing {

    private static final double X = 110;
    private static final double Y = 110;
    private static final double R = 72;
    private static final double CORD = 24;

    private OldSealDrawing() {}

    /** @param appearance id; one that is not known is drawn as an ordinary ring */
    public static String svg(String appearance, String name) {
        Svg svg = new Svg(420, 220, "old-seal", name);
        double cord = appearance.equals("swollen") ? CORD * 1.35 : CORD;
        ring(svg, appearance, cord);
        groove(svg, appearance, cord);
        return svg.text(X, 212, "from above", "label", "middle")
                .text(320, 212, "in its groove", "label", "middle")
                .svg();
    }

    private static void ring(Svg svg, String appearance, double cord) {
        String tone =
                appearance.equals("tacky") ? "rubber pale" : appearance.equals("hard") ? "rubber shiny" : "rubber";
        if (appearance.equals("popped")) {
            svg.path("M 40 120 C 30 40 120 20 170 70 S 190 160 120 178 S 60 190 40 120 Z", "loop outer")
                    .path("M 40 120 C 30 40 120 20 170 70 S 190 160 120 178 S 60 190 40 120 Z", "loop");
            return;
        }
        svg.circle(X, Y, R + cord / 2, tone).circle(X, Y, R - cord / 2, "void");
        switch (appearance) {
            case "hard" -> spokes(svg, 11, 0.8, "crack");
            case "nibbled" -> {
                for (int i = 0; i < 9; i++) {
                    double a = 0.3 + i * 0.21;
                    svg.circle(X + (R + cord / 2) * Math.sin(a), Y - (R + cord / 2) * Math.cos(a), 5, "void bite");
                }
            }
            case "twisted" -> spokes(svg, 14, 1.0, "spiral");
            case "cut" -> svg.path(
                    "M " + (X + 48) + " " + (Y - 70) + " l 14 22 M " + (X + 53) + " " + (Y - 73) + " l 14 22",
                    "crack wide");
            case "one-sided" -> svg.path(
                    "M " + (X - R - cord / 2) + " " + Y + " A " + (R + cord / 2) + " " + (R + cord / 2) + " 0 0 1 " + X
                            + " " + (Y - R - cord / 2) + " L " + X + " " + (Y - R - 2) + " A " + (R + 2) + " " + (R + 2)
                            + " 0 0 0 " + (X - R - 2) + " " + Y + " Z",
                    "void worn");
            case "blistered" -> {
                for (int i = 0; i < 13; i++) {
                    double a = i * 0.48;
                    svg.circle(
                            X + (R + (i % 3 - 1) * 6) * Math.sin(a),
                            Y - (R + (i % 3 - 1) * 6) * Math.cos(a),
                            3 + i % 3,
                            "blister");
                }
            }
            case "tacky" -> svg.path(
                    "M " + (X - 20) + " " + (Y + R + cord / 2) + " q 4 22 -4 26 M " + (X + 16) + " "
                            + (Y + R + cord / 2 - 2) + " q -3 16 4 20",
                    "smear");
            case "flat" -> svg.circle(X, Y, R + cord / 2 - 5, "track").circle(X, Y, R - cord / 2 + 5, "track");
            case "ordinary" -> svg.circle(X, Y, R, "track");
            default -> {}
        }
    }

    /** Short strokes across the ring; leaning where they run round it like a screw. */
    private static void spokes(Svg svg, int count, double width, String style) {
        double lean = style.equals("spiral") ? 0.22 : 0.03;
        for (int i = 0; i < count; i++) {
            double a = 2 * Math.PI * i / count + i % 2 * 0.1;
            double inner = R - CORD / 2 * width;
            double outer = R + CORD / 2 * width;
            svg.line(
                    X + inner * Math.sin(a),
                    Y - inner * Math.cos(a),
                    X + outer * Math.sin(a + lean),
                    Y - outer * Math.cos(a + lean),
                    style);
        }
    }

    private static void groove(Svg svg, String appearance, double cord) {
        svg.rect(230, 60, 180, 130, "plate")
                .rect(278, 60, 84, 70, "void")
                .rect(230, 30, 180, appearance.equals("popped") ? 12 : 30, "plate other");
        double r = cord * 1.55;
        double x = 320;
        double y = 130 - 33;
        switch (appearance) {
            case "flat" -> svg.path(
                    "M 290 62 H 350 Q 362 62 362 80 V 112 Q 362 129 350 129 H 290 Q 279 129 279 112 V 80 Q 279 62 290 62 Z",
                    "rubber");
            case "nibbled" -> svg.path(
                            "M 320 62 C 350 62 356 84 356 97 C 356 118 340 129 320 129 C 300 129 284 118 284 97 C 284 80 292 62 320 62 Z",
                            "rubber")
                    .path("M 344 64 L 392 58 L 396 61 L 350 72 Z", "rubber");
            case "cut" -> svg.circle(x, y, 33, "rubber").path("M 312 62 L 322 92 L 328 62 Z", "void");
            case "one-sided" -> svg.path(
                    "M 320 64 C 340 64 353 78 353 97 C 353 116 340 129 320 129 L 306 126 L 304 68 Z", "rubber");
            case "blistered" -> svg.circle(x, y, 33, "rubber")
                    .circle(310, 84, 5, "blister")
                    .circle(328, 104, 6, "blister")
                    .circle(316, 118, 4, "blister")
                    .circle(336, 86, 4, "blister");
            case "popped" -> svg.path(
                    "M 300 120 C 296 70 310 44 350 46 C 372 47 372 64 352 66 C 332 68 330 90 332 122 Z", "rubber");
            case "swollen" -> svg.path(
                            "M 320 60 C 348 58 364 70 362 97 C 364 122 350 131 320 130 C 290 131 276 122 278 97 C 276 70 292 58 320 60 Z",
                            "rubber")
                    .path("M 300 60 C 310 44 330 44 340 60 Z", "rubber");
            case "twisted" -> svg.circle(x, y, 33, "rubber")
                    .path("M 296 84 Q 320 72 344 84 M 292 100 Q 320 86 348 100 M 296 116 Q 320 102 344 116", "spiral");
            case "hard" -> svg.circle(x, y, 33, "rubber shiny")
                    .path("M 320 64 l -4 14 l 6 8 M 350 92 l -12 4 M 296 112 l 10 -8", "crack");
            default -> svg.circle(x, y, Math.min(33, r), appearance.equals("tacky") ? "rubber pale" : "rubber");
        }
    }
}
