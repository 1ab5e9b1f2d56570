package dev.wartung.web.record;

import java.util.List;
import org.apache.commons.codec.digest.DigestUtils;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Drawings that reports were sealed with, each kept once under its digest: many valves are left alike. */
@Component
class DrawingStore {

    private final JdbcTemplate jdbc;

    DrawingStore(JdbcTemplate jdbc) {
        this.jdbc = jdbc;
    }

    /** By what a drawing is known: SHA-256 in hexadecimal. */
    static String digest(String svg) {
        return DigestUtils.sha256Hex(svg);
    }

    @Transactional(propagation = Propagation.MANDATORY)
    void keep(String svg) {
        jdbc.update("insert into kept_drawing (digest, svg) values (?, ?) on conflict do nothing", digest(svg), svg);
    }

    /** As it is kept; empty where it is gone. */
    @Transactional(readOnly = true)
    String svg(String digest) {
        List<String> kept = jdbc.queryForList("select svg from kept_drawing where digest = ?", String.class, digest);
        return kept.isEmpty() ? "" : kept.get(0);
    }
}
