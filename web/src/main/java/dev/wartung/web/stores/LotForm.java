package dev.wartung.web.stores;

import dev.wartung.core.sealing.Polymer;
import dev.wartung.web.page.TypedDay;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads what was typed to take a lot in. Every trouble is kept under the name of its field. */
final class LotForm {

    private static final int LONGEST = 60;
    private static final int MOST = 100_000;

    private final Map<String, String> typed;
    private final Map<String, String> troubles = new LinkedHashMap<>();
    private final Items.@Nullable Item item;
    private final String lot;
    private final int pieces;
    private final Optional<LocalDate> cured;
    private final LocalDate received;

    LotForm(Map<String, String> typed, Items items, LocalDate today) {
        this.typed = typed;
        Optional<Items.Item> named = items.item(text("item"));
        if (text("item").isEmpty()) {
            troubles.put("item", "Type or scan the number of the kit or part.");
        } else if (named.isEmpty()) {
            troubles.put("item", "No type sheet has a kit or part “" + text("item") + "”.");
        }
        item = named.orElse(null);
        lot = text("lot");
        if (lot.isEmpty()) {
            troubles.put("lot", "Type or scan its lot.");
        } else if (lot.length() > LONGEST) {
            troubles.put("lot", "Keep it under " + LONGEST + " letters.");
        }
        pieces = count();
        received = text("received").isEmpty()
                ? today
                : TypedDay.past("received", typed, today, troubles).orElse(today);
        cured = text("cured").isEmpty() ? Optional.empty() : TypedDay.past("cured", typed, today, troubles);
        boolean ages = named.filter(i -> i.materials().stream()
                        .flatMap(m -> Polymer.in(m).stream())
                        .anyMatch(p -> p.shelfYears().isPresent()))
                .isPresent();
        if (ages && cured.isEmpty() && !troubles.containsKey("cured")) {
            troubles.put("cured", "It ages on the shelf: read the cure date off the bag; of several the earliest.");
        }
        if (text("supplier").length() > 120) {
            troubles.put("supplier", "Keep it under 120 letters.");
        }
    }

    private String text(String field) {
        return typed.getOrDefault(field, "").strip();
    }

    private int count() {
        try {
            int count = Integer.parseInt(text("pieces"));
            if (count >= 1 && count <= MOST) {
                return count;
            }
        } catch (NumberFormatException e) {
            // told below
        }
        troubles.put("pieces", "How many, as a whole number from 1 to 100 000.");
        return 0;
    }

    Map<String, String> troubles() {
        return troubles;
    }

    /** Takes it in; only without troubles. */
    Lot takeIn(Stores stores) {
        if (item == null) {
            throw new IllegalStateException("not understood");
        }
        return stores.takeIn(item, lot, pieces, text("supplier"), cured, received);
    }
}
