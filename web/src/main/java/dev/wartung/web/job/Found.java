package dev.wartung.web.job;

import dev.wartung.core.inspection.Finding;
import dev.wartung.core.procedure.Procedure;
import java.util.Optional;

/**
 * What is kept of a finding.
 *
 * @param atHand    the new part, where one has to be fitted and is here
 * @param procedure the job as it goes on with that part in it; empty where nothing changed
 */
record Found(Finding finding, Optional<CountedIn> atHand, Optional<Procedure> procedure) {}
