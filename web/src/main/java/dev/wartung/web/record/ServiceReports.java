package dev.wartung.web.record;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.drawing.SectionDrawing;
import dev.wartung.core.measure.Band;
import dev.wartung.core.message.Message;
import dev.wartung.core.procedure.Ask;
import dev.wartung.core.procedure.Ask.AtPlaces;
import dev.wartung.core.procedure.Ask.Measurement;
import dev.wartung.core.procedure.Ask.Observation;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.JobEvent;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.job.Job;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.findings.FindingsDesk;
import dev.wartung.web.page.Dates;
import dev.wartung.web.record.ServiceReport.Changed;
import dev.wartung.web.record.ServiceReport.Reading;
import dev.wartung.web.sheet.Sheets;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Writes service reports from ended jobs. */
@Component
class ServiceReports {

    private final FindingsDesk judging;
    private final Sheets sheets;
    private final RunFiles proving;
    private final RecordDesk book;
    private final Dates dates;

    ServiceReports(FindingsDesk judging, Sheets sheets, RunFiles proving, RecordDesk book, Dates dates) {
        this.judging = judging;
        this.sheets = sheets;
        this.proving = proving;
        this.book = book;
        this.dates = dates;
    }

    private static String after(int days) {
        return days == 0 ? "the same day" : days == 1 ? "after a day" : "after " + days + " days";
    }

    ServiceReport of(JobView view) {
        Job job = view.job();
        String svg = sheets.drawing(view.sheets(), view.progress().bench().configuration())
                .svg(
                        view.progress().bench(),
                        SectionDrawing.View.PLAIN,
                        job.valve().tag() + " as it was left");
        List<CountedIn> fitted = view.countedIn().stream()
                .filter(c -> view.progress().bench().isNew(c.part()))
                .toList();
        List<CountedIn> left = view.countedIn().stream()
                .filter(c -> !view.progress().bench().isNew(c.part()))
                .toList();
        String remark = Stream.concat(
                        view.of(JobEvent.Closed.class).map(JobEvent.Closed::remark),
                        view.of(JobEvent.Stopped.class).map(JobEvent.Stopped::reason))
                .findFirst()
                .orElse("");
        Procedure procedure = view.progress().procedure();
        return new ServiceReport(
                job,
                view.ending(),
                svg,
                view.sheets().anatomy().inWords(view.progress().bench().configuration()),
                ReportLines.of(view, dates),
                readings(view),
                fitted,
                left,
                view.progress().bench().cloth(),
                greased(view),
                procedure.rechecks().stream()
                        .map(r -> r.name() + ": " + after(r.afterDays()))
                        .toList(),
                remark,
                view.judgement(),
                photos(view),
                changed(view),
                proving.ofJob(job.number()),
                view.of(JobEvent.Confirmed.class)
                        .flatMap(e -> e.tools().entrySet().stream()
                                .map(t -> t.getKey().words() + " " + t.getValue()))
                        .distinct()
                        .sorted()
                        .toList(),
                book.signatures(job.number()),
                book.corrections(job.number()),
                book.of(job.number()).stream()
                        .map(RecordDesk.Kept::hash)
                        .findFirst()
                        .orElse(""));
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

    private Map<String, String> photos(JobView view) {
        return view.judgement().findings().stream()
                .flatMap(f -> f.photo().stream())
                .collect(Collectors.toMap(
                        id -> id,
                        id -> "data:image/jpeg;base64,"
                                + Base64.getEncoder()
                                        .encodeToString(judging.photo(UUID.fromString(id))
                                                .orElseThrow())));
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
                        return limits(once.band());
                    }

                    @Override
                    public Message atPlaces(AtPlaces places) {
                        return places.band().map(ServiceReports::limits).orElse(Message.NONE);
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
