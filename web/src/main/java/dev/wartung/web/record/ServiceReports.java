package dev.wartung.web.record;

import dev.wartung.core.progress.Signature;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.findings.FindingsDesk;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;

/** Service reports to be shown and printed: what was sealed, with its drawing and photos, and what was written since. */
@Component
class ServiceReports {

    private final FindingsDesk judging;
    private final ReportWriter writer;
    private final DrawingStore drawings;
    private final RecordDesk book;
    private final Reviews reviews;

    ServiceReports(FindingsDesk judging, ReportWriter writer, DrawingStore drawings, RecordDesk book, Reviews reviews) {
        this.reviews = reviews;
        this.judging = judging;
        this.writer = writer;
        this.drawings = drawings;
        this.book = book;
    }

    /**
     * A report and what goes with it.
     *
     * @param says        what was sealed
     * @param svg         the valve as it was left
     * @param photos      by id: the photo itself, as an address that needs no server
     * @param signatures  under the job
     * @param corrections written since, in their order
     * @param reviews     signed since
     * @param waitsSince  since when it waits for a review; empty where it does not
     * @param hash        of the record, in full; empty where there is none
     * @param fromRows    sealed before records held their report: written from the rows, which {@code verify} holds
     *     against the record
     * @param troubles    what is not as it was sealed, in words; empty if all is
     */
    record Printed(
            ServiceReport says,
            String svg,
            Map<String, String> photos,
            List<Signature> signatures,
            List<RecordDesk.Correction> corrections,
            List<Reviews.Review> reviews,
            Optional<Instant> waitsSince,
            String hash,
            boolean fromRows,
            List<String> troubles) {}

    Printed of(JobView view) {
        int number = view.job().number();
        Optional<RecordDesk.Kept> kept = book.of(number).stream().findFirst();
        Optional<ServiceReport> sealed = kept.flatMap(k -> RecordContent.report(k.says()));
        // sealed before records held their report: what is not sealed is not kept either
        ReportWriter.Written shown = sealed.map(says -> new ReportWriter.Written(says, drawings.svg(says.drawing())))
                .orElseGet(() -> writer.of(view));
        Map<String, String> photos = photos(shown.says());
        return new Printed(
                shown.says(),
                shown.svg(),
                photos,
                book.signatures(number),
                book.corrections(number),
                reviews.of(number),
                reviews.waitsSince(number),
                kept.map(RecordDesk.Kept::hash).orElse(""),
                sealed.isEmpty(),
                kept.map(k -> troubles(k, shown, photos)).orElse(List.of()));
    }

    /** What a reader should know before believing the paper: the text is not what was sealed, or a picture is not. */
    private List<String> troubles(RecordDesk.Kept kept, ReportWriter.Written shown, Map<String, String> photos) {
        List<String> found = new ArrayList<>();
        if (!RecordContent.hash(kept.content()).equals(kept.hash())) {
            found.add("The record does not have the hash of its content: it was changed.");
        }
        if (!DrawingStore.digest(shown.svg()).equals(shown.says().drawing())) {
            found.add("The drawing is not the one that was sealed.");
        }
        for (JsonNode photo : kept.says().path("photos")) {
            String data = photos.get(photo.path("id").asString());
            if (data != null
                    && !DigestUtils.sha256Hex(Base64.getDecoder().decode(data.substring(data.indexOf(',') + 1)))
                            .equals(photo.path("sha256").asString())) {
                found.add("A photo is not the one that was sealed.");
            }
        }
        return List.copyOf(found);
    }

    private Map<String, String> photos(ServiceReport says) {
        return says.judgement().findings().stream()
                .flatMap(f -> f.photo().stream())
                .distinct()
                .collect(Collectors.toMap(id -> id, id -> judging.photo(UUID.fromString(id))
                        .map(jpeg ->
                                "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(jpeg))
                        .orElse("")));
    }
}
