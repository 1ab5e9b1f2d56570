package dev.wartung.web.job;

import dev.wartung.core.measure.UnitSystem;
import dev.wartung.web.document.Documents;
import dev.wartung.web.document.QrCode;
import java.util.Map;
import org.springframework.stereotype.Service;

/** Job cards to print, for where no screen may go. */
@Service
public class JobCards {

    private static final int CODE_SIZE = 90;

    private final Planning planning;
    private final Documents documents;

    JobCards(Planning planning, Documents documents) {
        this.planning = planning;
        this.documents = documents;
    }

    /** A PDF. @param base the address this application is reached at */
    public byte[] of(JobView view, UnitSystem units, String base) {
        return documents.pdf("job-card-pdf", Map.of("view", view, "job", view.job(), "figures", planning.figures(view.job().valve()), "greases", planning.greases(view.job().valve(), view.progress().procedure()),
                "units", units, "qr", QrCode.svg(base + "/jobs/" + view.job().number(), CODE_SIZE)));
    }
}
