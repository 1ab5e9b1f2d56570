package dev.wartung.web.area;

import dev.wartung.core.exposure.LineUse;

/**
 * A line: what is locked together.
 *
 * @param place  along the plant, from 1; 0 where nobody has said
 * @param valves how many are on record in it, retired ones aside
 */
public record Line(String area, String name, int place, LineUse use, int valves) {}
