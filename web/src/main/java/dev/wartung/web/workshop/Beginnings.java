package dev.wartung.web.workshop;

import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import java.text.Normalizer;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Begins drafts: from a family, from another type, or as the next version of one. */
@Service
class Beginnings {

    private static final String FAMILY = "family:";
    private static final String TYPE = "type:";
    private static final int LONGEST = 60;
    private static final String TAKEN = "There is a type of that name. Another name tells them apart.";

    private final TypeDrafts drafts;
    private final TypeVersions versions;
    private final Sheets sheets;
    private final CurrentAccount current;
    private final Clock clock;

    Beginnings(TypeDrafts drafts, TypeVersions versions, Sheets sheets, CurrentAccount current, Clock clock) {
        this.drafts = drafts;
        this.versions = versions;
        this.sheets = sheets;
        this.current = current;
        this.clock = clock;
    }

    /** What came of a beginning: the type's id, or what is wrong with what was typed, by field. */
    record Begun(String id, Map<String, String> troubles) {}

    /**
     * Begins a type.
     *
     * @param typed maker, name, size, and from what: a family, or a type to copy
     */
    @Transactional
    Begun begin(Map<String, String> typed) {
        Map<String, String> troubles = new LinkedHashMap<>();
        String maker = word("maker", "Who makes it, as on the plate.", typed, troubles);
        String name = word("name", "What its maker calls it, with the size, for instance Holm 50.", typed, troubles);
        String size = word("size", "As on the plate, for instance DN 50 or 2\".", typed, troubles);
        String id = id(name);
        if (!name.isEmpty() && id.isEmpty()) {
            troubles.put("name", "With a letter in it: it is known by that.");
        } else if (!id.isEmpty()
                && (sheets.typeText(id).isPresent() || !versions.of(id).isEmpty())) {
            troubles.put("name", TAKEN);
        }
        Optional<SheetDraft> from = from(typed.getOrDefault("from", ""), id, maker, name, size);
        if (from.isEmpty()) {
            troubles.put("from", "Choose the family by its drawing, or a type to copy.");
        }
        if (troubles.isEmpty()
                && !drafts.begin(from.orElseThrow(), current.get().id())) {
            troubles.put("name", TAKEN);
        }
        return new Begun(id, troubles);
    }

    private static String word(String field, String missing, Map<String, String> typed, Map<String, String> troubles) {
        String text = typed.getOrDefault(field, "").strip();
        if (text.isEmpty()) {
            troubles.put(field, missing);
        } else if (text.length() > LONGEST) {
            troubles.put(field, "Keep it under " + LONGEST + " letters.");
        }
        return text;
    }

    /** The name in plain small letters: "Ventil Å 50" is known by "ventil-a-50". */
    static String id(String name) {
        String plain = Normalizer.normalize(name, Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-+|-+$", "");
        return plain.matches("[a-z].*") ? plain : plain.isEmpty() ? "" : "type-" + plain;
    }

    private Optional<SheetDraft> from(String from, String id, String maker, String name, String size) {
        Map<String, String> words = Map.of("type", id, "maker", maker, "name", name, "size", size);
        if (from.startsWith(TYPE)) {
            String copied = from.substring(TYPE.length());
            return sheets.typeText(copied).map(text -> {
                SheetDraft other = SheetDraft.read(sheets.typeJson(copied));
                SheetDraft same = other.word("size").equals(size) ? other : other.withoutNumbers();
                return same.with(words).version(1);
            });
        }
        return from.startsWith(FAMILY)
                ? sheets.anatomy(from.substring(FAMILY.length()))
                        .map(family -> SheetDraft.begun(id, maker, name, size, family.id()))
                : Optional.empty();
    }

    /** Takes up a type of the site's own again, as its next version; the draft there is, if there is one. */
    @Transactional
    void again(String typeId) {
        if (drafts.find(typeId).isPresent()) {
            return;
        }
        List<TypeVersions.Approved> approved = versions.of(typeId);
        // what a file brought in since is what is in force, whatever was approved here before it
        SheetDraft last = approved.stream()
                .findFirst()
                .filter(a -> a.fromDay().isAfter(LocalDate.now(clock))
                        || sheets.typeText(typeId).equals(Optional.of(a.sheet())))
                .map(TypeVersions.Approved::content)
                .orElseGet(() -> SheetDraft.read(sheets.typeJson(typeId)));
        int newest = Math.max(
                approved.isEmpty() ? 1 : approved.get(0).version(),
                SheetDraft.read(sheets.typeJson(typeId)).version());
        drafts.begin(last.version(newest + 1), current.get().id());
    }
}
