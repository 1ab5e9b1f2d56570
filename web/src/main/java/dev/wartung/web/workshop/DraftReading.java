package dev.wartung.web.workshop;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.school.School;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.workshop.NumberFields;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Needs;
import dev.wartung.web.sheet.Sheets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** A draft read as the type it is so far: what nobody has said of its build yet is left open. */
@Component
class DraftReading {

    /** One number that is typed asks for the texts before and after it a dozen times. */
    private static final int KEPT = 20;

    private final Sheets sheets;
    /** By its text alone: what is read as it is, is held against no family. */
    private final LoadingCache<String, Optional<TypeSheet>> read;

    DraftReading(Sheets sheets) {
        this.sheets = sheets;
        this.read = Caffeine.newBuilder()
                .maximumSize(KEPT)
                .build(text -> sheets.readAsItIs(text) instanceof SheetResult.Accepted<TypeSheet> accepted
                        ? Optional.of(accepted.sheet())
                        : Optional.empty());
    }

    AnatomySheet family(SheetDraft sheet) {
        return sheets.anatomy(sheet.word("anatomy"))
                .orElseThrow(() -> new IllegalStateException("no family " + sheet.word("anatomy")));
    }

    /** The type as far as it is known; empty where what is known cannot be read. */
    Optional<TypeSheet> type(SheetDraft sheet) {
        SheetDraft open = open(sheet);
        return read.get(open.sheet(Needs.NOT_ASKED))
                .flatMap(type -> read.get(open.sheet(NumberFields.needs(family(sheet), type))));
    }

    /** The sheet that the draft comes to, to be checked and kept. */
    String sheet(SheetDraft sheet) {
        return sheet.sheet(read.get(open(sheet).sheet(Needs.NOT_ASKED))
                .map(type -> NumberFields.needs(family(sheet), type))
                .orElse(Needs.NOT_ASKED));
    }

    /** What of it does not fit together, under the names of its numbers. */
    List<String> clashes(SheetDraft sheet) {
        SheetDraft open = open(sheet);
        String text = read.get(open.sheet(Needs.NOT_ASKED))
                .map(type -> open.sheet(NumberFields.needs(family(sheet), type)))
                .orElseGet(() -> open.sheet(Needs.NOT_ASKED));
        return sheets.readUntried(text) instanceof SheetResult.Refused<TypeSheet> refused
                ? refused.problems().stream()
                        .map(p -> said(p.place(), p.reason(), family(sheet)))
                        .toList()
                : List.of();
    }

    private SheetDraft open(SheetDraft sheet) {
        AnatomySheet family = family(sheet);
        SheetDraft open = sheet.drives().isEmpty()
                ? sheet.made(family.drives().stream().map(Drive::code).toList())
                : sheet;
        for (Map.Entry<String, AnatomySheet.Option> option : family.options().entrySet()) {
            if (open.option(option.getKey()).isEmpty()) {
                open = open.made(
                        option.getKey(), List.copyOf(option.getValue().choices().values()));
            }
        }
        for (School school : unsettled(family, sheet)) {
            open = open.settled(
                    school.id(), school.answers().keySet().iterator().next());
        }
        return open;
    }

    /** Questions that only the maker's construction settles, and that no option does. */
    static List<School> byMaker(AnatomySheet family) {
        return family.schools().stream()
                .flatMap(id -> Schools.table().school(id).stream())
                .filter(s -> s.byMaker() && !family.options().containsKey(s.id()))
                .toList();
    }

    private static List<School> unsettled(AnatomySheet family, SheetDraft sheet) {
        return byMaker(family).stream()
                .filter(s -> sheet.school(s.id()).isEmpty())
                .toList();
    }

    /** What has to be said before a type can be checked, in words. */
    List<String> unsaid(SheetDraft sheet) {
        AnatomySheet family = family(sheet);
        return Stream.of(
                        Stream.of("With which drives it is made.")
                                .filter(s -> sheet.drives().isEmpty()),
                        family.options().entrySet().stream()
                                .filter(o -> sheet.option(o.getKey()).isEmpty())
                                .map(o -> o.getValue().name() + ": what it is made as."),
                        unsettled(family, sheet).stream().map(School::question))
                .flatMap(s -> s)
                .toList();
    }

    /** A problem of the sheet, under the name that its number has on the page. */
    static String said(String place, String reason, AnatomySheet family) {
        String number = place.startsWith("/") ? place.substring(1) : place;
        return Optional.ofNullable(family.numbers().get(number))
                .map(n -> n.name() + ": " + reason)
                .orElseGet(() -> place.isEmpty()
                        ? reason
                        : place.startsWith("/actuators/") ? "Actuator: " + reason : place + ": " + reason);
    }
}
