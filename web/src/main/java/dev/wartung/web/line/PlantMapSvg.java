package dev.wartung.web.line;

import dev.wartung.core.text.PlainText;
import dev.wartung.web.line.PlantMap.Area;
import dev.wartung.web.line.PlantMap.Other;
import dev.wartung.web.line.PlantMap.Row;
import dev.wartung.web.line.PlantMap.Sign;
import dev.wartung.web.valve.LinesMap.Mark;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.web.util.HtmlUtils;
import org.springframework.web.util.UriUtils;

/**
 * Writes the plant as SVG. It is a drawing, as a valve's section is: a template that takes each of a thousand marks apart
 * to put it together again was two thirds of what the page cost.
 */
final class PlantMapSvg {

    /** Below a vessel there is room for the names of so many other lines. */
    private static final int ALSO = 2;

    private static final int ALSO_APART = 11;

    private final StringBuilder out = new StringBuilder();
    private final int width;

    private PlantMapSvg(int width) {
        this.width = width;
    }

    /** The map, with a link at each valve and each line that is drawn. */
    static String of(PlantMap map) {
        PlantMapSvg svg = new PlantMapSvg(map.width());
        svg.open(
                "svg",
                "class",
                "map",
                "viewBox",
                "0 0 " + map.width() + " " + map.height(),
                "width",
                map.width(),
                "height",
                map.height(),
                "role",
                "group",
                "aria-label",
                "Every line with its valves");
        map.areas().forEach(svg::area);
        return svg.close("svg").out.toString();
    }

    private void area(Area area) {
        int left = 4;
        open("g")
                .empty(
                        "rect",
                        "class",
                        "band",
                        "x",
                        left,
                        "y",
                        area.y() - 4,
                        "width",
                        width - 2 * left,
                        "height",
                        area.height() + 6,
                        "rx",
                        6);
        text(area.name(), "class", "area", "x", 14, "y", area.y() + 14);
        area.lines().forEach(this::line);
        close("g");
    }

    private void line(Row line) {
        open("g");
        line.id().ifPresent(id -> open("a", "class", "line-link", "href", "/lines/" + id));
        text(
                line.name() + (line.id().isPresent() ? "" : ", not drawn"),
                "class",
                "line-name",
                "x",
                14,
                "y",
                line.y() + 8);
        line.id().ifPresent(id -> close("a"));
        line.pipes().forEach(pipe -> empty("path", "class", "pipe", "d", pipe));
        line.signs().forEach(this::sign);
        line.valves().forEach(this::valve);
        close("g");
    }

    private void sign(Sign sign) {
        open("g", "class", "fit " + sign.kind().code()).title(sign.words());
        String at = "translate(" + sign.x() + " " + sign.y() + ") scale(.72)";
        empty("path", "class", "sign-of", "d", sign.path(), "transform", at);
        if (!sign.name().isEmpty()) {
            centred(sign.name(), "vessel", sign.x(), sign.y() + 25);
        }
        List<Other> also = sign.also();
        for (int i = 0; i < Math.min(ALSO, also.size()); i++) {
            Other other = also.get(i);
            String says = sign.name() + ", also in " + other.line();
            open("a", "class", "line-link", "href", "/lines/" + other.id(), "aria-label", says);
            centred("also " + other.line(), "also", sign.x(), sign.y() + 37 + i * ALSO_APART);
            close("a");
        }
        close("g");
    }

    private void valve(Mark mark) {
        String page = "/valves/" + UriUtils.encodePathSegment(mark.tag(), StandardCharsets.UTF_8);
        open("a", "class", "sign", "href", page, "aria-label", mark.says(), "transform", mark.at())
                .title(mark.says())
                // a pipe that leaves downwards breaks off at its name
                .empty("rect", "class", "room", "x", -27, "y", 18, "width", 54, "height", 11)
                .empty("rect", "class", "hit", "x", -28, "y", -18, "width", 56, "height", 50)
                .empty("use", "href", mark.sign())
                .text(mark.tag(), "class", "tag", "text-anchor", "middle", "y", 27)
                .close("a");
    }

    private void centred(String text, String kind, int x, int y) {
        text(text, "class", kind, "text-anchor", "middle", "x", x, "y", y);
    }

    private PlantMapSvg title(String words) {
        open("title").out.append(escaped(words));
        return close("title");
    }

    private PlantMapSvg text(String words, Object... attributes) {
        open("text", attributes).out.append(escaped(words));
        return close("text");
    }

    private PlantMapSvg empty(String name, Object... attributes) {
        open(name, attributes).out.setCharAt(out.length() - 1, '/');
        out.append('>');
        return this;
    }

    /** @param attributes a name, then its value */
    private PlantMapSvg open(String name, Object... attributes) {
        out.append('<').append(name);
        for (int i = 0; i < attributes.length; i += 2) {
            out.append(' ').append(attributes[i]).append("=\"");
            out.append(escaped(attributes[i + 1].toString())).append('"');
        }
        out.append('>');
        return this;
    }

    private PlantMapSvg close(String name) {
        out.append("</").append(name).append('>');
        return this;
    }

    private static String escaped(String words) {
        return HtmlUtils.htmlEscape(PlainText.shown(words), "UTF-8");
    }
}
