package dev.wartung.web.job.bench;

import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.procedure.Step;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.site.Site;
import dev.wartung.web.tool.Toolbox;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The site's measuring tools held against what a step reads, by the site's rule. */
@Component
class ToolsAtHand {

    private final Toolbox toolbox;
    private final Site site;
    private final CurrentAccount current;
    private final Clock clock;

    ToolsAtHand(Toolbox toolbox, Site site, CurrentAccount current, Clock clock) {
        this.toolbox = toolbox;
        this.site = site;
        this.current = current;
        this.clock = clock;
    }

    /** @param last what was used before in the job, by kind: taken to be in hand still */
    ToolForm at(Step step, Map<String, String> typed, Map<ToolKind, String> last) {
        return new ToolForm(
                step,
                toolbox.ready(),
                typed,
                last,
                new ToolForm.Rule(
                        LocalDate.now(clock),
                        site.guardsReadings(),
                        current.get().units()));
    }
}
