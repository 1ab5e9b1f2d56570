package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Basis;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.workshop.NumberField;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.core.workshop.SheetDraft.Stated;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.account.Signatures;
import dev.wartung.web.account.Signatures.Meaning;
import dev.wartung.web.account.Signatures.Signed;
import dev.wartung.web.page.TypedDay;
import dev.wartung.web.workshop.TypeDrafts.Draft;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Works on drafts: how a type is built, its numbers and lists, and who puts it in force. */
@Service
class Workshop {

    private static final int LONGEST_REASON = 400;
    private static final String OPTION = "option.";
    private static final String DRIVE = "drive";
    private static final String SCHOOL = "school.";

    private final TypeDrafts drafts;
    private final TypeVersions versions;
    private final DraftReading reading;
    private final CurrentAccount current;
    private final Signatures signatures;
    private final Clock clock;

    Workshop(
            TypeDrafts drafts,
            TypeVersions versions,
            DraftReading reading,
            CurrentAccount current,
            Signatures signatures,
            Clock clock) {
        this.drafts = drafts;
        this.versions = versions;
        this.reading = reading;
        this.current = current;
        this.signatures = signatures;
        this.clock = clock;
    }

    /** One tick, or one answer, of how the type is made. */
    @Transactional
    void build(String typeId, String field, String value, boolean on) {
        drafts.change(typeId, current.get().id(), sheet -> {
            AnatomySheet family = reading.family(sheet);
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
        AtomicBoolean unreadable = new AtomicBoolean();
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
            SheetDraft changed = stated.map(s -> sheet.known(field.place(), s, basis))
                    .orElseGet(() -> sheet.notKnown(field.place()));
            if (reading.type(changed).isEmpty() && reading.type(sheet).isPresent()) {
                unreadable.set(true);
                return sheet;
            }
            return changed;
        });
        if (unreadable.get()) {
            return Optional.of("No type can have that together with the rest. Look at it again.");
        }
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
     * Numbers that were measured.
     *
     * @return what is wrong, by field; empty where they are kept
     */
    @Transactional
    Map<String, String> measured(
            String typeId,
            Function<SheetDraft, List<NumberField>> fields,
            Map<String, String> typed,
            UnitSystem units) {
        Map<String, String> troubles = new LinkedHashMap<>();
        drafts.change(typeId, current.get().id(), sheet -> {
            MeasuredForm form = new MeasuredForm(sheet, fields.apply(sheet), typed, units);
            Optional<SheetDraft> kept = form.kept();
            troubles.putAll(form.troubles());
            return kept.orElse(sheet);
        });
        return troubles;
    }

    /** Another list: of parts, kits or greases. */
    @Transactional
    void lists(String typeId, UnaryOperator<SheetDraft> change) {
        drafts.change(typeId, current.get().id(), change);
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
        // nobody changes it while it is signed for
        Draft draft = drafts.held(typeId);
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
            versions.approve(draft, reading.sheet(draft.sheet()), current.get().id(), from);
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
        if (reason.strip().length() > LONGEST_REASON) {
            return Optional.of("Keep it under " + LONGEST_REASON + " letters.");
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
