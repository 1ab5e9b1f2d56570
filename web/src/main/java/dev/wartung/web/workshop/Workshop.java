package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.TypeSheet.Basis;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.school.School;
import dev.wartung.core.sheet.Schools;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.NumberFields;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Stated;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.exchange.MadeSo;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.workshop.TypeDrafts.Draft;
import java.text.Normalizer;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes types: begun from a family or another type, built, numbered, checked, approved by somebody else. */
@Service
class Workshop {

    static final String FAMILY = "family:";
    static final String TYPE = "type:";
    private static final int LONGEST = 60;
    private static final String OPTION = "option.";
    private static final String DRIVE = "drive";
    private static final String SCHOOL = "school.";

    private final TypeDrafts drafts;
    private final TypeVersions versions;
    private final Sheets sheets;
    private final MadeSo made;
    private final CurrentAccount current;
    private final Signatures signatures;
    private final Clock clock;

    Workshop(
            TypeDrafts drafts,
            TypeVersions versions,
            Sheets sheets,
            MadeSo made,
            CurrentAccount current,
            Signatures signatures,
            Clock clock) {
        this.drafts = drafts;
        this.versions = versions;
        this.sheets = sheets;
        this.made = made;
        this.current = current;
        this.signatures = signatures;
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
                && (sheets.typeText(id).isPresent() || drafts.find(id).isPresent())) {
            troubles.put("name", "There is a type of that name. Another name tells them apart.");
        }
        Optional<SheetDraft> from = from(typed.getOrDefault("from", ""), id, maker, name, size);
        if (from.isEmpty()) {
            troubles.put("from", "Choose the family by its drawing, or a type to copy.");
        }
        if (troubles.isEmpty()) {
            drafts.begin(from.orElseThrow(), current.get().id());
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

    /** One tick, or one answer, of how the type is made. */
    @Transactional
    void build(String typeId, String field, String value, boolean on) {
        drafts.change(typeId, current.get().id(), sheet -> {
            AnatomySheet family = family(sheet);
            if (field.equals(DRIVE)) {
                List<String> drives = family.drives().stream().map(Drive::code).toList();
                return sheet.made(ticked(drives, sheet.drives(), value, on));
            }
            if (field.startsWith(SCHOOL)) {
                return sheet.settled(field.substring(SCHOOL.length()), value);
            }
            String option = field.startsWith(OPTION) ? field.substring(OPTION.length()) : "";
            AnatomySheet.Option known = family.options().get(option);
            return known == null
                    ? sheet
                    : sheet.made(
                            option, ticked(List.copyOf(known.choices().values()), sheet.option(option), value, on));
        });
    }

    /** In the order of the family. */
    private static List<String> ticked(List<String> all, List<String> before, String value, boolean on) {
        return all.stream()
                .filter(v -> v.equals(value) ? on : before.contains(v))
                .toList();
    }

    /** The months between renewals of the product seals; nothing: a year, as where nobody says. */
    @Transactional
    Optional<String> renewedEvery(String typeId, String months) {
        String text = months.strip();
        if (!text.isEmpty()
                && (!text.matches("[0-9]{1,3}") || Integer.parseInt(text) < 1 || Integer.parseInt(text) > 240)) {
            return Optional.of("Whole months, from 1 to 240.");
        }
        drafts.change(
                typeId, current.get().id(), sheet -> sheet.renewedEvery(text.isEmpty() ? 0 : Integer.parseInt(text)));
        return Optional.empty();
    }

    /**
     * One number.
     *
     * @param typed another's answer meanwhile is not typed over
     * @return why it is not kept; empty where it is
     */
    @Transactional
    Optional<String> number(NumberField field, String typeId, Typed typed, UnitSystem units) {
        StatedNumber number = StatedNumber.read(field, typed.value(), units);
        if (!number.trouble().isEmpty()) {
            return Optional.of(number.trouble());
        }
        List<String> meanwhile = new ArrayList<>();
        drafts.change(typeId, current.get().id(), sheet -> {
            String now = sheet.number(field.place())
                    .map(s -> StatedNumber.shown(s, units))
                    .orElse("");
            if (!now.equals(typed.was().strip()) && !now.equals(typed.value().strip())) {
                meanwhile.add(now.isEmpty() ? "not known" : now);
                return sheet;
            }
            Optional<Stated> stated = now.equals(typed.value().strip()) ? sheet.number(field.place()) : number.stated();
            Optional<Basis> basis = StatedNumber.basis(typed.from(), typed.note(), number.assumed());
            return stated.map(s -> sheet.known(field.place(), s, basis)).orElseGet(() -> sheet.notKnown(field.place()));
        });
        return meanwhile.stream()
                .findFirst()
                .map(now -> "Somebody else made it “" + now + "” meanwhile. Type yours again to put it in its place.");
    }

    /**
     * A number as it was typed.
     *
     * @param was  what was shown there
     * @param from manual, measured or assumed
     */
    record Typed(String value, String was, String from, String note) {}

    /**
     * Spring and friction of a drive, from one slow run up and down.
     *
     * @return what is wrong, by field; empty where they are kept
     */
    @Transactional
    Map<String, String> measured(String typeId, Map<String, String> typed, UnitSystem units) {
        Map<String, String> troubles = new LinkedHashMap<>();
        drafts.change(typeId, current.get().id(), sheet -> {
            MeasuredForm form = new MeasuredForm(sheet, typed, units);
            Optional<SheetDraft> kept = form.kept();
            troubles.putAll(form.troubles());
            return kept.orElse(sheet);
        });
        return troubles;
    }

    /** Another list: of parts, kits or greases. */
    @Transactional
    void lists(String typeId, java.util.function.UnaryOperator<SheetDraft> change) {
        drafts.change(typeId, current.get().id(), change);
    }

    AnatomySheet family(SheetDraft sheet) {
        return sheets.anatomy(sheet.word("anatomy"))
                .orElseThrow(() -> new IllegalStateException("no family " + sheet.word("anatomy")));
    }

    /** The type as far as it is known: what nobody has said of its build yet is left open. */
    SheetResult<TypeSheet> asFarAsKnown(SheetDraft sheet) {
        return sheets.readAsItIs(filledIn(sheet));
    }

    /** What of it does not fit together, under the names of its numbers. */
    List<String> clashes(SheetDraft sheet) {
        return sheets.readUntried(filledIn(sheet)) instanceof SheetResult.Refused<TypeSheet> refused
                ? refused.problems().stream()
                        .map(p -> said(p.place(), p.reason(), family(sheet)))
                        .toList()
                : List.of();
    }

    private String filledIn(SheetDraft sheet) {
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
        for (School school : openSchools(family, sheet)) {
            open = open.settled(
                    school.id(), school.answers().keySet().iterator().next());
        }
        return open.sheet(NumberFields.torques(family));
    }

    /** Questions that only the maker's construction settles, and that no option does. */
    static List<School> byMaker(AnatomySheet family) {
        return family.schools().stream()
                .flatMap(id -> Schools.table().school(id).stream())
                .filter(s -> s.byMaker() && !family.options().containsKey(s.id()))
                .toList();
    }

    private static List<School> openSchools(AnatomySheet family, SheetDraft sheet) {
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
                        openSchools(family, sheet).stream().map(School::question))
                .flatMap(s -> s)
                .toList();
    }

    /** Derives and tries every work on every valve the type is made as, and looks at the valves on record. */
    void check(String typeId) {
        Draft draft = drafts.find(typeId).orElseThrow();
        List<String> problems = new ArrayList<>(unsaid(draft.sheet()));
        if (problems.isEmpty()) {
            AnatomySheet family = family(draft.sheet());
            SheetResult<TypeSheet> read = sheets.readType(draft.sheet().sheet(NumberFields.torques(family)));
            if (read instanceof SheetResult.Refused<TypeSheet> refused) {
                refused.problems().forEach(p -> problems.add(said(p.place(), p.reason(), family)));
            } else if (read instanceof SheetResult.Accepted<TypeSheet> accepted) {
                problems.addAll(made.said(accepted.sheet(), family));
            }
        }
        drafts.checked(typeId, draft.sheet(), problems);
    }

    /** A problem of the sheet, under the name that its number has on the page. */
    private static String said(String place, String reason, AnatomySheet family) {
        String number = place.startsWith("/") ? place.substring(1) : place;
        return Optional.ofNullable(family.numbers().get(number))
                .map(n -> n.name() + ": " + reason)
                .orElseGet(() -> place.isEmpty() ? reason : place + ": " + reason);
    }

    /**
     * Puts a draft in force from a day on.
     *
     * @param typed from (a day; nothing: today), reason, password
     * @return what is wrong, by field; empty where it is approved
     */
    @Transactional
    Map<String, String> approve(String typeId, Map<String, String> typed, String password) {
        Map<String, String> troubles = new HashMap<>();
        Draft draft = drafts.find(typeId).orElseThrow();
        LocalDate today = LocalDate.now(clock);
        LocalDate from = typed.getOrDefault("from", "").isBlank()
                ? today
                : TypedDay.coming("from", typed, today, troubles).orElse(today);
        if (!draft.isSound()) {
            troubles.put("approve", "It was changed since it was checked, or the check found something.");
        }
        if (draft.hands().contains(current.get().id())) {
            troubles.putIfAbsent("approve", "You had a hand in it. Somebody else approves it.");
        }
        if (!String.valueOf(draft.revision()).equals(typed.getOrDefault("revision", ""))) {
            troubles.putIfAbsent("approve", "It was changed while you looked at it. Look again at what you approve.");
        }
        if (!troubles.isEmpty()) {
            return troubles;
        }
        signatures
                .sign(
                        password,
                        new Signed(
                                Meaning.IN_FORCE,
                                "type_version",
                                typeId + " " + draft.sheet().version(),
                                draft.sheet().word("maker") + " "
                                        + draft.sheet().word("name") + ", version "
                                        + draft.sheet().version() + ", from " + from,
                                ""))
                .ifPresent(why -> troubles.put("password", why));
        if (troubles.isEmpty()) {
            versions.approve(
                    draft,
                    draft.sheet().sheet(NumberFields.torques(family(draft.sheet()))),
                    current.get().id(),
                    from);
            drafts.drop(typeId);
        }
        return troubles;
    }

    /** @return why it is not withdrawn; empty where it is */
    @Transactional
    Optional<String> withdraw(String typeId, String reason) {
        if (reason.isBlank()) {
            return Optional.of("Say in a few words why.");
        }
        if (reason.strip().length() > 400) {
            return Optional.of("Keep it under 400 letters.");
        }
        versions.withdraw(typeId, current.get().id(), reason.strip());
        return Optional.empty();
    }

    @Transactional
    void bringBack(String typeId) {
        versions.bringBack(typeId);
    }

    @Transactional
    void drop(String typeId) {
        drafts.drop(typeId);
    }
}
