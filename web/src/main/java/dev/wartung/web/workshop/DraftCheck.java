package dev.wartung.web.workshop;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.sheet.SheetResult;
import dev.wartung.core.workshop.SheetDraft;
import dev.wartung.web.exchange.MadeSo;
import dev.wartung.web.longwork.LongTask;
import dev.wartung.web.longwork.LongWork;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.workshop.TypeDrafts.Draft;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleConsumer;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Tries a draft: every work on every valve it is made as is derived and carried out on the simulated bench, its section
 * drawn, and the valves on record looked at.
 */
@Service
class DraftCheck implements LongTask {

    private static final String NAME = "type-check";
    private static final long TELL_MS = 300;

    private final TypeDrafts drafts;
    private final DraftReading reading;
    private final DraftPage page;
    private final Sheets sheets;
    private final MadeSo made;
    private final ObjectProvider<LongWork> work;
    private final Clock clock;

    /** @param work asked for when it is wanted: it knows this, and so is made later */
    DraftCheck(
            TypeDrafts drafts,
            DraftReading reading,
            DraftPage page,
            Sheets sheets,
            MadeSo made,
            ObjectProvider<LongWork> work,
            Clock clock) {
        this.work = work;
        this.clock = clock;
        this.drafts = drafts;
        this.reading = reading;
        this.page = page;
        this.sheets = sheets;
        this.made = made;
    }

    /** Has it tried in the background: that takes a second, or a quarter of a minute with every option there is. */
    @Transactional
    public void begin(String typeId) {
        drafts.checking(typeId, Optional.of(0.0));
        work.getObject().begin(NAME, typeId);
    }

    @Override
    public String name() {
        return NAME;
    }

    /** Keeps what is found with the draft: nothing where it is sound. */
    @Override
    public void run(String id, Ask ask) {
        Draft draft = drafts.find(id).orElse(null);
        if (draft == null) {
            // thrown away meanwhile
            return;
        }
        drafts.checked(id, draft.sheet(), problems(draft.sheet(), telling(id)));
    }

    private DoubleConsumer telling(String id) {
        long[] told = {clock.millis()};
        return share -> {
            if (clock.millis() - told[0] >= TELL_MS) {
                told[0] = clock.millis();
                drafts.checking(id, Optional.of(Math.min(1, share)));
            }
        };
    }

    @Override
    public boolean again(String id) {
        return true;
    }

    @Override
    public void givenUp(String id) {
        drafts.find(id)
                .ifPresent(draft -> drafts.checked(
                        id, draft.sheet(), List.of("The check broke off again and again. Try it later.")));
    }

    private List<String> problems(SheetDraft sheet, DoubleConsumer done) {
        List<String> problems = new ArrayList<>(reading.unsaid(sheet));
        if (!problems.isEmpty()) {
            return problems;
        }
        AnatomySheet family = reading.family(sheet);
        SheetResult<TypeSheet> read = sheets.readType(reading.sheet(sheet), done);
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
