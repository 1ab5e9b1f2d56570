package dev.wartung.web.address;

import java.net.URI;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;
import org.springframework.web.util.UriComponentsBuilder;

/** What links begin with that leave the application: on labels, papers and in calendars. */
@Component
public class PublicAddress {

    private final String configured;

    /**
     * @param address for instance {@code https://wartung.plant.example}; where none is named, links begin as the request
     *     did in which they are written
     * @throws IllegalArgumentException if it is no such address
     */
    PublicAddress(@Value("${wartung.address:}") String address) {
        configured = address.strip().replaceAll("/+$", "");
        if (!configured.isEmpty() && !isAddress(configured)) {
            throw new IllegalArgumentException(
                    "WARTUNG_ADDRESS is what links begin with, for instance https://wartung.plant.example: “"
                            + configured + "” is not.");
        }
    }

    private static boolean isAddress(String typed) {
        try {
            URI uri = URI.create(typed);
            return ("https".equals(uri.getScheme()) || "http".equals(uri.getScheme()))
                    && uri.getHost() != null
                    && uri.getQuery() == null
                    && uri.getUserInfo() == null;
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** To be added to; within a request. */
    public UriComponentsBuilder builder() {
        return configured.isEmpty()
                ? ServletUriComponentsBuilder.fromCurrentContextPath()
                : UriComponentsBuilder.fromUriString(configured);
    }

    /** What links begin with where the plant has said so. */
    public Optional<String> configured() {
        return Optional.of(configured).filter(c -> !c.isEmpty());
    }

    /** Without a slash at its end; within a request. */
    public String base() {
        return builder().toUriString();
    }
}
