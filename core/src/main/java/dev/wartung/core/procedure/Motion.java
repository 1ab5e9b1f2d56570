package dev.wartung.core.procedure;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Build;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.Part;
import java.util.Optional;

/**
 * The closure member's place and what holds it, followed through acts.
 *
 * @param position where it is; empty while nobody can know
 * @param held     what holds it there: air, spring, hand or nothing
 * @param driven   what moves it is on; off, it is moved by hand
 * @param driver   where air holds what moves it while that is off the valve; empty where no air does
 */
record Motion(Optional<String> position, String held, boolean driven, Optional<String> driver) {

    static final String AIR = "air";
    private static final String SPRING = "spring";
    private static final String HAND = "hand";
    private static final String NOTHING = "nothing";

    static Motion atStart(Build build, Drive drive) {
        return atRest(build, drive, Optional.empty());
    }

    private static Motion atRest(Build build, Drive drive, Optional<String> otherwise) {
        String held =
                switch (drive) {
                    case NC, NO, FLOW -> SPRING;
                    case DA -> NOTHING;
                    case MANUAL, MOTOR -> HAND;
                };
        return new Motion(build.rest(drive).or(() -> otherwise), held, true, Optional.empty());
    }

    Motion after(Act act, Build build, Drive drive) {
        return switch (act.verb()) {
            case AIR_ON -> {
                Optional<String> to = Optional.of(build.underAir(drive, act.object()));
                yield driven ? new Motion(to, AIR, true, Optional.empty()) : new Motion(position, held, false, to);
            }
            case AIR_OFF -> driven
                    ? atRest(build, drive, position)
                    : new Motion(position, held, false, Optional.empty());
            case TURN -> new Motion(Optional.of(act.object()), HAND, driven, driver);
            case DELIVERED -> isDriver(act, build) ? new Motion(storedAt(build), HAND, false, Optional.empty()) : this;
            case TAKE, BIN -> isDriver(act, build) ? new Motion(position, HAND, false, Optional.empty()) : this;
            case PUT_BACK, FIT_NEW -> isDriver(act, build) ? putOn(build, drive) : this;
                // reversed, the spring holds it at the other end; off the valve its drive is in nobody's way
            case CONVERT -> driven && act.object().startsWith("drive=") ? atRest(build, drive, position) : this;
            default -> this;
        };
    }

    private static boolean isDriver(Act act, Build build) {
        return build.driver().map(Part::id).filter(act.object()::equals).isPresent();
    }

    /** Where a new valve without its drive stands: as it has to be stored, else nobody knows. */
    private static Optional<String> storedAt(Build build) {
        return build.parts().stream().flatMap(p -> p.staysAt().stream()).findFirst();
    }

    /** What moves it goes on as it stands: held by its air, or at rest. */
    private Motion putOn(Build build, Drive drive) {
        return driver.isPresent() ? new Motion(driver, AIR, true, Optional.empty()) : atRest(build, drive, position);
    }

    boolean secure(String wanted) {
        return position.filter(wanted::equals).isPresent() && !held.equals(NOTHING);
    }

    boolean heldByAir() {
        return held.equals(AIR);
    }
}
