package kilnward.server.check;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Something done in a check beside a row. What undoes it is another entry. */
@Entity
@Immutable
@Table(name = "check_entry")
public class CheckEntryEntity extends Identified {
    /** What was done. */
    public enum Kind {
        /** A row counts no longer. */
        WITHDRAWN,
        /** A withdrawn row counts again. */
        RESTORED,
        /** An offset was keyed in, the old one again included. */
        OFFSET,
        /** The check is over. */
        CLOSED,
        /** It is not over after all. */
        REOPENED
    }

    public UUID checkId;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 12)
    public Kind kind;
    public UUID rowId;
    public Double offsetValue;
    /** Revision of settings that this offset made. */
    public Integer settingsNumber;
    @Column(length = 500)
    public String note;
    @Column(length = 80)
    public String author;
    public Instant writtenAt;

    protected CheckEntryEntity() {
    }

    public CheckEntryEntity(UUID id, UUID checkId, Kind kind) {
        super(id);
        this.checkId = checkId;
        this.kind = kind;
    }
}
