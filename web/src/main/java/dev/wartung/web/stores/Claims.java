package dev.wartung.web.stores;

import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Ids of claims as one column keeps them. */
final class Claims {

    private Claims() {}

    static String written(Set<String> claims) {
        return String.join(",", new TreeSet<>(claims));
    }

    static Set<String> read(String column) {
        return Stream.of(column.split(",")).filter(c -> !c.isBlank()).collect(Collectors.toSet());
    }
}
