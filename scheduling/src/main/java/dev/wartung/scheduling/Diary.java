package dev.wartung.scheduling;

import java.util.Arrays;
import java.util.List;

/**
 * What one technician, or one tool, is taken for, and when they are free. Made for being filled and emptied many
 * thousand times a second.
 */
final class Diary {

    /** No time is early enough. */
    static final int NEVER = Integer.MAX_VALUE / 4;

    private final int[] shiftFrom;
    private final int[] shiftTo;
    private final boolean[] overtime;
    private int[] from = new int[16];
    private int[] to = new int[16];
    private int count;

    Diary(List<Shutdown.Shift> shifts) {
        shiftFrom = shifts.stream().mapToInt(Shutdown.Shift::from).toArray();
        shiftTo = shifts.stream().mapToInt(Shutdown.Shift::to).toArray();
        overtime = new boolean[shifts.size()];
        for (int i = 0; i < overtime.length; i++) {
            overtime[i] = shifts.get(i).overtime();
        }
    }

    static Diary always(int minutes) {
        return new Diary(List.of(new Shutdown.Shift(-NEVER, minutes, false)));
    }

    void clear() {
        count = 0;
    }

    /**
     * The earliest start from {@code at} on of a free piece within one shift; {@link #NEVER} if there is none.
     *
     * @param late whether overtime will do
     */
    int earliest(int at, int minutes, boolean late) {
        for (int s = 0; s < shiftFrom.length; s++) {
            if ((overtime[s] && !late) || shiftTo[s] - minutes < at) {
                continue;
            }
            int start = Math.max(at, shiftFrom[s]);
            int i = after(start);
            while (i < count && from[i] < start + minutes) {
                start = Math.max(start, to[i]);
                i++;
            }
            if (start + minutes <= shiftTo[s]) {
                return start;
            }
        }
        return NEVER;
    }

    /** The first entry that ends after a moment. */
    private int after(int at) {
        int low = 0;
        int high = count;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (to[middle] <= at) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    boolean free(int start, int minutes, boolean late) {
        return earliest(start, minutes, late) == start;
    }

    void take(int start, int minutes) {
        if (minutes <= 0) {
            return;
        }
        if (count == from.length) {
            from = Arrays.copyOf(from, 2 * count);
            to = Arrays.copyOf(to, 2 * count);
        }
        int i = after(start);
        System.arraycopy(from, i, from, i + 1, count - i);
        System.arraycopy(to, i, to, i + 1, count - i);
        from[i] = start;
        to[i] = start + minutes;
        count++;
    }

    /** Minutes of a piece that lie in overtime. */
    int overtime(int start, int minutes) {
        for (int s = 0; s < shiftFrom.length; s++) {
            if (overtime[s] && shiftFrom[s] <= start && start + minutes <= shiftTo[s]) {
                return minutes;
            }
        }
        return 0;
    }
}
