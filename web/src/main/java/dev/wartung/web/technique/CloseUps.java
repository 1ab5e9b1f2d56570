package dev.wartung.web.technique;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.drawing.Technique;
import dev.wartung.web.sheet.Sheets;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Finds the techniques that steps name. */
@Component
public class CloseUps {

    private final Sheets sheets;

    CloseUps(Sheets sheets) {
        this.sheets = sheets;
    }

    /**
     * What is called, in order. A job kept from long ago may name what is not there any more, or not so: that is not
     * shown.
     *
     * @param family whose own techniques come first
     * @param calls  "lip-seal pressure=product"
     */
    public List<CloseUp> of(AnatomySheet family, Collection<String> calls) {
        Map<String, Technique> techniques = sheets.techniques(family);
        return calls.stream()
                .map(Technique.Call::of)
                .flatMap(call -> Stream.ofNullable(techniques.get(call.id()))
                        .filter(t -> t.misfits(call.chosen()).isEmpty())
                        .map(t -> CloseUp.of(t, call.chosen())))
                .toList();
    }
}
