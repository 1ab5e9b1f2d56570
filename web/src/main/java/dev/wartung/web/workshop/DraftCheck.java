package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.exchange.MadeSo;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.workshop.TypeDrafts.Draft;
import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;

/**
 * Tries a draft: every work on every valve it is made as is derived and carried out on the simulated bench, its section
 * drawn, and the valves on record looked at.
 */
@Service
class DraftCheck {

    private final TypeDrafts drafts;
    private final DraftReading reading;
    private final DraftPage page;
    private final Sheets sheets;
    private final MadeSo made;

    DraftCheck(TypeDrafts drafts, DraftReading reading, DraftPage page, Sheets sheets, MadeSo made) {
        this.drafts = drafts;
        this.reading = reading;
        this.page = page;
        this.sheets = sheets;
        this.made = made;
    }

    /** Keeps what is found with the draft: nothing where it is sound. */
    void check(String typeId) {
        Draft draft = drafts.find(typeId).orElseThrow();
        drafts.checked(typeId, draft.sheet(), problems(draft.sheet()));
    }

    private List<String> problems(SheetDraft sheet) {
        List<String> problems = new ArrayList<>(reading.unsaid(sheet));
        if (!problems.isEmpty()) {
            return problems;
        }
        AnatomySheet family = reading.family(sheet);
        SheetResult<TypeSheet> read = sheets.readType(reading.sheet(sheet));
        if (read instanceof SheetResult.Refused<TypeSheet> refused) {
            refused.problems().forEach(p -> problems.add(DraftReading.said(p.place(), p.reason(), family)));
        } else if (read instanceof SheetResult.Accepted<TypeSheet> accepted) {
            problems.addAll(made.said(accepted.sheet(), family));
            if (page.section(sheet).isEmpty()) {
                problems.add("Its section cannot be drawn with these sizes. Look at them again, or leave them out.");
            }
        }
        return problems;
    }
}
