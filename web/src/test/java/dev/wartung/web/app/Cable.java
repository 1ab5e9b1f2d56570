package dev.wartung.web.app;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/**
 * What lies between a browser and the application, and can be cut: at once and altogether, or so that what is asked
 * still arrives and the answer does not.
 */
public final class Cable implements AutoCloseable {

    /** How the cable is. */
    public enum State {
        WHOLE,
        /** Questions arrive, answers are lost. */
        DEAF,
        CUT
    }

    private final ServerSocket here;
    private final URI there;
    private final ExecutorService ends = Executors.newCachedThreadPool();
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private volatile State state = State.WHOLE;

    public Cable(String application) throws IOException {
        there = URI.create(application);
        here = new ServerSocket(0, 200, InetAddress.getByName("127.0.0.1"));
        ends.submit(this::accept);
    }

    /** Where a browser asks. */
    public String base() {
        return "http://127.0.0.1:" + here.getLocalPort();
    }

    /** What is open is cut; what is asked from now on finds it so. */
    public void is(State next) {
        state = next;
        if (next != State.WHOLE) {
            open.forEach(Cable::closed);
        }
    }

    public State is() {
        return state;
    }

    private Void accept() throws IOException {
        while (!here.isClosed()) {
            Socket from = here.accept();
            if (state == State.CUT) {
                from.setSoLinger(true, 0);
                closed(from);
                continue;
            }
            Socket to;
            try {
                to = new Socket(there.getHost(), there.getPort());
            } catch (ConnectException e) {
                // nobody is at the other end just now
                closed(from);
                continue;
            }
            open.add(from);
            open.add(to);
            ends.submit(() -> carry(from, to, true));
            ends.submit(() -> carry(to, from, state == State.WHOLE));
        }
        return null;
    }

    private void carry(Socket from, Socket to, boolean arrives) {
        try (InputStream in = from.getInputStream();
                OutputStream out = to.getOutputStream()) {
            byte[] some = new byte[8192];
            for (int read = in.read(some); read >= 0; read = in.read(some)) {
                if (!arrives) {
                    // it was done, and nobody is told
                    break;
                }
                out.write(some, 0, read);
                out.flush();
            }
        } catch (IOException e) {
            // cut, or over
        } finally {
            closed(from);
            closed(to);
        }
    }

    private static void closed(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            // it is closed
        }
    }

    @Override
    public void close() throws IOException {
        is(State.CUT);
        here.close();
        ends.shutdownNow();
    }
}
