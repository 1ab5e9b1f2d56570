package dev.wartung.web.job.bench;

import dev.wartung.core.anatomy.Act;
import dev.wartung.core.anatomy.Act.Verb;
import dev.wartung.core.anatomy.Part;
import dev.wartung.core.anatomy.Phase;
import dev.wartung.core.calibration.ReadWith;
import dev.wartung.core.drawing.GaugeDrawing;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.drawing.SectionDrawing.Handled;
import dev.wartung.core.measure.Entry;
import dev.wartung.core.measure.Quantity;
import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.progress.Progress;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.Jobs;
import dev.wartung.web.job.NoSuchJob;
import dev.wartung.web.job.Outcome;
import dev.wartung.web.job.UsualTimes;
import dev.wartung.web.job.apart.Apart;
import dev.wartung.web.job.closing.ClosingDesk;
import dev.wartung.web.note.BenchNotes;
import dev.wartung.web.photo.ValvePhotos;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.stores.GreaseStore;
import dev.wartung.web.stores.Lot;
import dev.wartung.web.stores.Stores;
import dev.wartung.web.technique.CloseUps;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Puts together what the bench shows. */
@Component
class Boards {

    private final Jobs jobs;
    private final Sheets sheets;
    private final GreaseStore greases;
    /** What a family calls the reading by which a valve is told from its tag and plate. */
    private static final String IDENTITY = "identity";

    private final ClosingDesk closing;
    private final Stores stores;
    private final ToolsAtHand atHand;
    private final LocksAtHand locks;
    private final BenchNotes notes;
    private final ValvePhotos photos;
    private final UsualTimes times;
    private final CloseUps closeUps;
    private final Apart apart;
    private final CurrentAccount current;

    Boards(
            Jobs jobs,
            Sheets sheets,
            GreaseStore greases,
            ClosingDesk closing,
            Stores stores,
            ToolsAtHand atHand,
            LocksAtHand locks,
            BenchNotes notes,
            ValvePhotos photos,
            UsualTimes times,
            CloseUps closeUps,
            Apart apart,
            CurrentAccount current) {
        this.jobs = jobs;
        this.sheets = sheets;
        this.greases = greases;
        this.closing = closing;
        this.stores = stores;
        this.atHand = atHand;
        this.locks = locks;
        this.notes = notes;
        this.photos = photos;
        this.times = times;
        this.closeUps = closeUps;
        this.apart = apart;
        this.current = current;
    }

    /** The bench as a job stands now, read at once. */
    @Transactional(readOnly = true)
    Board now(int number, Map<String, String> typed, Outcome outcome) {
        JobView view = jobs.view(number).orElseThrow(() -> new NoSuchJob(number));
        return board(view, Optional.empty(), typed, outcome);
    }

    /**
     * @param look  id of an earlier step to look at; the current one if it is none
     * @param typed what stands in the fields, kept from the last try
     */
    Board board(JobView view, Optional<String> look, Map<String, String> typed, Outcome outcome) {
        Progress progress = view.progress();
        UnitSystem units = current.get().units();
        List<Step> path = path(progress);
        Optional<Step> now = progress.current();
        Optional<Step> lookedAt = look.flatMap(
                        id -> path.stream().filter(s -> s.id().equals(id)).findFirst())
                .filter(s -> progress.isConfirmed(s.id()));
        Optional<Step> step = lookedAt.or(() -> now);
        boolean identifies = step.stream().flatMap(s -> s.asks().stream()).anyMatch(a -> a.id().equals(IDENTITY));
        int index = step.map(path::indexOf).orElse(path.size());
        Progress shown = lookedAt.isPresent() ? before(view, lookedAt.get()) : progress;
        Optional<ToolForm> tools =
                lookedAt.isPresent() ? Optional.empty() : step.map(s -> atHand.at(s, typed, lastUsed(view)));
        SectionDrawing.Sections sections = sections(view, shown, step);
        return BoardBuilder.stagedBuilder()
                .view(view)
                .step(step)
                .looking(lookedAt.isPresent())
                .stepNumber(index + 1)
                .steps(path.size())
                .earlier(index > 0 ? Optional.of(path.get(index - 1).id()) : Optional.empty())
                .later(
                        lookedAt.isPresent() && index + 1 < path.size()
                                ? Optional.of(path.get(index + 1).id())
                                : Optional.empty())
                .phases(phases(path, step))
                .svg(sections.whole())
                .near(sections.near())
                .plates(EnergyPlate.of(view))
                .cloth(progress.bench().cloth())
                .coming(now.map(s -> coming(view, s)).orElse(List.of()))
                .aids(progress.bench().aids().stream()
                        .map(a -> a.replace('-', ' '))
                        .sorted()
                        .toList())
                .gauges(step.map(s -> gauges(s, typed, units)).orElse(Map.of()))
                .spread(
                        lookedAt.isPresent()
                                ? Optional.empty()
                                : step.flatMap(s -> spread(s, typed, units, ask -> readWith(tools, ask))))
                .typed(typed)
                .outcome(outcome)
                .failed(failed(step, typed, outcome, units, ask -> readWith(tools, ask)))
                .mine(view.job().holder().filter(current::is).isPresent())
                .hindrances(now.isEmpty() ? closing.hindrances(view) : List.of())
                .apart(apart.open(view.job()))
                .films(step.map(s -> new GreaseForm(s, greases.shelf(view.job().valve(), s), typed).lines())
                        .orElse(List.of()))
                .tools(tools.map(ToolForm::lines).orElse(List.of()))
                .readWith(readWith(tools, step))
                .usual(step.map(s -> times.said(view.job().valve().typeId(), s)).orElse(""))
                .tins(step.filter(s -> !s.films().isEmpty())
                        .map(s -> greases.onSite())
                        .orElse(List.of()))
                .takeFirst(step.filter(s -> s.kitCount() && lookedAt.isEmpty())
                        .map(s -> takeFirst(view))
                        .orElse(Map.of()))
                .locks(step.filter(s -> lookedAt.isEmpty())
                        .map(s -> locks.at(view, s))
                        .orElse(LocksAtHand.AtStep.NONE))
                .notes(step.map(s -> notes.at(
                                view.job().valve(), view.sheets().anatomy().id(), UsualTimes.operation(s.id())))
                        .orElse(List.of()))
                .identifies(identifies)
                .photos(identifies ? photos.of(view.job().valve()) : List.of())
                .closeUps(step.map(s -> closeUps.of(view.sheets().anatomy(), s.techniques()))
                        .orElse(List.of()))
                .units(units)
                .build();
    }

    private static Optional<ReadWith> readWith(Optional<ToolForm> tools, Ask ask) {
        return tools.flatMap(t -> t.readWith(ask));
    }

    private static Map<String, ReadWith> readWith(Optional<ToolForm> tools, Optional<Step> step) {
        Map<String, ReadWith> with = new LinkedHashMap<>();
        step.ifPresent(s -> s.asks().forEach(a -> readWith(tools, a).ifPresent(tool -> with.put(a.id(), tool))));
        return with;
    }

    /** What readings were last taken with in this job, by kind. */
    private Map<ToolKind, String> lastUsed(JobView view) {
        Map<ToolKind, String> last = new EnumMap<>(ToolKind.class);
        view.of(JobEvent.Confirmed.class).forEach(e -> last.putAll(e.tools()));
        return last;
    }

    private Map<String, Lot> takeFirst(JobView view) {
        Map<String, Lot> first = new LinkedHashMap<>();
        view.supplies().kit().ifPresent(kit -> stores.takeFirst(kit.id()).ifPresent(lot -> first.put(kit.id(), lot)));
        view.supplies().notInKit().stream()
                .filter(p -> !p.article().isEmpty())
                .forEach(p -> stores.takeFirst(p.article()).ifPresent(lot -> first.put(p.article(), lot)));
        return first;
    }

    /** All steps in the order they were and will be done. */
    private static List<Step> path(Progress progress) {
        List<Step> path =
                new ArrayList<>(progress.confirmed().stream().map(c -> c.step()).toList());
        progress.procedure().steps().stream()
                .filter(s -> !progress.isConfirmed(s.id()))
                .forEach(path::add);
        return path;
    }

    /** The job as it stood just before a confirmed step. */
    private static Progress before(JobView view, Step step) {
        int upTo = view.progress().confirmed().stream()
                .map(c -> c.step().id())
                .toList()
                .indexOf(step.id());
        List<Step> behind = view.progress().behind();
        int carried = behind.size() - view.progress().confirmed().size();
        return new Progress(
                view.sheets().anatomy().build(),
                view.configuration(),
                behind.subList(0, carried),
                view.progress().procedure(),
                view.progress().confirmed().subList(0, upTo));
    }

    private static List<Board.PhaseMark> phases(List<Step> path, Optional<Step> step) {
        List<Phase> present = path.stream().map(Step::phase).distinct().sorted().toList();
        return present.stream()
                .map(p -> new Board.PhaseMark(
                        p,
                        step.isEmpty() || p.compareTo(step.get().phase()) < 0
                                ? "done"
                                : p == step.get().phase() ? "now" : "to-come"))
                .toList();
    }

    private static List<Part> coming(JobView view, Step step) {
        // what goes back in the same step never lies on the cloth
        return step.acts().stream()
                .filter(a -> a.verb() == Verb.TAKE && !step.acts().contains(Act.of(Verb.PUT_BACK, a.object())))
                .flatMap(a -> view.build().part(a.object()).stream())
                .toList();
    }

    private static Map<String, String> gauges(Step step, Map<String, String> typed, UnitSystem units) {
        Map<String, String> gauges = new LinkedHashMap<>();
        for (Ask ask : step.asks()) {
            if (ask instanceof Measurement once) {
                once.band()
                        .ifPresent(limits ->
                                gauges.put(ask.id(), GaugeDrawing.svg(limits, reading(once, typed, units), units)));
            }
        }
        return gauges;
    }

    /** The reading taken at several places that is to be taken now: the first that is not complete, else the last. */
    static Optional<SpreadView> spread(
            Step step, Map<String, String> typed, UnitSystem units, Function<Ask, Optional<ReadWith>> readWith) {
        List<SpreadView> all = step.asks().stream()
                .filter(AtPlaces.class::isInstance)
                .map(a -> SpreadView.of((AtPlaces) a, typed, units, readWith.apply(a)))
                .toList();
        return all.stream().filter(v -> !v.complete()).findFirst().or(() -> all.stream()
                .reduce((a, b) -> b));
    }

    static Optional<Quantity> reading(Measurement ask, Map<String, String> typed, UnitSystem units) {
        return StepForm.read(
                                ask,
                                typed.getOrDefault(StepFields.READING + ask.id(), ""),
                                new WrenchForm(typed, ask.toolOffsetM(), units),
                                units)
                        instanceof Entry.Understood understood
                ? Optional.of(understood.quantity())
                : Optional.empty();
    }

    private static Map<String, Answer> failed(
            Optional<Step> step,
            Map<String, String> typed,
            Outcome outcome,
            UnitSystem units,
            Function<Ask, Optional<ReadWith>> readWith) {
        Map<String, Answer> failed = new LinkedHashMap<>();
        step.ifPresent(s -> s.asks().stream()
                .filter(a -> outcome.open().contains(a.id()))
                .forEach(ask -> failed.put(ask.id(), answered(ask, typed, units, readWith.apply(ask)))));
        return failed;
    }

    private static Answer answered(Ask ask, Map<String, String> typed, UnitSystem units, Optional<ReadWith> with) {
        return ask.in(new Ask.Cases<>() {
            @Override
            public Answer measurement(Measurement once) {
                Quantity read = reading(once, typed, units).orElseThrow();
                return Answer.measured(once.id(), once.ask(), read, once.judge(read, with));
            }

            @Override
            public Answer atPlaces(AtPlaces places) {
                List<Quantity> read = new SpreadForm(places, typed, units).read();
                return Answer.each(places.id(), places.ask(), read, places.judge(read, with));
            }

            @Override
            public Answer observation(Observation seen) {
                String answer = typed.getOrDefault(StepFields.READING + seen.id(), "");
                return Answer.seen(seen.id(), seen.ask(), answer, seen.judge(answer));
            }
        });
    }

    private SectionDrawing.Sections sections(JobView view, Progress shown, Optional<Step> step) {
        List<String> marks = step.map(Step::marks).orElse(List.of());
        Handled handled = step.map(s -> Handled.of(s.acts())).orElse(Handled.NOTHING);
        SectionDrawing drawing = sheets.drawing(view.sheets(), shown.bench().configuration());
        List<String> renews = view.supplies().toCount().stream()
                .filter(p -> p.used())
                .map(p -> p.part())
                .toList();
        SectionDrawing.View what = new SectionDrawing.View(
                renews,
                marks,
                BenchCallOuts.of(
                        view,
                        shown.bench(),
                        marks,
                        renews,
                        handled,
                        current.get().units()),
                shown.positionBeforeLast(),
                handled);
        String tag = view.job().valve().tag();
        return drawing.sections(
                shown.bench(),
                what,
                "Section of " + tag + " as it stands at this step",
                "Section of " + tag + " where the work is");
    }
}
