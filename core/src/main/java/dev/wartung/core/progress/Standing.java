package dev.wartung.core.progress;

import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.procedure.Procedure;
import dev.wartung.core.procedure.Step;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Where a job stands because of what happened in it.
 *
 * @param configuration what the valve was when the job began; a corrected record counts from the beginning
 * @param procedure     what is to be done, as it was derived last
 * @param renews        ids of all parts it renews
 * @param steps         every step the job ever had, by id: also those left for a way back
 * @param confirmed     in order, without what was taken back
 * @param countedIn     pieces that were counted in, in order
 * @param greased       films that were laid on, in order
 * @param second        who agreed last to a step that takes two people, if anybody had to
 * @param judgement     what was found, and what follows from it
 */
public record Standing(
        ValveConfiguration configuration,
        Procedure procedure,
        List<String> renews,
        Map<String, Step> steps,
        List<Confirmation> confirmed,
        List<CountedIn> countedIn,
        List<Greased> greased,
        Optional<String> second,
        Judgement judgement) {}
