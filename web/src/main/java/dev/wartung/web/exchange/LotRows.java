package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sealing.Polymer;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.Table.Row;
import dev.wartung.web.stores.Items;
import dev.wartung.web.stores.Stores;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Lots as rows. Only new ones are taken in: what is there changes by what is done with it. */
@Component
class LotRows {

    private final Stores stores;
    private final Items items;
    private final Clock clock;

    LotRows(Stores stores, Items items, Clock clock) {
        this.stores = stores;
        this.items = items;
        this.clock = clock;
    }

    List<List<String>> written() {
        return stores.all().stream()
                .map(l -> List.of(
                        l.item(),
                        l.lot(),
                        String.valueOf(l.pieces()),
                        l.curedOn().map(LocalDate::toString).orElse(""),
                        l.supplier(),
                        l.receivedOn().toString()))
                .toList();
    }

    private record Understood(
            Items.Item item, String lot, int pieces, Optional<LocalDate> cured, String supplier, LocalDate received) {}

    /** @param coming types that come with the same file */
    Checked check(List<Row> rows, List<TypeSheet> coming) {
        Map<String, Items.Item> newItems = items.of(coming);
        List<Problem> problems = new ArrayList<>();
        List<Understood> understood = new ArrayList<>();
        Set<String> there =
                stores.all().stream().map(l -> key(l.item(), l.lot())).collect(Collectors.toCollection(HashSet::new));
        LocalDate today = LocalDate.now(clock);
        for (Row row : rows) {
            Reading reading = new Reading(row, problems);
            Optional<Items.Item> item =
                    items.item(row.cell("item")).or(() -> Optional.ofNullable(newItems.get(row.cell("item"))));
            if (item.isEmpty()) {
                reading.problem("item", "“" + row.cell("item") + "” is no kit or part of any type sheet");
            }
            String lot = reading.text("lot", 60);
            if (!there.add(key(item.map(Items.Item::number).orElse(row.cell("item")), lot))) {
                reading.problem("lot", "is in the stores already, or stands twice in this file");
            }
            int pieces = reading.number("pieces");
            if (pieces < 1 || pieces > 100_000) {
                reading.problem("pieces", "is not from 1 to 100 000");
            }
            Optional<LocalDate> cured = reading.day("cured");
            Optional<LocalDate> received = reading.day("received");
            if (cured.filter(d -> d.isAfter(today)).isPresent()
                    || received.filter(d -> d.isAfter(today)).isPresent()) {
                reading.problem(
                        cured.filter(d -> d.isAfter(today)).isPresent() ? "cured" : "received", "is still to come");
            }
            if (cured.isEmpty()
                    && row.cell("cured").isEmpty()
                    && item.filter(i -> i.materials().stream()
                                    .flatMap(m -> Polymer.in(m).stream())
                                    .anyMatch(p -> p.shelfYears().isPresent()))
                            .isPresent()) {
                reading.problem("cured", "is missing: it ages on the shelf");
            }
            if (row.cell("supplier").length() > 120) {
                reading.problem("supplier", "is longer than 120 letters");
            }
            if (reading.fine()) {
                understood.add(new Understood(
                        item.orElseThrow(), lot, pieces, cured, row.cell("supplier"), received.orElse(today)));
            }
        }
        return new Checked(understood.size(), 0, problems, progress -> {
            int done = 0;
            for (Understood u : understood) {
                stores.takeIn(u.item(), u.lot(), u.pieces(), u.supplier(), u.cured(), u.received());
                if (++done % 200 == 0) {
                    progress.at(done);
                }
            }
            progress.at(done);
        });
    }

    private static String key(String item, String lot) {
        return (item + "\n" + lot).toLowerCase(Locale.ROOT);
    }
}
