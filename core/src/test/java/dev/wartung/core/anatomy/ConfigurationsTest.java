package dev.wartung.core.anatomy;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertIterableEquals;

import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** What valves there are of a family, and of a type. */
class ConfigurationsTest {

    private static final SheetLibrary LIBRARY = SheetLibrary.shipped();

    static Stream<TypeSheet> types() {
        return LIBRARY.types().stream();
    }

    @ParameterizedTest
    @MethodSource("types")
    @DisplayName(
            "Every combination of drive and options that nothing excludes is there once; of a type, those it is made as")
    void everyCombination(TypeSheet type) {
        AnatomySheet family = LIBRARY.anatomy(type.anatomy()).orElseThrow();
        List<ValveConfiguration> all = combinations(family).stream()
                .filter(valve -> family.excludes().stream().noneMatch(c -> c.holds(valve.facts())))
                .toList();
        assertIterableEquals(all, family.configurations());
        List<ValveConfiguration> made = all.stream()
                .filter(valve -> type.drives().contains(valve.drive())
                        && valve.options().entrySet().stream().allMatch(o -> type.options()
                                .getOrDefault(o.getKey(), List.of())
                                .contains(o.getValue())))
                .toList();
        assertIterableEquals(made, family.configurations(type));
        assertThat(made).isNotEmpty();
    }

    @Test
    @DisplayName("A drive that is excluded alone is in no valve")
    void driveExcluded() {
        SheetResult<AnatomySheet> read = new SheetReader()
                .readAnatomy(
                        "mine.yaml",
                        SheetLibrary.anatomySource("diaphragm")
                                .replaceFirst("(?m)^excludes:$", "excludes:\n  - {drive: motor}"),
                        SheetLibrary::fragment);
        assertThat(read).isInstanceOfSatisfying(SheetResult.Accepted.class, accepted -> assertThat(
                        ((AnatomySheet) accepted.sheet()).configurations())
                .isNotEmpty()
                .noneMatch(valve -> valve.drive().code().equals("motor")));
    }

    @Test
    @DisplayName(
            "Each fact of a valve is the one that conditions are judged against, that of a spring turned over, too")
    void facts() {
        ValveConfiguration own =
                LIBRARY.anatomy("single-seat").orElseThrow().configurations().get(0);
        for (ValveConfiguration valve :
                List.of(own, own.with(Map.of("drive", own.drive() == Drive.NC ? "NO" : "NC")))) {
            assertThat(valve.facts()).isNotEmpty().allSatisfy((name, value) -> assertThat(valve.fact(name))
                    .contains(value));
            assertThat(valve.fact("spring"))
                    .isEqualTo(Optional.ofNullable(valve.facts().get("spring")));
            assertThat(valve.fact("nothing")).isEmpty();
        }
    }

    private static List<ValveConfiguration> combinations(AnatomySheet family) {
        List<ValveConfiguration> found = new ArrayList<>();
        for (Drive drive : family.drives()) {
            List<Map<String, String>> chosen = List.of(Map.of());
            for (Map.Entry<String, AnatomySheet.Option> option :
                    family.options().entrySet()) {
                chosen = chosen.stream()
                        .flatMap(before -> option.getValue().choices().values().stream()
                                .map(value -> {
                                    Map<String, String> more = new HashMap<>(before);
                                    more.put(option.getKey(), value);
                                    return more;
                                }))
                        .map(Map::copyOf)
                        .toList();
            }
            chosen.forEach(options -> found.add(new ValveConfiguration(drive, options)));
        }
        return found;
    }
}
