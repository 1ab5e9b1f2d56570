package dev.wartung.scheduling;

import java.util.random.RandomGenerator;

/**
 * What the search varies: the order in which jobs are tried, who is asked first for each, whether it is left out, and
 * whether overtime will do. What a plan then looks like is the
 * {@link Decoder}'s.
 */
final class Genome {

    final int[] order;
    /** Index of the technician; negative: whoever is done first. */
    final int[] asked;

    final boolean[] out;
    final boolean[] late;
    /**
     * How many jobs get their place before the re-tightening of this one looks for its own; at the latest when the rest
     * of its line has its place.
     */
    final int[] behind;

    private static final int[] BEHIND = {0, 0, 1, 2, 3, 5, 8, 99};

    Genome(int jobs) {
        order = new int[jobs];
        asked = new int[jobs];
        out = new boolean[jobs];
        late = new boolean[jobs];
        behind = new int[jobs];
        for (int i = 0; i < jobs; i++) {
            order[i] = i;
            asked[i] = -1;
            late[i] = true;
        }
    }

    void becomes(Genome other) {
        System.arraycopy(other.order, 0, order, 0, order.length);
        System.arraycopy(other.asked, 0, asked, 0, asked.length);
        System.arraycopy(other.out, 0, out, 0, out.length);
        System.arraycopy(other.late, 0, late, 0, late.length);
        System.arraycopy(other.behind, 0, behind, 0, behind.length);
    }

    /**
     * A small change of some kind.
     *
     * @param lineOf by job
     * @param technicians how many there are
     */
    void change(RandomGenerator random, int[] lineOf, int technicians) {
        int n = order.length;
        int a = random.nextInt(n);
        switch (random.nextInt(10)) {
            case 0, 1, 2 -> move(a, random.nextInt(n));
            case 3, 4 -> swap(a, random.nextInt(n));
            case 5 -> bringLine(lineOf[order[a]], random.nextInt(n), lineOf);
            case 6 -> asked[a] = random.nextInt(technicians + 1) - 1;
            case 7 -> out[a] = !out[a];
            case 8 -> {
                if (random.nextInt(3) == 0) {
                    late[a] = !late[a];
                } else {
                    behind[a] = BEHIND[random.nextInt(BEHIND.length)];
                }
            }
            default -> move(a, Math.max(0, Math.min(n - 1, a + random.nextInt(7) - 3)));
        }
    }

    private void swap(int a, int b) {
        int kept = order[a];
        order[a] = order[b];
        order[b] = kept;
    }

    private void move(int from, int to) {
        int moved = order[from];
        if (from < to) {
            System.arraycopy(order, from + 1, order, from, to - from);
        } else {
            System.arraycopy(order, to, order, to + 1, from - to);
        }
        order[to] = moved;
    }

    /** All jobs of a line together, in the order they had, to begin at a place. */
    private void bringLine(int line, int to, int[] lineOf) {
        int[] rest = new int[order.length];
        int[] own = new int[order.length];
        int r = 0;
        int o = 0;
        for (int job : order) {
            if (lineOf[job] == line) {
                own[o++] = job;
            } else {
                rest[r++] = job;
            }
        }
        int before = Math.min(to, r);
        System.arraycopy(rest, 0, order, 0, before);
        System.arraycopy(own, 0, order, before, o);
        System.arraycopy(rest, before, order, before + o, r - before);
    }
}
