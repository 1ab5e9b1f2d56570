package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.Family;
import dev.wartung.core.sheet.FamilyReader;
import dev.wartung.core.sheet.SheetReader;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.sheet.Sheets.FamilyTexts;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A valve family with its drawing and types: outside, a ZIP archive ({@link FamilyArchive}); between dry run and taking
 * in, and in the file of a whole site, the same as JSON.
 */
@Component
class FamilyFile {

    private static final String ANATOMY = "anatomy";
    private static final String DRAWING = "drawing";
    private static final String TYPES = "types";
    private static final String TECHNIQUES = "techniques";

    private final Sheets sheets;
    private final FamilyReader reader = new FamilyReader(new SheetReader());
    private final MadeSo made;
    private final CurrentAccount current;
    private final Clock clock;
    private final JsonMapper json;

    FamilyFile(Sheets sheets, MadeSo made, CurrentAccount current, Clock clock, JsonMapper json) {
        this.sheets = sheets;
        this.made = made;
        this.current = current;
        this.clock = clock;
        this.json = json;
    }

    /** A family as it is given out; empty if there is none of that name. */
    Optional<FamilyArchive> written(String id) {
        return sheets.familyTexts(id).map(texts -> {
            Map<String, String> types = new LinkedHashMap<>();
            sheets.types().stream()
                    .filter(t -> t.anatomy().equals(id))
                    .forEach(t ->
                            types.put(t.id() + ".yaml", sheets.typeText(t.id()).orElseThrow()));
            return new FamilyArchive(texts.anatomy(), texts.drawing(), types, texts.techniques());
        });
    }

    /** What came in, as it waits to be taken in. */
    String kept(FamilyArchive archive) {
        ObjectNode kept =
                json.createObjectNode().put(ANATOMY, archive.anatomy()).put(DRAWING, archive.drawing());
        ObjectNode types = kept.putObject(TYPES);
        archive.types().forEach(types::put);
        ObjectNode techniques = kept.putObject(TECHNIQUES);
        archive.techniques().forEach(techniques::put);
        return json.writeValueAsString(kept);
    }

    /** The site's own families, for the file of a whole site; their types stand there, too. */
    ArrayNode own() {
        ArrayNode own = json.createArrayNode();
        sheets.anatomies().stream()
                .filter(a -> !sheets.isShippedFamily(a.id()))
                .flatMap(a -> sheets.familyTexts(a.id()).stream())
                .forEach(texts -> {
                    ObjectNode family = own.addObject();
                    family.set(ANATOMY, json.readTree(texts.anatomy()));
                    family.put(DRAWING, texts.drawing());
                    ObjectNode techniques = family.putObject(TECHNIQUES);
                    texts.techniques().forEach(techniques::put);
                });
        return own;
    }

    /** Checks what was {@link #kept}. */
    Checked check(String content) {
        JsonNode kept = json.readTree(content);
        return check(
                kept.path(ANATOMY).asString(""),
                kept.path(DRAWING).asString(""),
                texts(kept.path(TYPES)),
                texts(kept.path(TECHNIQUES)));
    }

    private static Map<String, String> texts(JsonNode node) {
        Map<String, String> texts = new LinkedHashMap<>();
        node.properties().forEach(t -> texts.put(t.getKey(), t.getValue().asString("")));
        return texts;
    }

    /**
     * Checks the families of the file of a whole site, counted from 1.
     *
     * @param types the type sheets of that file
     */
    List<Checked> check(JsonNode families, JsonNode types) {
        List<Checked> checked = new ArrayList<>();
        for (JsonNode family : families.values()) {
            int number = checked.size() + 1;
            String id = family.path(ANATOMY).path(ANATOMY).asString("");
            Map<String, String> own = new LinkedHashMap<>();
            for (JsonNode type : types.values()) {
                if (type.path(ANATOMY).asString("").equals(id)) {
                    own.put(type.path("type").asString(""), json.writeValueAsString(type));
                }
            }
            Checked one = check(
                    json.writeValueAsString(family.path(ANATOMY)),
                    family.path(DRAWING).asString(""),
                    own,
                    texts(family.path(TECHNIQUES)));
            checked.add(new Checked(
                    one.fresh(),
                    one.changed(),
                    one.problems().stream()
                            .map(p -> new Problem(number, p.column(), p.reason()))
                            .toList(),
                    one.apply()));
        }
        return checked;
    }

    private Checked check(
            String anatomyText, String drawingText, Map<String, String> types, Map<String, String> techniques) {
        SheetResult<Family> read = reader.read(anatomyText, drawingText, types, techniques);
        if (read instanceof SheetResult.Refused<Family> refused) {
            return new Checked(
                    0,
                    0,
                    refused.problems().stream()
                            .map(p -> new Problem(p.line(), (p.file() + " " + p.place()).strip(), p.reason()))
                            .toList(),
                    progress -> {});
        }
        Family family = ((SheetResult.Accepted<Family>) read).sheet();
        AnatomySheet anatomy = family.anatomy();
        List<Problem> problems = new ArrayList<>();
        Optional<AnatomySheet> known = sheets.anatomy(anatomy.id());
        boolean same = sheets.familyTexts(anatomy.id())
                .equals(Optional.of(new FamilyTexts(family.anatomyText(), family.drawingText(), family.techniques())));
        if (sheets.isShippedFamily(anatomy.id())) {
            problems.add(new Problem(
                    0, "anatomy sheet", "“" + anatomy.id() + "” comes with Wartung; give yours another name"));
        } else if (!same && known.filter(k -> anatomy.version() <= k.version()).isPresent()) {
            problems.add(new Problem(
                    0,
                    "anatomy sheet /version",
                    "is " + anatomy.version() + "; version " + known.get().version()
                            + " is in use here, and differs. Raise it"));
        }
        family.types().keySet().stream()
                .filter(sheets::isShipped)
                .forEach(id ->
                        problems.add(new Problem(0, id, "“" + id + "” comes with Wartung; give yours another name")));
        problems.addAll(stillUsable(family));
        List<String> newTypes = family.types().keySet().stream()
                .filter(id -> sheets.typeText(id).isEmpty())
                .toList();
        List<String> changedTypes = family.typeTexts().entrySet().stream()
                .filter(t -> sheets.typeText(t.getKey())
                        .filter(text -> !text.equals(t.getValue()))
                        .isPresent())
                .map(Map.Entry::getKey)
                .toList();
        int fresh = newTypes.size() + (known.isEmpty() ? 1 : 0);
        int changed = changedTypes.size() + (known.isPresent() && !same ? 1 : 0);
        return new Checked(fresh, changed, problems, progress -> {
            sheets.keepFamily(family, current.get().id(), clock.instant());
            progress.at(fresh + changed);
        });
    }

    /** Types of it that are in use and do not come with it are read against the new version; valves are made so. */
    private List<Problem> stillUsable(Family family) {
        List<Problem> problems = new ArrayList<>();
        sheets.types().stream()
                .filter(t -> t.anatomy().equals(family.anatomy().id())
                        && !family.types().containsKey(t.id()))
                .forEach(t -> {
                    SheetResult<TypeSheet> again = new SheetReader()
                            .readType(
                                    t.id(), sheets.typeText(t.id()).orElseThrow(), id -> Optional.of(family.anatomy()));
                    if (again instanceof SheetResult.Refused<TypeSheet> refused) {
                        refused.problems()
                                .forEach(p -> problems.add(new Problem(
                                        0, t.id(), "is in use here and does not fit any more: " + p.reason())));
                    }
                    problems.addAll(made.problems(t, family.anatomy()));
                });
        family.types().values().forEach(t -> problems.addAll(made.problems(t, family.anatomy())));
        return problems;
    }
}
