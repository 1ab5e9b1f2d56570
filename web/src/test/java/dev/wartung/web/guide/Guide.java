package dev.wartung.web.guide;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A guide in docs/, read for the blocks in it that can be executed. */
record Guide(List<Block> blocks) {

    private static final Pattern FENCED = Pattern.compile("(?ms)^```(\\S+)(?: ([^\\n]*))?\\n(.*?)^```$");

    /**
     * A fenced block.
     *
     * @param kind its language
     * @param about what else stands behind the fence
     */
    record Block(String kind, String about, String text) {}

    static Guide read(String name) throws IOException {
        Matcher fenced = FENCED.matcher(Files.readString(Path.of("../docs", name)));
        List<Block> blocks = new ArrayList<>();
        while (fenced.find()) {
            blocks.add(new Block(fenced.group(1), fenced.group(2) == null ? "" : fenced.group(2), fenced.group(3)));
        }
        return new Guide(List.copyOf(blocks));
    }
}
