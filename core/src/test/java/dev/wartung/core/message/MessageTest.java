package dev.wartung.core.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.measure.Band;
import dev.wartung.core.measure.Dimension;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.Unit;
import dev.wartung.core.measure.UnitSystem;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import tools.jackson.databind.json.JsonMapper;

/** What is said, to whom, and what of it is kept. */
class MessageTest {

    private static final Wording US = new Wording(UnitSystem.US);
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private static Quantity bar(double bar) {
        return Quantity.of(bar, Unit.BAR);
    }

    @ParameterizedTest
    @DisplayName("An amount is converted from itself, not from how another reader is told it")
    @CsvSource({"0.25, 3.6 psi", "0.249, 3.6 psi", "0.254, 3.7 psi", "5.0, 72.5 psi", "0.1, 1.5 psi"})
    void amounts(double bar, String us) {
        Message message = Message.of("x", "hold {air}", "air", bar(bar));
        assertThat(US.of(message)).isEqualTo("hold " + us);
    }

    @Test
    @DisplayName("A range says its unit once, two amounts each theirs; a spanner and a day are one for every reader")
    void kinds() {
        Message message = Message.of(
                "x",
                "{band}; {low} and {high}; key {key}; at least {least}, at most {most}; by {day}; {who} {said}",
                "band",
                new Band(Quantity.of(12, Unit.NEWTON_METRE), Quantity.of(14, Unit.NEWTON_METRE), Optional.empty()),
                "low",
                bar(5),
                "high",
                bar(7),
                "key",
                new Argument.Measure(Quantity.of(11, Unit.MILLIMETRE), Unit.MILLIMETRE),
                "least",
                new Argument.AtLeast(bar(5.5)),
                "most",
                new Argument.AtMost(bar(5.5)),
                "day",
                LocalDate.of(2026, 12, 5),
                "who",
                "{nobody} $1",
                "said",
                Message.of("y", "and {inner}", "inner", bar(1)));
        assertThat(message)
                .hasToString(
                        "12 to 14 N·m; 5 bar and 7 bar; key 11 mm; at least 5.5 bar, at most 5.5 bar; by 5 Dec 2026; {nobody} $1 and 1 bar");
        // 5.5 bar = 79.77 psi
        assertThat(US.of(message))
                .isEqualTo(
                        "106 to 124 lbf·in; 72.5 psi and 101.5 psi; key 11 mm; at least 79.8 psi, at most 79.7 psi; by 5 Dec 2026; {nobody} $1 and 14.5 psi");
    }

    @ParameterizedTest
    @EnumSource(Dimension.class)
    @DisplayName(
            "What is said as at least is never less than it is, at most never more, to either reader, by one digit at most")
    void rounding(Dimension dimension) {
        Random chance = new Random(7);
        for (UnitSystem units : UnitSystem.values()) {
            Unit unit = units.unit(dimension);
            for (int i = 0; i < 300; i++) {
                double value = chance.nextInt(100_000) / 100.0;
                Quantity quantity = Quantity.of(value, unit);
                double digit = Math.pow(10, -units.unitFor(quantity).decimals());
                double up = said(new Argument.AtLeast(quantity), units);
                double down = said(new Argument.AtMost(quantity), units);
                double is = quantity.in(units.unitFor(quantity));
                assertThat(up).isBetween(is - 1e-6 * digit - 1e-7, is + digit);
                assertThat(down).isBetween(is - digit, is + 1e-6 * digit + 1e-7);
            }
        }
    }

    private static double said(Argument argument, UnitSystem units) {
        return Double.parseDouble(
                new Wording(units).of(Message.of("x", "{a}", "a", argument)).split(" ")[0]);
    }

    @Test
    @DisplayName(
            "What is kept holds id, amounts and the words as shown; those stay, whatever becomes of words and digits")
    void kept() {
        Message message = Message.of("pump.on", "Give it {air}", "air", bar(5.5));
        Message by = Message.of("by", "By {day}", "day", LocalDate.of(2026, 12, 5));
        assertThat(JSON.readValue(JSON.writeValueAsString(by), Message.class)).isEqualTo(by);
        String stored = JSON.writeValueAsString(message);
        assertThat(stored).contains("\"id\":\"pump.on\"", "\"shown\":\"Give it 5.5 bar\"", "\"is\":\"amount\"");
        Message back = JSON.readValue(stored, Message.class);
        assertThat(back).isEqualTo(message).hasToString("Give it 5.5 bar");
        Message otherWords =
                JSON.readValue(stored.replace("Give it 5.5 bar", "Give it five and a half bar"), Message.class);
        assertThat(otherWords).hasToString("Give it five and a half bar");
        assertThat(US.of(otherWords)).isEqualTo("Give it 79.8 psi");
        assertThat(JSON.writeValueAsString(otherWords)).contains("five and a half");
        assertThat(JSON.readValue("{}", Message.class)).isEqualTo(Message.NONE);
        Message text = JSON.readValue("\"Give it 5.5 bar\"", Message.class);
        assertThat(text).as("kept before messages were").hasToString("Give it 5.5 bar");
        assertThat(US.of(text)).isEqualTo("Give it 79.8 psi");
    }

    @Test
    @DisplayName(
            "A translation is found by place and English, orders what it speaks of as it likes, and is not used for other English")
    void translated() {
        Wording other = new Wording(
                UnitSystem.METRIC,
                new Translations(Map.of("pump.on", Map.of("Give {who} {air}", "{air} an {who} geben"))));
        assertThat(other.of(Message.of("pump.on", "Give {who} {air}", "who", "VA-1", "air", bar(2))))
                .isEqualTo("2 bar an VA-1 geben");
        assertThat(other.of(Message.of("pump.on", "Give {who} all of {air}", "who", "VA-1", "air", bar(2))))
                .isEqualTo("Give VA-1 all of 2 bar");
        assertThat(other.of(Message.words("VA-1"))).isEqualTo("VA-1");
    }

    @Test
    @DisplayName(
            "Translations are read from a file; one that leaves an amount out, or speaks of another, is refused by name")
    void translationFile() {
        // a character of two code units where the reader of YAML would break off
        String good = "# " + "a".repeat(1022) + "\uD83D\uDE00\n"
                + "pump.on:\n  \"Give {who} {air}\": \"{air} an {who} geben\"\n";
        assertThat(new Wording(UnitSystem.US, TranslationFile.read(good))
                        .of(Message.of("pump.on", "Give {who} {air}", "who", "VA-1", "air", bar(2))))
                .isEqualTo("29 psi an VA-1 geben");
        String wrong = good + "pump.off:\n  \"Below {limit}\": \"Unter {grenze}\"\n  \"At once\": \"\"\nthird: 4\n";
        assertThatThrownBy(() -> TranslationFile.read(wrong))
                .hasMessageContaining("pump.off: “Unter {grenze}” must speak of what the English does: [{limit}]")
                .hasMessageContaining("pump.off: “At once” must be said in words")
                .hasMessageContaining("third: must hold");
        for (String nonsense : List.of("- a list", "a: [", "")) {
            assertThatThrownBy(() -> TranslationFile.read(nonsense)).isInstanceOf(IllegalArgumentException.class);
        }
    }
}
