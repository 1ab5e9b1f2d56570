package dev.wartung.web.sheet;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A sheet's text as it was when a job was derived from it. Kept once per text. */
@Entity
@Immutable
class KeptSheet {

    @Id
    @JdbcTypeCode(SqlTypes.CHAR)
    private String digest;

    private String kind;
    private String name;
    private int version;

    @JdbcTypeCode(SqlTypes.LONGVARCHAR)
    private String yaml;

    @SuppressWarnings("NullAway.Init")
    protected KeptSheet() {}

    KeptSheet(String digest, String kind, String name, int version, String yaml) {
        this.digest = digest;
        this.kind = kind;
        this.name = name;
        this.version = version;
        this.yaml = yaml;
    }

    String name() {
        return name;
    }

    String yaml() {
        return yaml;
    }
}
