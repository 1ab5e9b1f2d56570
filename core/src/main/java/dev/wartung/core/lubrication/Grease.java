package dev.wartung.core.lubrication;

import java.util.Set;

/**
 * A grease by what it is made of.
 *
 * @param name         as it stands on the tin
 * @param oil          id of its base oil in the matrix
 * @param thickener    id of its thickener
 * @param registration id of its food contact class
 * @param claims       ids of further statements its maker gives
 * @param hottestK     used up to, kelvin
 */
public record Grease(
        String name, String oil, String thickener, String registration, Set<String> claims, double hottestK) {

    public Grease {
        claims = Set.copyOf(claims);
        if (!(hottestK > 0)) {
            throw new IllegalArgumentException("a temperature above absolute zero");
        }
    }
}
