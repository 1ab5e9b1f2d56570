package dev.wartung.core.procedure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Where the closure member is and what holds it, act by act. */
class MotionTest {

    private static final String CLOSED = "closed";
    private static final String OPEN = "open";

    private static Build build(String family, Drive drive) {
        AnatomySheet anatomy = AllJobs.LIBRARY.anatomy(family).orElseThrow();
        TypeSheet made = AllJobs.LIBRARY.types().stream()
                .filter(t -> t.anatomy().equals(family))
                .findFirst()
                .orElseThrow();
        ValveConfiguration valve = anatomy.configurations(made).stream()
                .filter(c -> c.drive() == drive)
                .findFirst()
                .orElseThrow();
        return anatomy.build().resolve(valve.facts());
    }

    private static Motion on(Optional<String> position, String held) {
        return new Motion(position, held, true, Optional.empty());
    }

    private static Motion off(Optional<String> position, Optional<String> driver) {
        return new Motion(position, "hand", false, driver);
    }

    private static Motion after(Motion motion, Build build, Drive drive, Act... acts) {
        Motion now = motion;
        for (Act act : acts) {
            now = now.after(act, build, drive);
        }
        return now;
    }

    @Test
    @DisplayName("A spring brings it to its end, air to the other; without a spring it stays and nothing holds it")
    void airAndSpring() {
        Build seat = build("single-seat", Drive.NC);
        Act air = Act.of(Verb.AIR_ON, OPEN);
        Act none = Act.of(Verb.AIR_OFF, "");
        Motion closing = Motion.atStart(seat, Drive.NC);
        assertThat(closing).isEqualTo(on(Optional.of(CLOSED), "spring"));
        assertThat(after(closing, seat, Drive.NC, air)).isEqualTo(on(Optional.of(OPEN), "air"));
        assertThat(after(closing, seat, Drive.NC, air, none)).isEqualTo(closing);
        assertThat(Motion.atStart(seat, Drive.NO)).isEqualTo(on(Optional.of(OPEN), "spring"));
        assertThat(after(closing, seat, Drive.NO, Act.of(Verb.AIR_ON, CLOSED)))
                .isEqualTo(on(Optional.of(CLOSED), "air"));
        Motion loose = Motion.atStart(seat, Drive.DA);
        assertThat(loose).isEqualTo(on(Optional.empty(), "nothing"));
        assertThat(after(loose, seat, Drive.DA, air, none)).isEqualTo(on(Optional.of(OPEN), "nothing"));
        assertThat(Motion.atStart(seat, Drive.MANUAL)).isEqualTo(on(Optional.empty(), "hand"));
        assertThat(after(loose, seat, Drive.DA, Act.of(Verb.TURN, CLOSED))).isEqualTo(on(Optional.of(CLOSED), "hand"));
    }

    @Test
    @DisplayName("Secure is where it is wanted and held there, be it by hand; never where nothing holds it")
    void secure() {
        assertThat(on(Optional.of(OPEN), "air").secure(OPEN)).isTrue();
        assertThat(on(Optional.of(OPEN), "hand").secure(OPEN)).isTrue();
        assertThat(on(Optional.of(OPEN), "air").secure(CLOSED)).isFalse();
        assertThat(on(Optional.of(OPEN), "nothing").secure(OPEN)).isFalse();
        assertThat(on(Optional.empty(), "air").secure(OPEN)).isFalse();
        assertThat(on(Optional.of(OPEN), "air").heldByAir()).isTrue();
        assertThat(on(Optional.of(OPEN), "spring").heldByAir()).isFalse();
    }

    @Test
    @DisplayName("Reversed it rests at the other end; off the valve, turning the actuator over moves nothing")
    void turnedOver() {
        Build seat = build("single-seat", Drive.NC);
        Act over = Act.of(Verb.CONVERT, "drive=NO");
        Motion closing = Motion.atStart(seat, Drive.NC);
        assertThat(after(closing, seat, Drive.NO, over)).isEqualTo(on(Optional.of(OPEN), "spring"));
        assertThat(after(closing, seat, Drive.NO, Act.of(Verb.CONVERT, "sealing=diaphragm")))
                .as("another conversion moves nothing")
                .isEqualTo(closing);
        assertThat(after(off(Optional.of(CLOSED), Optional.empty()), seat, Drive.NO, over))
                .isEqualTo(off(Optional.of(CLOSED), Optional.empty()));
    }

    @Test
    @DisplayName("Without its actuator it is moved by hand and stays; air into the actuator on the cloth waits there")
    void withoutItsDriver() {
        Build disc = build("butterfly", Drive.NC);
        String driver = disc.driver().map(Part::id).orElseThrow();
        Motion closed = Motion.atStart(disc, Drive.NC);
        Motion bare = after(closed, disc, Drive.NC, Act.of(Verb.TAKE, driver));
        assertThat(bare).isEqualTo(off(Optional.of(CLOSED), Optional.empty()));
        assertThat(after(closed, disc, Drive.NC, Act.of(Verb.BIN, driver))).isEqualTo(bare);
        assertThat(after(closed, disc, Drive.NC, Act.of(Verb.TAKE, "disc"), Act.of(Verb.PUT_BACK, "disc")))
                .isEqualTo(closed);
        Motion turned = after(bare, disc, Drive.NC, Act.of(Verb.TURN, OPEN));
        assertThat(turned).isEqualTo(off(Optional.of(OPEN), Optional.empty()));
        Motion aired = after(turned, disc, Drive.NC, Act.of(Verb.AIR_ON, OPEN));
        assertThat(aired).isEqualTo(off(Optional.of(OPEN), Optional.of(OPEN)));
        assertThat(after(aired, disc, Drive.NC, Act.of(Verb.AIR_OFF, ""))).isEqualTo(turned);
        assertThat(after(aired, disc, Drive.NC, Act.of(Verb.PUT_BACK, driver)))
                .as("as it stands, under air")
                .isEqualTo(on(Optional.of(OPEN), "air"));
        assertThat(after(turned, disc, Drive.NC, Act.of(Verb.FIT_NEW, driver)))
                .as("without air it springs shut")
                .isEqualTo(closed);
    }

    @Test
    @DisplayName("A new valve delivered without its drive stands as it has to be stored, else nobody knows")
    void delivered() {
        Build disc = build("butterfly", Drive.NC);
        Build lined = build("butterfly-lined", Drive.MANUAL);
        Motion whole = Motion.atStart(disc, Drive.NC);
        Act bare = Act.of(Verb.DELIVERED, disc.driver().map(Part::id).orElseThrow());
        assertThat(after(whole, disc, Drive.NC, bare)).isEqualTo(off(Optional.empty(), Optional.empty()));
        assertThat(after(whole, disc, Drive.NC, Act.of(Verb.DELIVERED, "valve")))
                .isEqualTo(whole);
        assertThat(after(
                        whole,
                        lined,
                        Drive.MANUAL,
                        Act.of(Verb.DELIVERED, lined.driver().map(Part::id).orElseThrow())))
                .isEqualTo(off(Optional.of("ajar"), Optional.empty()));
    }
}
