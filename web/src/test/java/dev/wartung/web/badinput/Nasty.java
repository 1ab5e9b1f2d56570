package dev.wartung.web.badinput;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.UUID;

/** What nobody types on purpose, and some what somebody would. From a seed, so that a case found is found again. */
final class Nasty {

    /** Drawn as it is, this would be an element of its own. */
    static final String MARK = "<b class=wx>";

    /** What a template would make of some of these, were they taken for one. */
    static final String EXECUTED = "62615533";

    static final List<String> TEXTS = List.of(
            "",
            " ",
            "\u0000",
            "a\u0000b",
            "\t\r\n",
            "'",
            "\"",
            "''; drop table valve; --",
            "%",
            "_%_",
            "\\",
            "${7919*7907}",
            "#{7919*7907}",
            "__${7919*7907}__::x",
            "*{7919*7907}",
            "[[${7919*7907}]]",
            "[(${7919*7907})]",
            "\">" + MARK,
            "</script><script>alert(1)</script>" + MARK,
            "]]>" + MARK,
            "javascript:alert(1)",
            "../../../../etc/passwd",
            "..%2f..%2fetc",
            "C:\\x",
            "file:///etc/passwd",
            "http://127.0.0.1:1/",
            "=1+1",
            "+1",
            "-1",
            "@x",
            "-0",
            "0",
            "NaN",
            "Infinity",
            "-Infinity",
            "1e308",
            "1e999999999",
            "-1e999999999",
            "1e-999999999",
            "0x10",
            "1,5",
            "1.234,5",
            "1 000",
            "٣",
            "½",
            "1/0",
            "999999999999999999999999999999",
            "2147483648",
            "-2147483649",
            "9223372036854775808",
            "2027-02-30",
            "0000-00-00",
            "-999999999-01-01",
            "+999999999-12-31",
            "9999-12-31",
            "10000-01-01",
            "2027-W01-1",
            "25:61",
            "true",
            "null",
            "[]",
            "{}",
            "{\"a\":",
            "\ud800",
            "\udc00x",
            "\uffff",
            "\u202etxt",
            "é\u0301",
            "\ud83d\udd27".repeat(30),
            "x".repeat(300),
            "9".repeat(5000),
            "(".repeat(3000),
            "a,".repeat(3000),
            "00000000-0000-0000-0000-000000000000",
            "13 N·m; 13 N·m; 99",
            "12 bar",
            "12 parsecs",
            "5 mm 3",
            "--5 mm",
            "\u00a05\u00a0mm",
            "5 mm".repeat(50));

    private static final List<String> SENSIBLE = List.of(
            "1",
            "2",
            "12",
            "0.5 mm",
            "13 N·m",
            "6 bar",
            "20 °C",
            "2199-01-01",
            "2026-01-15",
            "2027-03",
            "inspect",
            "renew-product-seals",
            "NC",
            "NO",
            "yes",
            "no",
            "on",
            "EPDM",
            "PTFE",
            "intact",
            "swollen",
            "LOT-1",
            "oil",
            "below",
            "metric",
            "us",
            "valves",
            "site",
            "single-seat",
            "kolm-50",
            "Lumo 2",
            "scrapped",
            "approve",
            "08:00",
            "closed",
            "insert",
            "checked",
            "something that was seen");

    private final Random random;

    Nasty(long seed) {
        random = new Random(seed);
    }

    String text() {
        return TEXTS.get(random.nextInt(TEXTS.size()));
    }

    /** Mostly what leads on, so that the rest is reached, too. */
    String field() {
        return random.nextInt(3) == 0 ? text() : SENSIBLE.get(random.nextInt(SENSIBLE.size()));
    }

    <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    UUID uuid() {
        return new UUID(random.nextLong(), random.nextLong());
    }

    boolean chance(int inHundred) {
        return random.nextInt(100) < inHundred;
    }

    int below(int end) {
        return random.nextInt(end);
    }

    /** A text with something wrong at one to three places: cut, doubled, swapped for nastiness, a byte changed. */
    String damaged(String text) {
        String made = text;
        for (int i = random.nextInt(3); i >= 0 && !made.isEmpty(); i--) {
            int from = random.nextInt(made.length());
            int to = Math.min(made.length(), from + 1 + random.nextInt(40));
            made = switch (random.nextInt(6)) {
                case 0 -> made.substring(0, from);
                case 1 -> made.substring(0, from) + made.substring(to);
                case 2 -> made.substring(0, to) + made.substring(from);
                case 3 -> made.substring(0, from) + text() + made.substring(to);
                case 4 -> made.substring(0, from) + (char) random.nextInt(0x250) + made.substring(from + 1);
                default -> lineMoved(made);
            };
        }
        return made;
    }

    private String lineMoved(String text) {
        List<String> lines = new ArrayList<>(text.lines().toList());
        if (lines.size() > 1) {
            lines.add(random.nextInt(lines.size()), lines.remove(random.nextInt(lines.size())));
        }
        return String.join("\n", lines);
    }

    byte[] damaged(byte[] bytes) {
        byte[] made = random.nextInt(4) == 0 ? Arrays.copyOf(bytes, random.nextInt(bytes.length)) : bytes.clone();
        for (int i = random.nextInt(20); i >= 0 && made.length > 0; i--) {
            made[random.nextInt(made.length)] = (byte) random.nextInt(256);
        }
        return made;
    }
}
