package dev.wartung.web.record;

import dev.wartung.core.anatomy.Part;
import dev.wartung.core.message.Message;
import dev.wartung.core.progress.Answer;
import dev.wartung.core.progress.CountedIn;
import dev.wartung.core.progress.Greased;
import dev.wartung.core.progress.Judgement;
import dev.wartung.core.progress.Signature;
import dev.wartung.web.device.RunFiles;
import dev.wartung.web.job.Job;
import java.util.List;
import java.util.Map;

/**
 * What is left of a job: what was done, read, fitted, noted and by whom.
 *
 * @param ending        how it ended, and what that makes of the valve
 * @param svg      the valve as it was left
 * @param lines    what happened, in order
 * @param readings every reading that stands, with its verdict
 * @param fitted   new parts that went in, with their lots
 * @param leftOver pieces counted in that were not fitted
 * @param cloth    what still lies on the cloth; empty for a closed job
 * @param greases  what was used
 * @param rechecks looks that became due
 * @param remark   said when the job was closed
 * @param judgement what was found
 * @param photos   by id: the photo itself, as an address that needs no server
 * @param changed  what the job made of the valve, before and after; empty where it is what it was
 * @param proven   proving runs made in the job, in their order
 * @param tools    measuring tools the readings were taken with
 * @param signatures under the job
 * @param corrections written since, in their order
 * @param hash     of the record, in full; empty where there is none yet
 */
public record ServiceReport(
        Job job,
        String ending,
        String svg,
        Map<String, String> configuration,
        List<Line> lines,
        List<Reading> readings,
        List<CountedIn> fitted,
        List<CountedIn> leftOver,
        List<Part> cloth,
        List<Greased> greases,
        List<String> rechecks,
        String remark,
        Judgement judgement,
        Map<String, String> photos,
        List<Changed> changed,
        List<RunFiles.Told> proven,
        List<String> tools,
        List<Signature> signatures,
        List<RecordDesk.Correction> corrections,
        String hash) {

    /** One thing the job changed about the valve. */
    public record Changed(String what, String before, String after) {}

    /** Something that happened: when (already written out), by whom, what, and whether it needs a reader's eye. */
    public record Line(String when, String who, Message what, Message detail, boolean notable) {}

    /** A reading that stands. */
    public record Reading(Message step, Answer answer, Message limits, String who) {}
}
