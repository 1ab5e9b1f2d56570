package dev.wartung.core.drawing;

/** A finding on bare metal: the surface a seal runs or closes on, the seal's path across it, and the mark. */
public final class FindingDrawing {

    private FindingDrawing() {}

    /**
     * @param finding id of the kind of finding
     * @param along   it runs along the seal's path
     * @param where   what is looked at, in words
     */
    public static String svg(String finding, boolean along, String where) {
        Svg svg = new Svg(420, 300, "finding-picture", where);
        svg.rect(40, 50, 340, 190, "plate")
                .rect(40, 120, 340, 50, "path-of-seal")
                .arrow(60, 145, 150, 145, "dim")
                .text(52, 198, "path of the seal", "label", "start");
        switch (finding) {
            case "scratch" -> svg.path(along ? "M 236 152 l 110 -8" : "M 290 84 l -24 122", "mark");
            case "pitting", "rust", "damage" -> {
                for (int i = 0; i < 11; i++) {
                    svg.circle(282 + 34 * Math.sin(i * 2.4), 140 + 26 * Math.cos(i * 1.9), 3 + i % 3, "mark spot");
                }
            }
            case "nick" -> svg.path(
                    along ? "M 270 126 h 46 l -8 10 h -30 Z" : "M 284 96 l 16 0 l -4 90 l -8 0 Z", "mark spot");
            case "burr" -> svg.path("M 40 50 H 280 l 8 -20 l 10 14 l 8 -8 l 6 14 H 380", "mark");
            case "crack" -> svg.path("M 300 50 l -12 40 l 16 24 l -20 40 l 14 30 l -10 56", "mark");
            case "play", "bent", "worn", "cracked", "short" -> svg.arrow(290, 90, 290, 54, "mark")
                    .arrow(290, 200, 290, 236, "mark");
            case "galled", "stiff" -> svg.path(
                    "M 240 90 q 12 -14 24 0 t 24 0 t 24 0 M 240 110 q 12 -14 24 0 t 24 0 t 24 0", "mark");
            case "dirt" -> svg.path("M 250 140 q 20 -30 50 -12 q 30 10 10 34 q -34 20 -60 -22 Z", "mark spot");
            default -> {}
        }
        return svg.text(210, 274, where, "label strong", "middle").svg();
    }
}
