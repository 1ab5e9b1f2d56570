package dev.wartung.web.record;

import dev.wartung.core.message.Message;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.Judgement;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.job.JobState;
import java.time.Instant;
import java.util.List;

/**
 * What a service report says of a job: what was done, read, fitted, noted and by whom. Written once, as the job ends,
 * and sealed with its record; whoever prints it later prints this, and not what the rows have become since.
 *
 * @param job       which job, on which valve, and how it ended
 * @param drawing   digest of the drawing of the valve as it was left ({@link DrawingStore})
 * @param lines     what happened, in order
 * @param readings  every reading that stands, with its verdict
 * @param fitted    new parts that went in, with their lots
 * @param leftOver  pieces counted in that were not fitted
 * @param cloth     names of what still lies on the cloth; empty for a closed job
 * @param greases   what was used
 * @param rechecks  looks that became due
 * @param remark    said when the job was closed, or why it was stopped
 * @param judgement what was found
 * @param changed   what the job made of the valve, before and after; empty where it is what it was
 * @param proven    proving runs made in the job, in their order
 * @param tools     measuring tools the readings were taken with
 */
public record ServiceReport(
        OfJob job,
        String drawing,
        List<Fact> configuration,
        List<Line> lines,
        List<Reading> readings,
        List<CountedIn> fitted,
        List<CountedIn> leftOver,
        List<String> cloth,
        List<Greased> greases,
        List<String> rechecks,
        String remark,
        Judgement judgement,
        List<Changed> changed,
        List<RunFiles.Told> proven,
        List<String> tools) {

    /**
     * The job a report is of, named as it was then.
     *
     * @param type   the valve's type, in words
     * @param ending how it ended, and what that makes of the valve
     */
    public record OfJob(
            int number, String title, JobState state, String tag, String type, String service, String ending) {}

    /** One thing about the valve, in the order of its sheet. */
    public record Fact(String what, String is) {}

    /** One thing the job changed about the valve. */
    public record Changed(String what, String before, String after) {}

    /** Something that happened: when, by whom, what, and whether it needs a reader's eye. */
    public record Line(Instant at, String who, Message what, Message detail, boolean notable) {}

    /** A reading that stands. */
    public record Reading(Message step, Answer answer, Message limits, String who) {}
}
