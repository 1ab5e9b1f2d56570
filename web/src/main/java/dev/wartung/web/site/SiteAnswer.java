package dev.wartung.web.site;

import dev.wartung.web.account.Account;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import java.time.Instant;

/** The plant's answer to one question of practice. Where there is none, the usual way holds. */
@Entity
class SiteAnswer {

    @Id
    private String school;

    private String answer;

    @ManyToOne(fetch = FetchType.EAGER, optional = false)
    @JoinColumn(name = "by_id")
    private Account by;

    private Instant at;

    @SuppressWarnings("NullAway.Init")
    protected SiteAnswer() {}

    SiteAnswer(String school, String answer, Account by, Instant at) {
        this.school = school;
        this.answer = answer;
        this.by = by;
        this.at = at;
    }

    String school() {
        return school;
    }

    String answer() {
        return answer;
    }

    /** Answers differently; the same answer again changes nothing. */
    void becomes(String other, Account who, Instant when) {
        if (!answer.equals(other)) {
            answer = other;
            by = who;
            at = when;
        }
    }
}
