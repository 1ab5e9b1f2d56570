package dev.wartung.web.api;

import java.util.Map;

/** A request that was understood but cannot be answered, with the reason by field. */
final class Refused extends RuntimeException {

    private static final long serialVersionUID = 1;
    private final transient Map<String, String> reasons;

    Refused(Map<String, String> reasons) {
        super(String.join(" ", reasons.values()));
        this.reasons = reasons;
    }

    Refused(String field, String reason) {
        this(Map.of(field, reason));
    }

    Map<String, String> reasons() {
        return reasons;
    }
}
