package dev.wartung.core.drawing;

/** Text made safe for XML content and attributes. */
final class Xml {

    private Xml() {}

    static String text(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;").replace("\"", "&quot;");
    }
}
