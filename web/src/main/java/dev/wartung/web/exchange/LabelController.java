package dev.wartung.web.exchange;

import dev.wartung.web.address.PublicAddress;
import dev.wartung.web.document.Documents;
import dev.wartung.web.document.QrCode;
import dev.wartung.web.valve.Valve;
import dev.wartung.web.valve.Valves;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.springframework.data.domain.Sort;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Labels for valves: a code that opens the valve's page, and its tag for the eye. */
@Controller
class LabelController {

    private static final int MOST = 480;
    private static final int ACROSS = 3;

    private final PublicAddress address;
    private final Valves valves;
    private final Documents documents;

    LabelController(Valves valves, Documents documents, PublicAddress address) {
        this.address = address;
        this.valves = valves;
        this.documents = documents;
    }

    /** A label on the sheet. */
    public record Label(String tag, String service, String type, String code) {}

    /** An A4 sheet of 3 by 8 labels of 70 by 37 mm, of an area, a line or single valves. */
    @GetMapping("/labels.pdf")
    ResponseEntity<byte[]> sheet(
            @RequestParam(defaultValue = "") List<String> tag,
            @RequestParam(defaultValue = "") String area,
            @RequestParam(defaultValue = "") String line) {
        List<Label> labels = valves.findAll(Sort.by("area", "line", "place", "tag")).stream()
                .filter(v -> tag.isEmpty()
                        ? v.state().inUse()
                                && (area.isEmpty() || v.area().equals(area))
                                && (line.isEmpty() || v.line().equals(line))
                        : tag.contains(v.tag()))
                .limit(MOST)
                .map(this::label)
                .toList();
        if (labels.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        List<List<Label>> rows = new ArrayList<>();
        for (int i = 0; i < labels.size(); i += ACROSS) {
            rows.add(labels.subList(i, Math.min(labels.size(), i + ACROSS)));
        }
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"labels.pdf\"")
                .body(documents.pdf("labels-pdf", Map.of("rows", rows)));
    }

    /** One code, to be put into a drawing of one's own. */
    @GetMapping("/valves/{tag}/label.svg")
    ResponseEntity<String> code(@PathVariable String tag) {
        Valve valve =
                valves.findByTagIgnoreCase(tag).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("image/svg+xml"))
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .body(label(valve).code());
    }

    private Label label(Valve valve) {
        String link = address.builder().pathSegment("valves", valve.tag()).toUriString();
        return new Label(valve.tag(), valve.service(), valve.typeName(), QrCode.svg(link, 100));
    }
}
