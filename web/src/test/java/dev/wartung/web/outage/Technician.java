package dev.wartung.web.outage;

import dev.wartung.web.qualify.Visitor;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.Map;

/** Somebody at a bench who does not give up: logs in again when asked to, and sends the same form until it is answered. */
public final class Technician extends Visitor {

    public Technician(String base, String name, String password) {
        super(base, name, password);
    }

    /**
     * Sends a form again and again until it is answered by a page or a redirect: the same form, so that done twice is
     * done once. An answer that only says “later” (502, 503), a broken
     * connection and a lost login are what is waited out.
     */
    public HttpResponse<String> sendUntilAnswered(String path, Map<String, String> fields) throws InterruptedException {
        while (true) {
            try {
                HttpResponse<String> answer = post(path, fields);
                boolean loggedOut = answer.statusCode() == 401
                        || answer.statusCode() == 403
                        || answer.headers().firstValue("Location").orElse("").contains("/login");
                if (loggedOut) {
                    login();
                } else if (answer.statusCode() != 502 && answer.statusCode() != 503) {
                    return answer;
                }
            } catch (IOException e) {
                // broken on the way: sent again below
            }
            Thread.sleep(200);
        }
    }
}
