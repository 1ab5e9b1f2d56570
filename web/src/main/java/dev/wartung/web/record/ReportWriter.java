package dev.wartung.web.record;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.measure.Band;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.core.simulation.Bench;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.record.ServiceReport.Changed;
import dev.wartung.web.record.ServiceReport.OfJob;
import dev.wartung.web.record.ServiceReport.Reading;
import dev.wartung.web.sheet.Sheets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Writes what a service report says of a job that ended. */
@Component
class ReportWriter {

    private final Sheets sheets;
    private final RunFiles proving;

    ReportWriter(Sheets sheets, RunFiles proving) {
        this.sheets = sheets;
        this.proving = proving;
    }

    /** A report, and the drawing that it names by its digest. */
    record Written(ServiceReport says, String svg) {}

    /** Of a job as it stands. */
    Written of(JobView view) {
        Bench bench = view.progress().bench();
        String svg = sheets.drawing(view.sheets(), bench.configuration())
                .svg(bench, SectionDrawing.View.PLAIN, "The valve as it was left");
        Job job = view.job();
        ServiceReport says = new ServiceReport(
                new OfJob(
                        job.number(),
                        job.title(),
                        job.state(),
                        job.valve().tag(),
                        job.valve().typeName(),
                        job.valve().service(),
                        view.ending()),
                DrawingStore.digest(svg),
                view.sheets().anatomy().inWords(bench.configuration()).entrySet().stream()
                        .map(e -> new ServiceReport.Fact(e.getKey(), e.getValue()))
                        .toList(),
                ReportLines.of(view),
                readings(view),
                view.countedIn().stream().filter(c -> bench.isNew(c.part())).toList(),
                view.countedIn().stream().filter(c -> !bench.isNew(c.part())).toList(),
                bench.cloth().stream().map(Part::name).toList(),
                greased(view),
                view.progress().procedure().rechecks().stream()
                        .map(r -> r.name() + ": " + after(r.afterDays()))
                        .toList(),
                Stream.concat(
                                view.of(JobEvent.Closed.class).map(JobEvent.Closed::remark),
                                view.of(JobEvent.Stopped.class).map(JobEvent.Stopped::reason))
                        .findFirst()
                        .orElse(""),
                view.judgement(),
                changed(view),
                proving.ofJob(job.number()),
                view.of(JobEvent.Confirmed.class)
                        .flatMap(e -> e.tools().entrySet().stream()
                                .map(t -> t.getKey().words() + " " + t.getValue()))
                        .distinct()
                        .sorted()
                        .toList());
        return new Written(says, svg);
    }

    private static String after(int days) {
        return days == 0 ? "the same day" : days == 1 ? "after a day" : "after " + days + " days";
    }

    private static List<Changed> changed(JobView view) {
        Map<String, String> before = view.sheets().anatomy().inWords(view.configuration());
        Map<String, String> after =
                view.sheets().anatomy().inWords(view.progress().bench().configuration());
        return after.entrySet().stream()
                .filter(e -> !e.getValue().equals(before.get(e.getKey())))
                .map(e -> new Changed(e.getKey(), before.getOrDefault(e.getKey(), ""), e.getValue()))
                .toList();
    }

    /** Every film of the steps that stand, once for each tin. */
    private static List<Greased> greased(JobView view) {
        Map<String, List<Greased>> byTin = view.standing().greased().stream()
                .collect(Collectors.groupingBy(
                        g -> g.grease() + g.lot() + g.against() + g.accepted(),
                        LinkedHashMap::new,
                        Collectors.toList()));
        return byTin.values().stream()
                .map(same -> new Greased(
                        same.stream()
                                .map(g -> Part.inSentence(g.part()))
                                .distinct()
                                .collect(Collectors.joining(", ")),
                        same.get(0).grease(),
                        same.get(0).lot(),
                        same.get(0).registration(),
                        same.get(0).against(),
                        same.get(0).accepted()))
                .toList();
    }

    private static List<Reading> readings(JobView view) {
        Map<String, String> who = view.entries().stream()
                .filter(e ->
                        e.event() instanceof JobEvent.Confirmed && e.stepId().isPresent())
                .collect(Collectors.toMap(e -> e.stepId().get(), e -> e.by().name(), (a, b) -> b));
        return view.progress().confirmed().stream()
                .flatMap(c -> c.answers().stream()
                        .map(a -> new Reading(
                                c.step().say(),
                                a,
                                limits(c.step(), a),
                                who.getOrDefault(c.step().id(), ""))))
                .toList();
    }

    private static Message limits(Step step, Answer answer) {
        Optional<Ask> asked =
                step.asks().stream().filter(a -> a.id().equals(answer.ask())).findFirst();
        return asked.map(ask -> ask.in(new Ask.Cases<Message>() {
                    @Override
                    public Message measurement(Measurement once) {
                        return once.band().map(ReportWriter::limits).orElse(Message.NONE);
                    }

                    @Override
                    public Message atPlaces(AtPlaces places) {
                        return places.band().map(ReportWriter::limits).orElse(Message.NONE);
                    }

                    @Override
                    public Message observation(Observation seen) {
                        return seen.expected().map(Message::words).orElse(Message.NONE);
                    }
                }))
                .orElse(Message.NONE);
    }

    private static Message limits(Band band) {
        return Message.of("report.limits", "{limits}", "limits", band);
    }
}
