package dev.wartung.web.job.paper;

import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.document.Documents;
import dev.wartung.web.document.QrCode;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.job.bench.LocksAtHand;
import dev.wartung.web.job.planning.PlanningDesk;
import dev.wartung.web.note.BenchNotes;
import dev.wartung.web.page.Wordings;
import dev.wartung.web.technique.CloseUp;
import dev.wartung.web.technique.CloseUps;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;

/** Job cards to print, for where no screen may go. */
@Service
public class JobCards {

    private static final int CODE_SIZE = 90;

    /**
     * The steps of one phase.
     *
     * @param from the number of the first, from 1
     */
    public record StepsOfPhase(Phase phase, int from, List<Step> steps) {}

    private final PlanningDesk planning;
    private final Documents documents;
    private final Wordings wordings;

    private final LocksAtHand locks;
    private final BenchNotes notes;
    private final CloseUps closeUps;

    /**
     * What the hands do, once for all the steps that show it.
     *
     * @param steps their numbers
     */
    public record HandsOnPaper(CloseUp closeUp, List<Integer> steps) {}

    JobCards(
            PlanningDesk planning,
            Documents documents,
            Wordings wordings,
            LocksAtHand locks,
            BenchNotes notes,
            CloseUps closeUps) {
        this.closeUps = closeUps;
        this.notes = notes;
        this.locks = locks;
        this.planning = planning;
        this.documents = documents;
        this.wordings = wordings;
    }

    /**
     * A PDF.
     *
     * @param base the address this application is reached at
     */
    public byte[] of(JobView view, UnitSystem units, String base) {
        return documents.pdf("job-card-pdf", shown(view, units, base));
    }

    private Map<String, Object> shown(JobView view, UnitSystem units, String base) {
        Map<String, Object> shown = new HashMap<>(shown(view, units));
        shown.put("hands", hands(view));
        shown.put("qr", QrCode.svg(base + "/jobs/" + view.job().number(), CODE_SIZE));
        return shown;
    }

    private List<HandsOnPaper> hands(JobView view) {
        List<Step> steps = view.progress().procedure().steps();
        Map<String, List<Integer>> calls = new LinkedHashMap<>();
        for (int i = 0; i < steps.size(); i++) {
            int number = i + 1;
            steps.get(i).techniques().forEach(call -> calls.computeIfAbsent(call, c -> new ArrayList<>())
                    .add(number));
        }
        return calls.entrySet().stream()
                .flatMap(e -> closeUps.of(view.sheets().anatomy(), List.of(e.getKey())).stream()
                        .map(closeUp -> new HandsOnPaper(closeUp, e.getValue())))
                .toList();
    }

    private Map<String, Object> shown(JobView view, UnitSystem units) {
        return Map.of(
                "view",
                view,
                "job",
                view.job(),
                "phases",
                byPhase(view.progress().procedure().steps()),
                "greases",
                planning.greases(view.job().valve(), view.progress().procedure()),
                "units",
                units,
                "wording",
                wordings.in(units),
                "locks",
                view.progress().procedure().steps().stream()
                        .collect(Collectors.toMap(Step::id, s -> locks.onPaper(view, s))),
                "notes",
                view.progress().procedure().steps().stream()
                        .collect(Collectors.toMap(
                                Step::id,
                                s -> notes.at(
                                        view.job().valve(),
                                        view.sheets().anatomy().id(),
                                        UsualTimes.operation(s.id())))));
    }

    private static List<StepsOfPhase> byPhase(List<Step> steps) {
        List<StepsOfPhase> phases = new ArrayList<>();
        for (int i = 0; i < steps.size(); i++) {
            if (i == 0 || steps.get(i).phase() != steps.get(i - 1).phase()) {
                phases.add(new StepsOfPhase(steps.get(i).phase(), i + 1, new ArrayList<>()));
            }
            phases.get(phases.size() - 1).steps().add(steps.get(i));
        }
        return phases;
    }
}
