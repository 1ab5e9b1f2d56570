package dev.wartung.web.site;

import dev.wartung.web.account.Account;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** A special tool the plant owns. */
@Entity
class SiteTool {

    @Id
    private String tool;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected SiteTool() {}

    SiteTool(String tool, Account by, Instant at) {
        this.tool = tool;
        this.by = by;
        this.at = at;
    }

    String tool() {
        return tool;
    }
}
