package dev.wartung.web.exchange;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.valve.Narrowed;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** A list of valves as a plant has it: which column is what, and which type and drive its words mean. */
@Component
class ValveList {

    static final int MOST_ROWS = 10_000;
    private static final String TYPE = "type.";
    private static final String DRIVE = "drive.";
    private static final String NOT_SAID = "Not said yet.";
    private static final String COLUMNS = "valve-list column";
    private static final String TYPES = "valve-list type";
    private static final String DRIVES = "valve-list drive";

    private final Sheets sheets;
    private final ListMatches matches;

    ValveList(Sheets sheets, ListMatches matches) {
        this.sheets = sheets;
        this.matches = matches;
    }

    /** What a column can be. */
    enum Column {
        TAG("tag", "tag", "valve", "valve no", "tag no", "kks", "kennzeichen", "messstelle", "id"),
        SERVICE("service", "service", "description", "function", "duty", "bezeichnung", "what", "purpose"),
        AREA("area", "area", "hall", "department", "building", "plant area", "bereich", "anlage"),
        LINE("line", "line", "linie", "skid", "system", "unit", "leitung"),
        PLACE("place in its line", "place", "position", "pos", "order"),
        TYPE("type", "type", "model", "typ", "valve type", "maker type"),
        DRIVE(
                "drive",
                "drive",
                "actuator",
                "fail position",
                "fail",
                "fail safe",
                "safe position",
                "without air",
                "antrieb",
                "sicherheitsstellung",
                "wirkweise",
                "function without air"),
        NEXT_DUE("next due", "next due", "due", "next service", "fällig"),
        NOTHING("not needed");

        private final String words;
        private final Set<String> headings;

        Column(String words, String... headings) {
            this.words = words;
            this.headings = Set.of(headings);
        }

        public String words() {
            return words;
        }

        static Column guess(String heading) {
            String said = heading.toLowerCase(Locale.ROOT)
                    .replaceAll("[^\\p{L} ]", " ")
                    .replaceAll("\\s+", " ")
                    .strip();
            return Stream.of(values())
                    .filter(c -> c.headings.contains(said))
                    .findFirst()
                    .orElse(NOTHING);
        }
    }

    /**
     * A word of the list and what it means.
     *
     * @param field its name in the form: of the word, so that an answer is never taken for another word's
     * @param means empty while nobody has said
     */
    public record Word(String field, String said, String means) {}

    /**
     * What the list leaves open of a type's build: it is one answer for all of its valves.
     *
     * @param field its name in the form
     */
    public record Open(String type, String field, Narrowed.Choice choice) {}

    /** A list as it is understood so far. */
    public record Understood(
            PastedTable list, List<Column> columns, List<Word> types, List<Word> drives, List<Open> open) {

        public boolean has(String column) {
            return columns.contains(Column.valueOf(column));
        }

        /** What has to be answered before it can be tried, by field. */
        Map<String, String> unanswered() {
            Map<String, String> troubles = new LinkedHashMap<>();
            Stream.concat(types.stream(), drives.stream())
                    .filter(w -> w.means().isEmpty())
                    .forEach(w -> troubles.put(w.field(), NOT_SAID));
            open.stream().filter(o -> o.choice().value().isEmpty()).forEach(o -> troubles.put(o.field(), NOT_SAID));
            return troubles;
        }

        String cell(List<String> row, Column what) {
            int at = columns.indexOf(what);
            return at < 0 ? "" : row.get(at);
        }
    }

    /** @param typed the text, and what was answered already */
    Optional<Understood> understand(Map<String, String> typed) {
        ListMatches.Known known = matches.known(COLUMNS);
        return PastedTable.read(
                        typed,
                        MOST_ROWS,
                        h -> Column.guess(h) != Column.NOTHING || known.of(h).isPresent())
                .map(list -> understand(list, typed));
    }

    private Understood understand(PastedTable list, Map<String, String> typed) {
        List<Column> columns = list.columns(typed, matches.known(COLUMNS), Column.NOTHING, Column::guess);
        Understood soFar = new Understood(list, columns, List.of(), List.of(), List.of());
        List<TypeSheet> offered = sheets.offered();
        List<Word> types = words(soFar, Column.TYPE, TYPE, TYPES, typed, said -> type(said, offered));
        List<Word> drives = words(soFar, Column.DRIVE, DRIVE, DRIVES, typed, ValveList::drive);
        return new Understood(list, columns, types, drives, open(soFar, types, offered, typed));
    }

    private interface Guess {
        Optional<String> of(String said);
    }

    private List<Word> words(
            Understood list, Column column, String field, String about, Map<String, String> typed, Guess guess) {
        ListMatches.Known known = matches.known(about);
        List<String> said = list.list().rows().stream()
                .map(row -> list.cell(row, column))
                .filter(s -> !s.isBlank())
                .distinct()
                .limit(100)
                .toList();
        return said.stream()
                .map(word -> new Word(
                        field + word,
                        word,
                        Optional.ofNullable(typed.get(field + word))
                                .or(() -> known.of(word))
                                .or(() -> guess.of(word))
                                .orElse("")))
                .toList();
    }

    /** The one type that a plant's word can mean: by its name, or by its family and size. */
    private Optional<String> type(String said, List<TypeSheet> offered) {
        String plain = said.toLowerCase(Locale.ROOT);
        String bare = bare(said);
        List<TypeSheet> named = offered.stream()
                .filter(t -> Stream.of(t.id(), t.name(), t.maker() + " " + t.name())
                        .map(ValveList::bare)
                        .anyMatch(bare::equals))
                .toList();
        if (named.size() == 1) {
            return Optional.of(named.get(0).id());
        }
        Optional<Integer> dn = NominalSize.in(plain);
        List<TypeSheet> alike = offered.stream()
                .filter(t -> dn.isPresent() && t.dn().isPresent() && t.dn().getAsInt() == dn.get())
                .filter(t -> Stream.of(sheets.anatomyOf(t)
                                .name()
                                .toLowerCase(Locale.ROOT)
                                .split("[^a-z]+"))
                        .anyMatch(word -> word.length() > 4 && !word.equals("valve") && plain.contains(word)))
                .toList();
        return alike.size() == 1 ? Optional.of(alike.get(0).id()) : Optional.empty();
    }

    /** Letters and digits alone: nobody writes a name with the same blanks and dashes twice. */
    private static String bare(String name) {
        return name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
    }

    private static Optional<String> drive(String said) {
        String plain = Normalizer.normalize(said.toLowerCase(Locale.ROOT).replace("ß", "ss"), Normalizer.Form.NFD)
                .replaceAll("\\p{M}", "")
                .replaceAll("[^a-z]+", " ")
                .strip();
        return switch (plain) {
            case "nc", "fc", "fail closed", "spring closes", "federschliessend", "normally closed", "closed" -> Optional
                    .of("NC");
            case "no", "fo", "fail open", "spring opens", "federoffnend", "normally open", "open" -> Optional.of("NO");
            case "da", "double acting", "doppeltwirkend", "air both ways", "air air" -> Optional.of("DA");
            case "manual", "hand", "handbetatigt", "lever", "by hand", "handwheel" -> Optional.of("manual");
            default -> Optional.empty();
        };
    }

    private List<Open> open(Understood list, List<Word> types, List<TypeSheet> offered, Map<String, String> typed) {
        Set<String> used = types.stream().map(Word::means).collect(Collectors.toCollection(LinkedHashSet::new));
        used.add(typed.getOrDefault("all.type", ""));
        List<Open> open = new ArrayList<>();
        offered.stream().filter(t -> used.contains(t.id())).forEach(type -> {
            AnatomySheet family = sheets.anatomyOf(type);
            Map<String, String> said = new HashMap<>();
            String prefix = "build." + type.id() + ".";
            typed.forEach((field, value) -> {
                if (field.startsWith(prefix)) {
                    said.put(field.substring(prefix.length()), value);
                }
            });
            Narrowed.of(family, type, said).choices().stream()
                    .filter(c ->
                            !(c.field().equals(Narrowed.DRIVE) && list.columns().contains(Column.DRIVE)))
                    .forEach(c -> open.add(new Open(type.maker() + " " + type.name(), prefix + c.field(), c)));
        });
        return open;
    }

    /** The list in the form that is checked and taken in. */
    String csv(Understood list, Map<String, String> typed) {
        Map<String, String> types = means(list.types());
        Map<String, String> drives = means(list.drives());
        List<List<String>> rows = list.list().rows().stream()
                .map(row -> {
                    String type = list.has("TYPE")
                            ? types.getOrDefault(list.cell(row, Column.TYPE), "")
                            : typed.getOrDefault("all.type", "");
                    String prefix = "build." + type + ".";
                    String said = list.has("DRIVE")
                            ? drives.getOrDefault(list.cell(row, Column.DRIVE), "")
                            : typed.getOrDefault(prefix + Narrowed.DRIVE, "");
                    // a type that is made with one drive needs no word for it
                    String drive = said.isEmpty() ? onlyDrive(type) : said;
                    String options = typed.entrySet().stream()
                            .filter(e -> e.getKey().startsWith(prefix + Narrowed.OPTION)
                                    && !e.getValue().isEmpty())
                            .map(e -> e.getKey().substring((prefix + Narrowed.OPTION).length()) + "=" + e.getValue())
                            .collect(Collectors.joining(";"));
                    return List.of(
                            list.cell(row, Column.TAG),
                            said(list, row, Column.SERVICE, typed),
                            said(list, row, Column.AREA, typed),
                            said(list, row, Column.LINE, typed),
                            list.cell(row, Column.PLACE),
                            type,
                            drive,
                            options,
                            list.cell(row, Column.NEXT_DUE));
                })
                .toList();
        return Table.write(Kind.VALVES.columns(), rows);
    }

    private String onlyDrive(String type) {
        return sheets.offered().stream()
                .filter(t -> t.id().equals(type) && t.drives().size() == 1)
                .findFirst()
                .map(t -> t.drives().get(0).code())
                .orElse("");
    }

    private static String said(Understood list, List<String> row, Column column, Map<String, String> typed) {
        return list.columns().contains(column)
                ? list.cell(row, column)
                : typed.getOrDefault("all." + column.name().toLowerCase(Locale.ROOT), "")
                        .strip();
    }

    private static Map<String, String> means(List<Word> words) {
        return words.stream().collect(Collectors.toMap(Word::said, Word::means, (a, b) -> a, LinkedHashMap::new));
    }

    /** For the next list. */
    void remember(Understood list) {
        for (int i = 0; i < list.columns().size(); i++) {
            matches.remember(
                    COLUMNS,
                    list.list().headings().get(i),
                    list.columns().get(i).name());
        }
        list.types().stream()
                .filter(w -> !w.means().isEmpty())
                .forEach(w -> matches.remember(TYPES, w.said(), w.means()));
        list.drives().stream()
                .filter(w -> !w.means().isEmpty())
                .forEach(w -> matches.remember(DRIVES, w.said(), w.means()));
    }

    /** Drives that some type offered is made with. */
    List<Drive> drives() {
        return sheets.offered().stream()
                .flatMap(t -> t.drives().stream())
                .distinct()
                .sorted()
                .toList();
    }
}
