package dev.wartung.web.exchange;

import dev.wartung.web.exchange.Table.Problem;
import dev.wartung.web.exchange.UploadedText.Unreadable;
import dev.wartung.web.exchange.ValveList.Column;
import dev.wartung.web.exchange.ValveList.Understood;
import dev.wartung.web.sheet.Sheets;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;

/** A plant's own list of valves, pasted: understood, tried, taken in as a whole. */
@Controller
class ValveListController {

    private static final String LIST = "/register/list";
    private static final int SHOWN = 100;
    private static final int ROWS_SHOWN = 8;

    private final ValveList lists;
    private final ExchangeDesk desk;
    private final Sheets sheets;
    private final TransactionTemplate transaction;

    ValveListController(ValveList lists, ExchangeDesk desk, Sheets sheets, TransactionTemplate transaction) {
        this.lists = lists;
        this.desk = desk;
        this.sheets = sheets;
        this.transaction = transaction;
    }

    @GetMapping(LIST)
    String ask(Model model) {
        return show(Map.of(), model);
    }

    /** A file that has the list: it is read as if it had been pasted. */
    @PostMapping(LIST + "/file")
    String file(@RequestParam Optional<MultipartFile> file, Model model) throws IOException {
        try {
            return show(
                    Map.of(
                            "text",
                            Spreadsheet.text(
                                    file.isPresent() ? file.get().getBytes() : new byte[0], ValveList.MOST_ROWS)),
                    model);
        } catch (Unreadable e) {
            model.addAttribute("fileTrouble", e.getMessage());
            return show(Map.of(), model);
        }
    }

    /** Reads it, tries it, or takes it in, by the button that was pressed. */
    @PostMapping(LIST)
    String list(@RequestParam Map<String, String> typed, Model model) {
        Optional<Understood> list = lists.understand(typed);
        if (list.isEmpty()) {
            model.addAttribute("trouble", "Paste the lines of the list: a column for the tag at least.");
            return show(typed, model);
        }
        if (!typed.containsKey("try") && !typed.containsKey("take")) {
            return show(typed, model);
        }
        if (!list.get().has("TAG")) {
            model.addAttribute("trouble", "Say which column has the tags.");
            return show(typed, model);
        }
        if (list.get().list().more()) {
            model.addAttribute("trouble", "More than " + ValveList.MOST_ROWS + " rows. Paste it in parts.");
            return show(typed, model);
        }
        Map<String, String> unanswered = list.get().unanswered();
        if (!unanswered.isEmpty()) {
            model.addAttribute("troubles", unanswered);
            return show(typed, model);
        }
        String csv = lists.csv(list.get(), typed);
        Checked checked = desk.check(Kind.VALVES, csv, list.get().list().firstRow());
        List<Problem> problems = checked.problems();
        if (problems.isEmpty() && typed.containsKey("take")) {
            UUID draft = transaction.execute(status -> {
                lists.remember(list.get());
                UUID kept = desk.keep(Kind.VALVES, "pasted list", csv, checked.total());
                desk.begin(kept, "");
                return kept;
            });
            return "redirect:/exchange/" + draft;
        }
        model.addAttribute("checked", checked.fresh() + " new, " + checked.changed() + " changed");
        model.addAttribute("problemCount", problems.size());
        model.addAttribute("problems", problems.subList(0, Math.min(SHOWN, problems.size())));
        return show(typed, model);
    }

    private String show(Map<String, String> typed, Model model) {
        model.addAttribute("nav", "valves");
        model.addAttribute("typed", typed);
        Optional<Understood> list = lists.understand(typed);
        model.addAttribute("list", list.orElse(null));
        model.addAttribute(
                "rows",
                list.map(l -> l.list()
                                .rows()
                                .subList(0, Math.min(ROWS_SHOWN, l.list().rows().size())))
                        .orElse(List.of()));
        model.addAttribute("columns", Column.values());
        model.addAttribute("types", sheets.offered());
        model.addAttribute("drives", lists.drives());
        return "valve-list";
    }
}
