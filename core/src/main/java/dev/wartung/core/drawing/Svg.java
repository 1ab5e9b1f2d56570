package dev.wartung.core.drawing;

/** A small picture drawn line by line. Colours come from the page's style sheet, by class; all text is made safe. */
public final class Svg {

    private final StringBuilder out = new StringBuilder(2000);

    private final String head;
    private final String title;
    private boolean links;

    /** @param title what the picture shows, for those who do not see it */
    public Svg(double width, double height, String style, String title) {
        this.head = "<svg class=\"figure " + style + "\" viewBox=\"0 0 " + number(width) + " " + number(height)
                + "\" xmlns=\"http://www.w3.org/2000/svg\" role=\"";
        this.title = Xml.text(title);
    }

    public Svg line(double x1, double y1, double x2, double y2, String style) {
        return path("M " + number(x1) + " " + number(y1) + " L " + number(x2) + " " + number(y2), style);
    }

    public Svg path(String d, String style) {
        out.append("<path class=\"")
                .append(style)
                .append("\" d=\"")
                .append(Xml.text(d))
                .append("\"/>");
        return this;
    }

    public Svg circle(double x, double y, double radius, String style) {
        out.append("<circle class=\"")
                .append(style)
                .append("\" cx=\"")
                .append(number(x))
                .append("\" cy=\"")
                .append(number(y))
                .append("\" r=\"")
                .append(number(radius))
                .append("\"/>");
        return this;
    }

    public Svg rect(double x, double y, double width, double height, String style) {
        out.append("<rect class=\"")
                .append(style)
                .append("\" x=\"")
                .append(number(x))
                .append("\" y=\"")
                .append(number(y))
                .append("\" width=\"")
                .append(number(Math.max(0, width)))
                .append("\" height=\"")
                .append(number(Math.max(0, height)))
                .append("\"/>");
        return this;
    }

    /** @param anchor start, middle or end */
    public Svg text(double x, double y, String text, String style, String anchor) {
        out.append("<text class=\"")
                .append(style)
                .append("\" x=\"")
                .append(number(x))
                .append("\" y=\"")
                .append(number(y))
                .append("\" text-anchor=\"")
                .append(anchor)
                .append("\">")
                .append(Xml.text(text))
                .append("</text>");
        return this;
    }

    /** A line with an arrow head at its second end. */
    public Svg arrow(double x1, double y1, double x2, double y2, String style) {
        line(x1, y1, x2, y2, style);
        double angle = Math.atan2(y2 - y1, x2 - x1);
        double head = 9;
        return path(
                "M " + number(x2) + " " + number(y2) + " L " + number(x2 - head * Math.cos(angle - 0.4)) + " "
                        + number(y2 - head * Math.sin(angle - 0.4)) + " L " + number(x2 - head * Math.cos(angle + 0.4))
                        + " " + number(y2 - head * Math.sin(angle + 0.4)) + " Z",
                style + " head");
    }

    /** A dimension: a line with arrows at both ends and its text over the middle. */
    public Svg dimension(double x1, double y1, double x2, double y2, String text) {
        double mx = (x1 + x2) / 2;
        double my = (y1 + y2) / 2;
        arrow(mx, my, x1, y1, "dim").arrow(mx, my, x2, y2, "dim");
        boolean upright = Math.abs(x2 - x1) < Math.abs(y2 - y1);
        return upright ? text(mx + 7, my + 5, text, "label", "start") : text(mx, my - 7, text, "label", "middle");
    }

    /** What is drawn from here to {@link #endLink} leads to an address. */
    public Svg link(String href, String label) {
        links = true;
        out.append("<a href=\"")
                .append(Xml.text(href))
                .append("\" aria-label=\"")
                .append(Xml.text(label))
                .append("\">");
        return this;
    }

    public Svg endLink() {
        out.append("</a>");
        return this;
    }

    public String svg() {
        // a picture is one thing to a screen reader, unless there is something in it to follow
        return head + (links ? "group" : "img") + "\" aria-label=\"" + title + "\">" + out + "</svg>";
    }

    static String number(double value) {
        return DrawingTemplate.rounded(value);
    }
}
