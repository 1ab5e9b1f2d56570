package dev.wartung.core.text;

import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.api.LoadSettingsBuilder;

/** How YAML that somebody wrote is read. */
public final class YamlSettings {

    private YamlSettings() {}

    /**
     * Settings for one text, without aliases of collections, which could make it endless. It is read in one block:
     * snakeyaml-engine 3.0.1 breaks off where a character of two code units lies on a border of its blocks.
     *
     * @param text the whole text
     */
    public static LoadSettingsBuilder of(String text) {
        // one for the second code unit of a last character, one that the engine keeps free
        return LoadSettings.builder().setMaxAliasesForCollections(0).setBufferSize(text.length() + 2);
    }
}
