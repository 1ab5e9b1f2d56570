package dev.wartung.web.account;

import com.nulabinc.zxcvbn.Strength;
import com.nulabinc.zxcvbn.Zxcvbn;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Collection;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a password must be, and the ones that are made for somebody. Length counts and being hard to guess; kinds of
 * letters do not (OWASP ASVS 4.0.3, 2.1).
 */
final class Passwords {

    static final int SHORTEST = 12;
    static final int LONGEST = 200;
    /** How long one that was made for somebody lets in. */
    static final Duration FIRST_HOLDS = Duration.ofDays(3);

    private static final int STRONG_ENOUGH = 3;
    private static final int GUESSED = 100;
    /** Without letters and digits that look alike. */
    private static final String LETTERS = "abcdefghjkmnpqrstuvwxyz23456789";

    private static final SecureRandom RANDOM = new SecureRandom();

    private Passwords() {}

    /**
     * Why a password will not do; empty where it will. Whoever it is for, the names of the plant and the name of this
     * application are guessed first.
     *
     * @param plant names of areas and lines
     */
    static Optional<String> trouble(String password, Account of, Collection<String> plant) {
        if (password.codePointCount(0, password.length()) < SHORTEST) {
            return Optional.of("At least " + SHORTEST + " characters. A few words are easier to remember than signs.");
        }
        if (password.length() > LONGEST) {
            return Optional.of("At most " + LONGEST + " characters.");
        }
        // what is longer is not guessed by its end, and the estimate takes long for long texts
        Strength strength = new Zxcvbn()
                .measure(
                        password.substring(0, Math.min(GUESSED, password.length())),
                        Stream.concat(
                                        Stream.of(of.username(), "wartung"),
                                        Stream.concat(Stream.of(of.name()), plant.stream())
                                                .flatMap(n -> Stream.concat(
                                                        Stream.of(n.replaceAll("\\s", "")),
                                                        Stream.of(n.split("\\s+")))))
                                .filter(word -> word.length() > 2)
                                .toList());
        return strength.getScore() >= STRONG_ENOUGH
                ? Optional.empty()
                : Optional.of(
                        "It is guessed too easily: it is common, follows a pattern or has your name or the plant's in it. Take some words that have nothing to do with each other.");
    }

    /** One for somebody to come in with once: four groups of four, 79 bits. */
    static String made() {
        StringBuilder made = new StringBuilder();
        for (int i = 0; i < 16; i++) {
            made.append(i > 0 && i % 4 == 0 ? "-" : "").append(LETTERS.charAt(RANDOM.nextInt(LETTERS.length())));
        }
        return made.toString();
    }
}
