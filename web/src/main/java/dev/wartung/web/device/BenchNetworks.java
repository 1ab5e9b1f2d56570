package dev.wartung.web.device;

import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;
import org.springframework.security.web.util.matcher.IpAddressMatcher;

/**
 * Where test benches may be: an application that opens connections to any address somebody types would let them look
 * into networks that are not theirs.
 *
 * @param networks addresses and networks, of which a bench's address has to be in one
 */
record BenchNetworks(List<IpAddressMatcher> networks) {

    /** Said alike of an address outside, and of a name that leads nowhere. */
    static final String NOWHERE = "No bench can be there: its address is not among those that WARTUNG_BENCHES names.";

    private static final String THIS_MACHINE = "127.0.0.0/8 ::1";
    private static final Pattern NETWORK = Pattern.compile("[0-9a-fA-F.:]{2,45}(/[0-9]{1,3})?");

    private static final BenchNetworks OF_THIS_PLANT = of(Optional.ofNullable(System.getenv("WARTUNG_BENCHES"))
            .filter(named -> !named.isBlank())
            .orElse(THIS_MACHINE));

    /** As {@code WARTUNG_BENCHES} names them; this machine alone by default. */
    static BenchNetworks ofThisPlant() {
        return OF_THIS_PLANT;
    }

    /**
     * Reads a list of them.
     *
     * @param named for instance {@code 10.0.4.0/24 10.0.7.20}, with blanks or commas between
     * @throws IllegalArgumentException if one is neither an address nor a network
     */
    static BenchNetworks of(String named) {
        return new BenchNetworks(Arrays.stream(named.strip().split("[\\s,]+"))
                .map(BenchNetworks::network)
                .toList());
    }

    private static IpAddressMatcher network(String named) {
        if (!NETWORK.matcher(named).matches()) {
            throw new IllegalArgumentException(
                    "WARTUNG_BENCHES names addresses and networks, for instance 10.0.4.0/24: “" + named
                            + "” is neither.");
        }
        return new IpAddressMatcher(named);
    }

    /** The address a host has, if a bench may be there; empty too if it has none. */
    Optional<InetAddress> find(String host) {
        try {
            InetAddress address = InetAddress.getByName(host);
            return networks.stream().anyMatch(n -> n.matches(address.getHostAddress()))
                    ? Optional.of(address)
                    : Optional.empty();
        } catch (UnknownHostException e) {
            return Optional.empty();
        }
    }
}
