package dev.wartung.web.app;

import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.BoundingBox;
import java.util.Locale;

/** A finger on the glass, as the browser's own touch events have it: it may take the finger to push the page with it. */
public final class Finger {

    private static final int STEPS = 10;

    private Finger() {}

    /** Drags something straight up or down, to the height of something else. */
    public static void drag(Page page, Locator what, Locator to) {
        to.scrollIntoViewIfNeeded();
        what.scrollIntoViewIfNeeded();
        BoundingBox begin = what.boundingBox();
        double x = begin.x + begin.width / 2;
        double y = begin.y + begin.height / 2;
        double down = to.boundingBox().y + to.boundingBox().height / 2 - y;
        CDPSession hand = page.context().newCDPSession(page);
        hand.send("Emulation.setTouchEmulationEnabled", json("{'enabled': true}"));
        for (int i = 0; i <= STEPS; i++) {
            hand.send(
                    "Input.dispatchTouchEvent",
                    json(String.format(
                            Locale.ROOT,
                            "{'type': '%s', 'touchPoints': [{'x': %f, 'y': %f}]}",
                            i == 0 ? "touchStart" : "touchMove",
                            x,
                            y + down * i / STEPS)));
        }
        hand.send("Input.dispatchTouchEvent", json("{'type': 'touchEnd', 'touchPoints': []}"));
    }

    private static JsonObject json(String text) {
        return JsonParser.parseString(text).getAsJsonObject();
    }
}
