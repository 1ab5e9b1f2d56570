package dev.wartung.core.drawing;

import dev.wartung.core.text.PlainText;

/** Text made safe for XML content and attributes. */
final class Xml {

    private Xml() {}

    static String text(String text) {
        return PlainText.shown(text)
                .replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
