package dev.wartung.web.practice;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.practice.Trap;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** The way through all families: what one has practised of each, and what is proposed next. */
@Component
class PracticeWay {

    /** So many points, and a family counts as practised. */
    private static final int PRACTISED = 80;

    private static final String USUAL_WORK = "renew-product-seals";

    private final PracticeDesk desk;
    private final PracticeRuns runs;
    private final Sheets sheets;
    private final CurrentAccount current;

    PracticeWay(PracticeDesk desk, PracticeRuns runs, Sheets sheets, CurrentAccount current) {
        this.desk = desk;
        this.runs = runs;
        this.sheets = sheets;
        this.current = current;
    }

    /**
     * A family on the way.
     *
     * @param type the type of it that is proposed
     * @param best points of one's best attempt; empty without one
     */
    public record Stage(AnatomySheet family, TypeSheet type, Optional<Integer> best) {

        public boolean practised() {
            return best.filter(b -> b >= PRACTISED).isPresent();
        }
    }

    /**
     * What is proposed next.
     *
     * @param trap nothing hidden until every family was practised once
     * @param why  why this one
     */
    public record Proposal(
            Stage stage, ValveConfiguration configuration, PracticeDesk.Offer work, Trap.Kind trap, String why) {}

    @Transactional(readOnly = true)
    List<Stage> stages() {
        Map<String, Integer> best = new HashMap<>();
        runs.best(current.get().id()).forEach(row -> best.put((String) row[0], (Integer) row[1]));
        // what has the fewest moves first
        return sheets.anatomies().stream()
                .sorted(Comparator.comparing(family -> family.operations().size()))
                .flatMap(family -> stage(family, best).stream())
                .toList();
    }

    private Optional<Stage> stage(AnatomySheet family, Map<String, Integer> best) {
        List<TypeSheet> types = desk.types().stream()
                .filter(t -> t.anatomy().equals(family.id()))
                .toList();
        return types.stream()
                .filter(t -> t.size().equals("DN 50"))
                .findFirst()
                .or(() -> types.stream().findFirst())
                .map(type -> new Stage(
                        family,
                        type,
                        types.stream()
                                .flatMap(t -> Optional.ofNullable(best.get(t.id())).stream())
                                .max(Comparator.naturalOrder())));
    }

    Optional<Proposal> proposal(List<Stage> stages) {
        boolean never = stages.stream().allMatch(s -> s.best().isEmpty());
        Optional<Stage> open = stages.stream().filter(s -> !s.practised()).findFirst();
        return open.or(() ->
                        stages.stream().min(Comparator.comparing(s -> s.best().orElse(0))))
                .flatMap(stage -> proposal(
                        stage,
                        open.isPresent() ? Trap.Kind.NONE : Trap.Kind.HIDDEN_FAULT,
                        never
                                ? "A first one: few moves, and nothing is hidden."
                                : open.isPresent()
                                        ? stage.best()
                                                .map(b -> "You had " + b + " points; from " + PRACTISED
                                                        + " on it counts as practised.")
                                                .orElse("A family you have not worked on yet.")
                                        : "All families are practised. This one has a fault to be found."));
    }

    private Optional<Proposal> proposal(Stage stage, Trap.Kind trap, String why) {
        Drive drive = desk.drives(stage.type().id()).get(0);
        ValveConfiguration configuration = desk.configuration(stage.type().id(), drive, Map.of());
        List<PracticeDesk.Offer> works = desk.works(stage.type().id(), configuration);
        return works.stream()
                .filter(w -> w.key().equals(USUAL_WORK))
                .findFirst()
                .or(() -> works.stream().findFirst())
                .map(work -> new Proposal(stage, configuration, work, trap, why));
    }
}
