package dev.wartung.web.job.bench;

import dev.wartung.core.inspection.Inspection.Kind;
import dev.wartung.core.inspection.Inspection.Point;
import dev.wartung.core.inspection.Inspection.Rule;
import dev.wartung.core.message.Wording;
import dev.wartung.web.job.JobView;
import dev.wartung.web.job.findings.FindingsDesk;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What can be looked at along the way, and by which rules it is decided: as data that is compared without network. */
final class AheadLooks {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final Map<String, Point> points = new LinkedHashMap<>();

    /** @return JSON: parts that can be looked at where the job stands, each with its points */
    String exposed(JobView view) {
        ArrayNode all = JSON.createArrayNode();
        for (FindingsDesk.LookAt look : FindingsDesk.looks(view)) {
            ArrayNode on = all.addObject()
                    .put("part", look.part().id())
                    .put("name", look.part().name())
                    .putArray("points");
            look.points().forEach(point -> {
                points.put(point.id(), point);
                on.add(point.id());
            });
        }
        return JSON.writeValueAsString(all);
    }

    /** @return JSON: every point met so far, with what may be found there and what follows */
    String points(Wording wording) {
        ObjectNode all = JSON.createObjectNode();
        for (Point point : points.values()) {
            ArrayNode kinds = all.putObject(point.id())
                    .put("name", point.name())
                    .put("look", point.look())
                    .putArray("kinds");
            point.findings().forEach(kind -> kinds.add(kind(kind, wording)));
        }
        return JSON.writeValueAsString(all);
    }

    private static ObjectNode kind(Kind kind, Wording wording) {
        ObjectNode each = JSON.createObjectNode()
                .put("id", kind.id())
                .put("name", kind.name())
                .put("sized", kind.sized())
                .put("directed", kind.directed());
        ArrayNode rules = each.putArray("rules");
        for (Rule rule : kind.rules()) {
            ObjectNode one = rules.addObject()
                    .put("decision", rule.decision().name())
                    .put("words", rule.decision().words())
                    .put("reason", wording.of(rule.reason()));
            rule.direction().ifPresent(d -> one.put("direction", d.name()));
            rule.upToMm().ifPresent(mm -> one.put("upTo", mm / 1000));
        }
        return each;
    }
}
