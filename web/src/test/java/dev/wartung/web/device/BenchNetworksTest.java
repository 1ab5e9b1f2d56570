package dev.wartung.web.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.InetAddress;
import java.net.ServerSocket;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where benches may be. */
class BenchNetworksTest {

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "10.0.4.0/24 10.0.7.20 | 10.0.4.20 | true",
                "10.0.4.0/24 10.0.7.20 | 10.0.7.20 | true",
                "10.0.4.0/24,10.0.7.20 | 10.0.7.21 | false",
                "10.0.4.0/24 | 10.0.5.1 | false",
                "10.0.4.0/24 | 127.0.0.1 | false",
                "10.0.4.0/24 | no-such-host.invalid | false",
                "::1 127.0.0.0/8 | ::1 | true",
                "::1 127.0.0.0/8 | localhost | true",
                "127.0.0.0/8 | 169.254.169.254 | false",
            })
    @DisplayName("An address is in one of the networks that are named, or no bench is there")
    void find(String named, String host, boolean found) {
        assertThat(BenchNetworks.of(named).find(host).isPresent()).isEqualTo(found);
    }

    @Test
    @DisplayName("A name that leads nowhere and an address outside are answered alike, and nothing outside is asked")
    void alike() throws Exception {
        try (ServerSocket outside = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            outside.setSoTimeout(300);
            BenchNetworks elsewhere = BenchNetworks.of("10.0.4.0/24");
            for (String host : new String[] {"127.0.0.1", "no-such-host.invalid"}) {
                TestBench bench = new TestBench("B", host, outside.getLocalPort(), 1, false);
                assertThatThrownBy(() -> BenchLink.to(bench, elsewhere))
                        .isInstanceOf(BenchLink.Broken.class)
                        .hasMessage(BenchNetworks.NOWHERE);
            }
            assertThatThrownBy(outside::accept).as("nobody came").isInstanceOf(java.net.SocketTimeoutException.class);
        }
    }

    @ParameterizedTest
    @CsvSource({"plant", "10.0.4.0/24 bench.plant", "10.0.4.0/x"})
    @DisplayName("What is neither an address nor a network is refused, with words")
    void refused(String named) {
        assertThatThrownBy(() -> BenchNetworks.of(named)).hasMessageContaining("is neither");
    }
}
