package dev.wartung.web.line;

import dev.wartung.core.line.LineEnd;
import dev.wartung.core.line.LinePicture;
import dev.wartung.core.line.LinePicture.Spot;
import dev.wartung.core.line.Pipe;
import java.util.ArrayList;
import java.util.List;

/** A line's picture in pixels: bands of as many columns as can be read side by side, one below the other. */
final class Grid {

    private static final int STEP = 92;
    private static final int ROW = 96;
    private static final int EDGE = 56;
    static final int WHOLE_PAGE = 12;
    /** How far a pipe stands off at the end of one band and at the beginning of the next. */
    private static final int OFF = 36;
    /** A pipe between two rows runs upright between two signs, clear of what is written below them. */
    private static final int BETWEEN = STEP / 2;

    private final LinePicture picture;
    /** Signs beside one another, at most. */
    private final int across;
    /** Of each band, where its uppermost row stands, and which that is. */
    private final List<int[]> bands = new ArrayList<>();

    private final int height;

    Grid(LinePicture picture, int across) {
        this.across = across;
        this.picture = picture;
        int top = EDGE - 10;
        for (int band = 0; band * across < picture.columns(); band++) {
            int here = band;
            int[] rows = picture.spots().values().stream()
                    .filter(s -> s.column() / across == here)
                    .mapToInt(Spot::row)
                    .sorted()
                    .toArray();
            int first = rows.length == 0 ? 0 : rows[0];
            int last = rows.length == 0 ? 0 : rows[rows.length - 1];
            bands.add(new int[] {top, first});
            top += ROW * (last - first + 1);
        }
        this.height = top + 10;
    }

    int width() {
        return 2 * EDGE + STEP * (Math.min(across, picture.columns()) - 1);
    }

    int height() {
        return height;
    }

    private Spot spot(String fitting) {
        return picture.spots().getOrDefault(fitting, new Spot(0, 0));
    }

    private int band(Spot spot) {
        return spot.column() / across;
    }

    int x(String fitting) {
        return EDGE + STEP * (spot(fitting).column() % across);
    }

    int y(String fitting) {
        Spot spot = spot(fitting);
        int[] band = bands.get(band(spot));
        return band[0] + ROW * (spot.row() - band[1]);
    }

    /** A pipe: straight, with bends beside the signs it joins, or out of one band and into another. */
    String path(Pipe pipe) {
        String from = pipe.from().fitting();
        String to = pipe.to().fitting();
        String begin = "M" + x(from) + " " + y(from);
        String end = "V" + y(to) + "H" + x(to);
        if (band(spot(from)) != band(spot(to))) {
            boolean forth = spot(from).column() < spot(to).column();
            int lower = Math.max(band(spot(from)), band(spot(to)));
            int between = bands.get(lower)[0] - ROW / 2 + 2;
            int right = EDGE + STEP * (across - 1) + OFF;
            int left = EDGE - OFF;
            return begin + "H" + (forth ? right : left) + "V" + between + "H" + (forth ? left : right) + end;
        }
        if (y(from) == y(to)) {
            return begin + "H" + x(to);
        }
        if (x(from) == x(to)) {
            return begin + "V" + y(to);
        }
        boolean leaves = spot(from).row() == picture.main();
        if (leaves && isPlain(pipe.from())) {
            return begin + end;
        }
        if (!leaves && spot(to).row() == picture.main()) {
            // a run along the longest way would pass through the signs that stand there
            return isPlain(pipe.to()) ? begin + "H" + x(to) + "V" + y(to) : begin + "H" + beside(to, from) + end;
        }
        return begin + "H" + beside(from, to) + end;
    }

    /** Between the column of a fitting and the next one towards another. */
    private int beside(String fitting, String other) {
        return x(fitting) + (x(other) > x(fitting) ? BETWEEN : -BETWEEN);
    }

    /** Whether nothing is written below it that an upright pipe would run through. */
    private static boolean isPlain(LineEnd end) {
        return end.end().isEmpty();
    }
}
