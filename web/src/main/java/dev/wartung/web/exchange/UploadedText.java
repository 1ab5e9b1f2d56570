package dev.wartung.web.exchange;

import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** What somebody sent, as text. */
final class UploadedText {

    private UploadedText() {}

    /** What is wrong with a file as a whole, in words for whoever brings it. */
    static final class Unreadable extends Exception {
        Unreadable(String why) {
            super(why);
        }
    }

    /**
     * Reads it.
     *
     * @param named what it is called in what is said
     */
    static String of(String named, byte[] bytes) throws Unreadable {
        try {
            String text = StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes))
                    .toString();
            if (text.indexOf('\0') >= 0) {
                throw new Unreadable(named + " is no text.");
            }
            return text;
        } catch (CharacterCodingException e) {
            throw new Unreadable(named + " is not written in UTF-8. Save it as UTF-8 and try again.");
        }
    }
}
