package dev.wartung.web.address;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;

/**
 * Nobody takes more than half of the threads that answer: requests from one address beyond that are told to come again.
 * Somebody who sends slowly holds a thread for as long as it takes, and may have hundreds of connections.
 */
final class FairShare extends ValveBase {

    private static final int COME_AGAIN = 503;
    private static final String IN_SECONDS = "2";

    private final int most;
    private final Map<String, Integer> underWay = new ConcurrentHashMap<>();

    /** @param most requests from one address at a time */
    FairShare(int most) {
        super(true);
        this.most = most;
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        String from = request.getRemoteAddr();
        int now = underWay.merge(from, 1, Integer::sum);
        try {
            if (now > most) {
                response.setHeader("Retry-After", IN_SECONDS);
                response.setHeader("Connection", "close");
                // what is still to come is not waited for
                request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
                response.setStatus(COME_AGAIN);
                response.setContentType("text/plain;charset=UTF-8");
                response.getWriter().write("Too much at once from this address. Try again in a moment.");
            } else {
                getNext().invoke(request, response);
            }
        } finally {
            underWay.computeIfPresent(from, (address, count) -> count == 1 ? null : count - 1);
        }
    }
}
