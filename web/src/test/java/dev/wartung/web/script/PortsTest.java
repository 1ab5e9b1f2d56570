package dev.wartung.web.script;

import static org.assertj.core.api.Assertions.assertThat;

import dev.wartung.web.script.Workplace.Begun;
import dev.wartung.web.script.Workplace.Ran;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.file.Files;
import java.util.Map;
import org.junit.jupiter.api.AutoClose;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Where the database is opened: what somebody else has is found out, whenever they took it. */
class PortsTest {

    @AutoClose
    private final Workplace place = new Workplace();

    @Test
    @DisplayName("A port that was free when looked at and is taken by the time the database opens it: it takes another")
    void portTakenMeanwhile() throws Exception {
        place.say("setsid-waits-server");
        Begun start = place.begin(Map.of(), "start", "--detach");
        Workplace.await("it is about to begin", () -> place.isSaid("setsid-server"));
        int port = Integer.parseInt(
                Files.readString(place.home().resolve("pg/port")).strip());
        try (ServerSocket other = new ServerSocket(port, 1, InetAddress.getLoopbackAddress())) {
            Ran ran = start.ended();
            assertThat(ran.exit()).as(ran.out()).isZero();
            assertThat(Files.readString(place.home().resolve("pg/port")).strip())
                    .isNotEqualTo(String.valueOf(other.getLocalPort()));
        }
        assertThat(place.run("stop").exit()).isZero();
    }

    @Test
    @DisplayName("A port is taken, too, that is the near end of somebody's connection, where nobody answers")
    void portOfAConnection() throws Exception {
        int port;
        try (ServerSocket server = new ServerSocket(0, 1, InetAddress.getLoopbackAddress());
                Socket connection = new Socket(InetAddress.getLoopbackAddress(), server.getLocalPort())) {
            port = server.getLocalPort();
            assertThat(taken(port)).isTrue();
            assertThat(taken(connection.getLocalPort())).isTrue();
        }
        assertThat(taken(port)).isFalse();
    }

    private boolean taken(int port) throws Exception {
        return new ProcessBuilder("bash", "-c", "set -euo pipefail; . bin/database.sh; port_taken " + port)
                        .directory(place.folder.resolve("checkout").toFile())
                        .start()
                        .waitFor()
                == 0;
    }
}
