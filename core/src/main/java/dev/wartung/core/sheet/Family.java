package dev.wartung.core.sheet;

import dev.wartung.core.anatomy.AnatomySheet;
import dev.wartung.core.anatomy.TypeSheet;
import dev.wartung.core.drawing.DrawingTemplate;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.TreeMap;

/**
 * A valve family as somebody brings it: what it is, how it is drawn, and the types of it.
 *
 * @param anatomy     the family
 * @param anatomyText the sheet, with the fragments it uses written into it: it stands alone, whatever becomes of them
 * @param drawing     the section drawing
 * @param drawingText the drawing, with what it includes put in
 * @param types       type sheets of the family by their ids: one at least
 * @param typeTexts   their texts by the same ids
 * @param techniques  texts of techniques of its own, by their ids: each with what it includes put in
 */
public record Family(
        AnatomySheet anatomy,
        String anatomyText,
        DrawingTemplate drawing,
        String drawingText,
        Map<String, TypeSheet> types,
        Map<String, String> typeTexts,
        Map<String, String> techniques) {

    public Family {
        types = new TreeMap<>(types);
        typeTexts = new LinkedHashMap<>(typeTexts);
        techniques = new TreeMap<>(techniques);
    }
}
